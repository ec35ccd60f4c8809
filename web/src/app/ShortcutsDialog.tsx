import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { SCREENS } from '../pieces/steps.ts';
import layout from '../pieces/layout.module.css';

const KEYS: readonly (readonly [string, string])[] = [
  ...SCREENS.map((s) => [s.key, s.title] as const),
  ['c', 'Change the current candidate'],
  ['k / j', 'Next and previous candidate'],
  ['z', 'Undo'],
  ['x', 'Redo'],
  ['u', 'Metric or US'],
  ['/', 'Search'],
  ['arrows', 'In Fit: move by the shim in hand, in the view last touched'],
  [', / .', 'In Fit: thinner or thicker shim'],
  ['n / N', 'In Fit: nose up or down 0.1°'],
  ['t / T', 'In Fit: cant to the right or left 0.1°'],
  ['q, r, i', 'In Fit: find a position, recipe, install path'],
  ['m, d', 'In Fit: measure; views, section, 3D by turns'],
  ['?', 'This list'],
  ['Esc', 'In a field: put the old value back'],
];

export function ShortcutsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent role="region" aria-labelledby="keys-title" tabIndex={0}>
        <table className={layout['figures']}>
          <tbody>
            {KEYS.map(([key, what]) => (
              <tr key={key}>
                <th scope="row">
                  <b>{key}</b>
                </th>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </DialogContent>
    </Dialog>
  );
}
