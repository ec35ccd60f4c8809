import type { Assessment, Candidate } from '@sable/core';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { StateMark } from '../../pieces/marks.tsx';

const MOST = { maxLength: 2000 };

/** Choosing a candidate: what still stands against it, why this one, and why not the others. */
export function ChooseDialog({
  candidate,
  assessment,
  onClose,
}: {
  candidate: Candidate;
  assessment: Assessment | undefined;
  onClose: () => void;
}) {
  const { build } = useBuild();
  const { save, saveCandidate } = useBuildActions();
  const others = build.candidates.filter((c) => c.id !== candidate.id);
  const [reason, setReason] = useState(build.decision.reason);
  const [whyNot, setWhyNot] = useState<Readonly<Record<string, string>>>({});
  const [asked, setAsked] = useState(false);
  const open = ['blocked', 'unknown'].flatMap((state) => (assessment?.findings ?? []).filter((f) => f.state === state));
  const choose = () => {
    if (reason.trim() === '') return setAsked(true);
    for (const c of others) {
      const words = whyNot[c.id];
      if (words !== undefined && words !== c.whyNot) saveCandidate(c, { ...c, whyNot: words });
    }
    save('decision', build.decision, { ...build.decision, candidateId: candidate.id, reason: reason.trim() });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="choose">
      <DialogContent>
        <h2 id="choose">
          Select {candidate.letter}, {candidate.name}?
        </h2>
        {open.length > 0 && (
          <section style={{ margin: '10px 0 4px' }}>
            <p>
              <b>
                {open[0]!.state === 'blocked'
                  ? 'Blocked with the present data; missing data does not count as clearance'
                  : 'Not everything about it is known, and what is not known is no clearance'}
              </b>
            </p>
            <ul className="small" style={{ maxHeight: 180, overflow: 'auto' }}>
              {open.map((f) => (
                <li key={f.id} style={{ display: 'flex', gap: 8, padding: '2px 0' }}>
                  <StateMark state={f.state} />
                  <span>
                    <Sentence>{f.title}</Sentence>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <TextField
          label="Reason for selection"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          multiline
          rows={2}
          error={asked && reason.trim() === ''}
          helperText={asked && reason.trim() === '' ? 'Enter the reason in a few words.' : 'Saved with the build.'}
          slotProps={{ htmlInput: MOST }}
          sx={{ mt: 2 }}
        />
        {others.map((c) => (
          <TextField
            key={c.id}
            label={`Reason for rejecting ${c.letter}, ${c.name}`}
            value={whyNot[c.id] ?? c.whyNot}
            onChange={(e) => setWhyNot({ ...whyNot, [c.id]: e.target.value })}
            slotProps={{ htmlInput: MOST }}
            sx={{ mt: 1.5 }}
          />
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" color="primary" onClick={choose}>
          Select {candidate.letter}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
