import type { Candidate } from '@sable/core';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useBuild, type Conflict } from '../hooks/buildState.tsx';

const show = (v: unknown): string =>
  v === undefined ? 'not set' : typeof v === 'object' ? JSON.stringify(v) : String(v);

/** The content that the conflict is about, as it is stored now. */
function theirsOf({ target, theirs }: Conflict): unknown {
  if (!target.startsWith('candidates/')) return target === 'name' ? { name: theirs.name } : theirs[target as 'brief'];
  const id = target.slice('candidates/'.length);
  return theirs.candidates.find((c: Candidate) => c.id === id);
}

/** Both versions side by side, and the choice. */
export function ConflictDialog() {
  const { conflict, takeTheirs, putMine } = useBuild();
  if (!conflict) return null;
  const yours = (conflict.yours ?? {}) as Record<string, unknown>;
  const theirs = (theirsOf(conflict) ?? {}) as Record<string, unknown>;
  const keys = [...new Set([...Object.keys(yours), ...Object.keys(theirs)])].filter(
    (k) => show(yours[k]) !== show(theirs[k]),
  );
  return (
    <Dialog open maxWidth="md" fullWidth aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">Somebody changed this meanwhile</DialogTitle>
      <DialogContent>
        <p>
          Yours is not saved yet. This is where the two differ
          {keys.length === 0 ? ': nowhere in what you changed, only elsewhere in the build.' : '.'}
        </p>
        {keys.length > 0 && (
          <div className="scroll-x">
            <table className="figures">
              <thead>
                <tr>
                  <th scope="col">Field</th>
                  <th scope="col">Yours</th>
                  <th scope="col">Stored, version {conflict.currentVersion}</th>
                </tr>
              </thead>
              <tbody>
                {keys.map((k) => (
                  <tr key={k}>
                    <th scope="row">{k}</th>
                    <td>{show(yours[k])}</td>
                    <td>{show(theirs[k])}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={takeTheirs} autoFocus>
          Keep what is stored
        </Button>
        <Button variant="contained" color="primary" onClick={putMine}>
          Put mine over it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
