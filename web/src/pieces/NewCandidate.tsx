import { readTyreCode } from '@sable/core/questions/gearing';
import { InputError } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBuild, useBuildActions } from '../hooks/buildState.tsx';
import { ChoiceField, firstFault, QuantityField, WordsField } from './fields.tsx';
import layout from './layout.module.css';
import { newCandidate, type MadeOf } from './newCandidate.ts';

/** What a new candidate is made of: chosen by a person, the car's own axle and tyres offered first. */
export function NewCandidate({ onClose }: { onClose: () => void }) {
  const { build, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const navigate = useNavigate();
  const form = useRef<HTMLDivElement>(null);
  const { chassis } = build;
  const fittedTyre = chassis?.tyres.find((t) => t.fitted)?.code;
  const fittedRatio = chassis?.axleRatios.find((r) => r.fitted)?.ratio;
  const [of, setOf] = useState<Partial<MadeOf>>({
    ...(fittedTyre === undefined ? {} : { tyreCode: fittedTyre }),
    ...(fittedRatio === undefined ? {} : { finalDrive: fittedRatio }),
  });
  const [fault, setFault] = useState<string>();
  const gearbox = library.gearboxes.find((g) => g.id === of.gearboxId);
  const inside = gearbox?.finalDriveInside;
  const add = () => {
    const wrong = firstFault(form.current);
    if (wrong) return wrong.focus();
    const missing = [
      ...(of.engineId === undefined ? ['an engine'] : []),
      ...(of.gearboxId === undefined ? ['a gearbox'] : []),
      ...(of.finalDrive === undefined && inside === undefined ? ['a final drive'] : []),
      ...(of.tyreCode === undefined ? ['tyres'] : []),
    ];
    if (missing.length > 0) return setFault(`Choose ${missing.join(', ')}.`);
    try {
      readTyreCode(of.tyreCode!);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return setFault(`Tyres: ${error.message}`);
    }
    const next = newCandidate(build, library, { finalDrive: inside ?? 1, ...of } as MadeOf);
    saveCandidate(undefined, next);
    onClose();
    void navigate(`/builds/${build.id}/candidate?c=${next.id}`);
  };
  const offered = <T extends { id: string; name: string; retired?: boolean }>(rows: readonly T[]) =>
    rows.filter((r) => !r.retired).map((r) => ({ value: r.id, label: r.name }));
  const put = (more: Partial<MadeOf>) => setOf({ ...of, ...more });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="new-candidate">
      <DialogContent ref={form}>
        <h2 id="new-candidate">New candidate</h2>
        {library.engines.length === 0 || library.gearboxes.length === 0 ? (
          <p className="say muted">
            The library has no {library.engines.length === 0 ? 'engine' : 'gearbox'} yet: enter one there first. A name
            is enough to begin.
          </p>
        ) : (
          <div className={layout['form-grid']} style={{ marginTop: 14 }}>
            <ChoiceField
              label="Engine"
              value={of.engineId ?? ''}
              choices={offered(library.engines)}
              onCommit={(engineId) => put({ engineId })}
            />
            <ChoiceField
              label="Gearbox"
              value={of.gearboxId ?? ''}
              choices={offered(library.gearboxes)}
              onCommit={(gearboxId) => put({ gearboxId })}
            />
            {inside === undefined && (
              <QuantityField
                label="Final drive"
                quantity="ratio"
                digits={2}
                optional
                value={of.finalDrive}
                min={1}
                max={20}
                help={fittedRatio === undefined ? undefined : 'fitted in the car'}
                onCommit={(finalDrive) => {
                  const { finalDrive: _old, ...rest } = of;
                  setOf(finalDrive === undefined ? rest : { ...rest, finalDrive });
                }}
              />
            )}
            <WordsField
              label="Tyres"
              value={of.tyreCode ?? ''}
              maxLength={30}
              help={fittedTyre === undefined ? 'such as 185/65R14' : 'fitted on the car'}
              onCommit={(code) => {
                const { tyreCode: _old, ...rest } = of;
                setOf(code.trim() === '' ? rest : { ...rest, tyreCode: code.trim() });
              }}
            />
          </div>
        )}
        {fault && (
          <p role="alert" className="fault">
            {fault}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" color="primary" onClick={add}>
          Add candidate
        </Button>
      </DialogActions>
    </Dialog>
  );
}
