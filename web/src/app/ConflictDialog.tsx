import type { Build } from '@sable/core';
import { formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useBuild, useBuildActions } from '../hooks/buildState.tsx';
import { useUnits } from '../hooks/settings.tsx';
import type { Conflict } from '../hooks/saveQueue.ts';
import { fieldLabel } from '../pieces/fieldLabel.ts';
import { quantityOf } from '@sable/core/model';
import layout from '../pieces/layout.module.css';
import { Scrolled } from '../pieces/Scrolled.tsx';

/** A value of the data as a person reads it: a figure in its unit, with its ± and its evidence, a list by how many it holds. */
function shown(value: unknown, inUnits: (value: number) => string): string {
  if (typeof value === 'number') return inUnits(value);
  if (value === undefined || value === null || value === '') return 'not set';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value))
    return value.every((x) => typeof x !== 'object') ? value.join(', ') : `${value.length} rows`;
  if (typeof value !== 'object') return String(value);
  const figure = value as { value?: unknown; plusMinus?: unknown; evidence?: unknown; name?: unknown };
  if (figure.value !== undefined)
    return [
      shown(figure.value, inUnits),
      ...(figure.plusMinus === undefined ? [] : [`± ${shown(figure.plusMinus, inUnits)}`]),
      ...(figure.evidence === undefined ? [] : [`(${String(figure.evidence)})`]),
    ].join(' ');
  return typeof figure.name === 'string' ? figure.name : 'entered';
}

/** Names of what pointers go by ids: parts of the survey, dressings, candidates. */
function rowNames(build: Build): (key: string, list: string) => string | undefined {
  const { chassis } = build;
  return (key, list) => {
    const rows = (chassis as unknown as Record<string, unknown> | null)?.[list];
    if (!Array.isArray(rows)) return undefined;
    const row = (rows as { id?: string; name?: string; code?: string }[]).find(
      (r, i) => r.id === key || String(i) === key,
    );
    return row?.name ?? row?.code;
  };
}

const whose = ({ target, theirs }: Conflict, mine: Build): string => {
  const id = target.startsWith('candidates/') ? target.slice('candidates/'.length) : undefined;
  const candidate = id && [...mine.candidates, ...theirs.candidates].find((c) => c.id === id);
  return candidate ? `${candidate.letter}: ` : '';
};

/** A field that somebody else changed too: both values, and the choice. */
export function ConflictDialog({ conflict }: { conflict: Conflict }) {
  const { build } = useBuild();
  const { settle } = useBuildActions();
  const names = rowNames(build);
  const units = useUnits();
  const inUnits = (pointer: string) => {
    const name = pointer.split('/').findLast((key) => !/^(value|plusMinus|\d+)?$/.test(key)) ?? '';
    const quantity = quantityOf(name);
    // What has no unit stands as it was typed: a ratio, a count.
    return (value: number) =>
      quantity === 'number' ? String(value) : formatQuantity(value, quantity, units, { currency: build.currency });
  };
  return (
    <Dialog open maxWidth="md" fullWidth aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">Edit conflict: another user saved a newer version</DialogTitle>
      <DialogContent>
        <p>
          You both changed {conflict.fields.length === 1 ? 'this field' : 'these fields'}. Everything else of yours and
          of theirs is kept.
        </p>
        <Scrolled label="Both values">
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Field</th>
                <th scope="col">Yours</th>
                <th scope="col">Saved, version {conflict.currentVersion}</th>
              </tr>
            </thead>
            <tbody>
              {conflict.fields.map((field) => (
                <tr key={field.pointer}>
                  <th scope="row">
                    {whose(conflict, build)}
                    {fieldLabel(`${conflict.target === 'name' ? '' : `/${conflict.target}`}${field.pointer}`, names)}
                  </th>
                  <td>{shown(field.mine, inUnits(field.pointer))}</td>
                  <td>{shown(field.theirs, inUnits(field.pointer))}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Scrolled>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => settle('theirs')} autoFocus>
          Keep saved version
        </Button>
        <Button variant="contained" color="primary" onClick={() => settle('mine')}>
          Overwrite with my version
        </Button>
      </DialogActions>
    </Dialog>
  );
}
