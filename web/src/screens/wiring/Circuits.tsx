import type { Candidate, Circuit, Route, Subject } from '@sable/core';
import { CONSUMERS, consumersNotEntered, type JudgedCircuit } from '@sable/core/questions/wiring';
import { formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { useWantedField } from '../../pieces/fieldFocus.ts';
import { ChoiceField } from '../../pieces/fields.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { ChangeWiring } from './change.ts';
import { CircuitFields } from './CircuitFields.tsx';
import css from './wiring.module.css';

const NONE = '-';

/** Circuits as rungs between the feed and the ground: fuse, wire, what it feeds, and its way back. */
export function Circuits({
  candidate,
  subject,
  circuits,
  change,
}: {
  candidate: Candidate;
  subject: Subject;
  circuits: readonly JudgedCircuit[];
  change: ChangeWiring;
}) {
  const entered = candidate.wiring?.circuits ?? [];
  // What the page was opened for stands open.
  const [open, setOpen] = useState(entered[Number(/\/circuits\/(\d+)/.exec(useWantedField() ?? '')?.[1])]?.id);
  const none = consumersNotEntered(subject);
  const without = candidate.wiring?.without ?? [];
  const looms = (candidate.routes ?? []).filter((r) => r.kind === 'loom');
  const freeId = (base: string) => {
    let id = base;
    for (let n = 2; entered.some((c) => c.id === id); n++) id = `${base}-${n}`;
    return id;
  };
  const of = (id: string): Circuit => {
    const consumer = CONSUMERS.find((c) => c.id === id)!;
    const free = freeId(id);
    return {
      id: free,
      name: free === id ? consumer.label : `${consumer.label} ${free.slice(id.length + 1)}`,
      consumer: id,
      terminal: consumer.terminal,
    };
  };
  const add = (ids: readonly string[]) =>
    change((was) => ({ ...was, circuits: [...(was.circuits ?? []), ...ids.map(of)] }));
  const put = (id: string, next: Circuit | undefined) =>
    change((was) => ({
      ...was,
      circuits: (was.circuits ?? []).flatMap((c) => (c.id === id ? (next ? [next] : []) : [c])),
    }));
  const fillable = circuits.filter((c) => !c.derived && lacksStock(c));
  return (
    <section className="block" data-pointer={`/candidates/${candidate.id}/wiring/circuits`}>
      <h2>Circuits</h2>
      {circuits.length === 0 && (
        <p className="muted">None yet. Each feed has a fuse near its source and a sound way back.</p>
      )}
      {circuits.length > 0 && (
        <div className={css['ladder']}>
          {circuits.map((judged) => (
            <Rung
              key={judged.circuit.id}
              judged={judged}
              looms={looms}
              at={`/candidates/${candidate.id}/wiring/circuits/${entered.indexOf(judged.circuit)}`}
              open={open === judged.circuit.id}
              onToggle={() => setOpen(open === judged.circuit.id ? undefined : judged.circuit.id)}
              onEnter={() => add(['fan'])}
              onChange={(next) => put(judged.circuit.id, next)}
            />
          ))}
        </div>
      )}
      <div className={css['tools']}>
        {fillable.length > 0 && (
          <Button
            variant="contained"
            onClick={() =>
              change((was) => ({
                ...was,
                circuits: (was.circuits ?? []).map((c) => {
                  const judged = fillable.find((f) => f.circuit.id === c.id);
                  return judged ? withStock(c, judged) : c;
                }),
              }))
            }
          >
            Use minimum wires and fuses
          </Button>
        )}
        {none.length > 0 && (
          <Button onClick={() => add(none.map((c) => c.id))}>Add the {none.length} that are missing</Button>
        )}
        <ChoiceField
          label="Add a circuit"
          value={NONE}
          choices={[
            { value: NONE, label: 'select consumer' },
            ...CONSUMERS.map((c) => ({ value: c.id, label: c.label })),
          ]}
          onCommit={(id) => id !== NONE && add([id])}
        />
      </div>
      {none.length + without.length > 0 && (
        <div className={css['without']}>
          {[...none.map((c) => c.id), ...without].map((id) => (
            <FormControlLabel
              key={id}
              control={
                <Checkbox
                  size="small"
                  checked={without.includes(id)}
                  onChange={(_, on) =>
                    change((was) => ({
                      ...was,
                      without: on ? [...(was.without ?? []), id] : (was.without ?? []).filter((x) => x !== id),
                    }))
                  }
                />
              }
              label={`no ${(CONSUMERS.find((c) => c.id === id)?.label ?? id).toLowerCase()}`}
            />
          ))}
        </div>
      )}
    </section>
  );
}

/** Whether a wire or a fuse could be put in, or a larger one is asked. */
const lacksStock = ({ circuit, leastMm2, fuseA }: JudgedCircuit): boolean =>
  (leastMm2 !== undefined && (circuit.sizeMm2 ?? 0) < leastMm2) ||
  (fuseA !== undefined && circuit.fuseAmps === undefined);

function withStock(c: Circuit, { leastMm2, fuseA }: JudgedCircuit): Circuit {
  return {
    ...c,
    ...(leastMm2 === undefined ? {} : { sizeMm2: Math.max(leastMm2, c.sizeMm2 ?? 0) }),
    ...(fuseA === undefined || c.fuseAmps !== undefined ? {} : { fuseAmps: fuseA }),
  };
}

function Rung({
  judged,
  at,
  looms,
  open,
  onToggle,
  onEnter,
  onChange,
}: {
  judged: JudgedCircuit;
  at: string;
  looms: readonly Route[];
  open: boolean;
  onToggle: () => void;
  onEnter: () => void;
  onChange: (next: Circuit | undefined) => void;
}) {
  const units = useUnits();
  const { circuit, state, current, path, dropV, allowedV, says, derived } = judged;
  const said = (v: number | undefined, quantity: 'currentA' | 'wireMm2' | 'distanceM' | 'voltageV', digits: number) =>
    v === undefined ? '?' : formatQuantity(v, quantity, units, { digits });
  const fused = judged.consumer?.fused ?? true;
  return (
    <div className={css['rung']} data-open={open}>
      <button type="button" aria-expanded={open} onClick={derived ? onEnter : onToggle} className={css['line']}>
        <span className={css['feed']}>{circuit.terminal ?? '?'}</span>
        <span className={css['fuse']} data-missing={fused && circuit.fuseAmps === undefined}>
          {fused ? said(circuit.fuseAmps, 'currentA', 1).replace('.0', '') : 'no fuse'}
        </span>
        <span className={css['wire']} data-missing={circuit.sizeMm2 === undefined}>
          {said(circuit.sizeMm2, 'wireMm2', (circuit.sizeMm2 ?? 0) % 1 === 0 ? 0 : 2)} ·{' '}
          {said(path?.value, 'distanceM', 1)}
          {circuit.relay ? ' · relay' : ''}
        </span>
        <span className={css['load']}>
          <StateMark state={state} label={false} />
          <span>
            <b>{circuit.name}</b> <span className="num">{said(current?.value, 'currentA', 1)}</span>
            <small className="muted">
              {' '}
              {derived
                ? 'press to enter'
                : says.length > 0
                  ? says[0]
                  : dropV === undefined
                    ? ''
                    : `loses ${said(dropV, 'voltageV', 2)} of ${said(allowedV, 'voltageV', 2)}`}
            </small>
          </span>
        </span>
        <span className={css['ground']} data-missing={circuit.ground === undefined}>
          {circuit.ground ?? 'ground ?'}
        </span>
      </button>
      {open && !derived && (
        <CircuitFields circuit={circuit} at={at} looms={looms} judged={judged} fused={fused} onChange={onChange} />
      )}
    </div>
  );
}
