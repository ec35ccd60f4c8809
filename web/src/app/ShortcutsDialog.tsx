import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { SCREENS } from './screens.ts';

const KEYS: readonly (readonly [string, string])[] = [
  ...SCREENS.map((s) => [s.key, s.title] as const),
  ['c', 'Change the current candidate'],
  ['k / j', 'Next and previous candidate'],
  ['z', 'Undo'],
  ['x', 'Redo'],
  ['u', 'Metric or US'],
  ['/', 'Search'],
  ['?', 'This list'],
  ['Esc', 'In a field: put the old value back'],
];

export function ShortcutsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <table className="figures">
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
