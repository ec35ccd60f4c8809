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
  ['arrows', 'Fit: move the powertrain by one step in the active view'],
  [', / .', 'Fit: smaller or larger step'],
  ['n / N', 'Fit: pitch nose up or down by 0.1°'],
  ['t / T', 'Fit: roll right or left by 0.1°'],
  ['q, r, i', 'Fit: find position, recipe, installation path'],
  ['m, d', 'Fit: measure; switch between views, section and 3D'],
  ['?', 'Show keyboard shortcuts'],
  ['Esc', 'In a field: restore the previous value'],
];

export function ShortcutsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keyboard shortcuts</DialogTitle>
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
