import ListSubheader from '@mui/material/ListSubheader';
import type { AutocompleteRenderGroupParams } from '@mui/material/Autocomplete';

/** A group of options, as a list box may hold one: the list of MUI’s own nests list items that are none. */
export const optionGroup = ({ key, group, children }: AutocompleteRenderGroupParams) => (
  <li key={key} role="group" aria-label={group}>
    <ListSubheader component="div" aria-hidden="true" sx={{ lineHeight: 2.5 }}>
      {group}
    </ListSubheader>
    <ul role="presentation" style={{ padding: 0 }}>
      {children}
    </ul>
  </li>
);
