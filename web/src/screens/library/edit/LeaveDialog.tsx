import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import { useLeaving } from './useLeaving.ts';

/** Asks before a form with changes that are not saved is left, by a link or by closing the page. */
export function LeaveDialog({ unsaved }: { unsaved: boolean }) {
  const leaving = useLeaving(unsaved);
  if (!leaving) return null;
  return (
    <Dialog open onClose={() => leaving.stay()} aria-labelledby="leave-title">
      <DialogContent>
        <h2 id="leave-title">Leave without saving?</h2>
        <p className="say muted">What was changed on this page is not in the library yet.</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => leaving.go()}>Leave, discard changes</Button>
        <Button variant="contained" color="primary" autoFocus onClick={() => leaving.stay()}>
          Keep editing
        </Button>
      </DialogActions>
    </Dialog>
  );
}
