import { fieldEntry } from '@sable/core';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../../hooks/api.ts';
import { KEYS } from '../../../hooks/queryKeys.ts';
import { ChoiceField } from '../../../pieces/fields.tsx';
import type { NodeProps } from '../../../pieces/form/Node.tsx';

type Kind = 'engines' | 'gearboxes' | 'parts';
type Named = { readonly id: string; readonly name: string; readonly retired?: boolean };
/** No id: those begin with a letter or a figure. */
const NONE = '-';

/** A field that holds the id of another row of the library: chosen by its name. */
export function RowPick({ name, value, onChange, at, problems, kinds }: NodeProps & { kinds: readonly Kind[] }) {
  const { data } = useQuery({ queryKey: KEYS.library, queryFn: api.library });
  const entry = fieldEntry(name);
  const rows = kinds.flatMap((kind): readonly Named[] => data?.[kind] ?? []);
  const chosen = typeof value === 'string' ? value : NONE;
  return (
    <ChoiceField
      label={entry?.label ?? name}
      help={entry?.help ?? ''}
      value={data || chosen === NONE ? chosen : NONE}
      choices={[
        { value: NONE, label: 'not entered' },
        ...rows.filter((r) => !r.retired || r.id === chosen).map((r) => ({ value: r.id, label: r.name })),
      ]}
      error={problems.find((p) => p.pointer === at)?.message}
      onCommit={(id) => onChange(id === NONE ? undefined : id)}
    />
  );
}

/** A field that holds the ids of several other rows: chosen by their names, in the order that they are put in. */
export function RowsPick({ name, value, onChange, at, problems, kind, not }: NodeProps & { kind: Kind; not: string }) {
  const { data } = useQuery({ queryKey: KEYS.library, queryFn: api.library });
  const entry = fieldEntry(name);
  const ids = Array.isArray(value) ? (value as readonly string[]) : [];
  const rows: readonly Named[] = data?.[kind] ?? [];
  const problem = problems.find((p) => p.pointer === at || p.pointer.startsWith(`${at}/`))?.message;
  const named = (id: string): Named => rows.find((r) => r.id === id) ?? { id, name: `${id} (not in the library)` };
  return (
    <Autocomplete
      multiple
      options={rows.filter((r) => r.id !== not && !r.retired)}
      value={ids.map(named)}
      getOptionLabel={(r) => r.name}
      getOptionKey={(r) => r.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      filterSelectedOptions
      onChange={(_, next) => onChange(next.length === 0 ? undefined : next.map((r) => r.id))}
      renderInput={(params) => (
        <TextField
          {...params}
          label={entry?.label ?? name}
          error={problem !== undefined}
          helperText={problem ?? entry?.help ?? ''}
        />
      )}
    />
  );
}
