import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import { useEffect } from 'react';
import { useBlocker } from 'react-router';

/** Asks before a form with changes that are not saved is left, by a link or by closing the page. */
export function LeaveDialog({ unsaved }: { unsaved: boolean }) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => unsaved && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!unsaved) return;
    const ask = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [unsaved]);
  if (blocker.state !== 'blocked') return null;
  return (
    <Dialog open onClose={() => blocker.reset()} aria-labelledby="leave-title">
      <DialogContent>
        <h2 id="leave-title">Leave without saving?</h2>
        <p className="say muted">What was changed on this page is not in the library yet.</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => blocker.proceed()}>Leave, discard changes</Button>
        <Button variant="contained" color="primary" autoFocus onClick={() => blocker.reset()}>
          Keep editing
        </Button>
      </DialogActions>
    </Dialog>
  );
}
