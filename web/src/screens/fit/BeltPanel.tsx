import type { Belt, Candidate } from '@sable/core';
import { beltRun, LEAST_WRAP_DEG, usualPulleys } from '@sable/core/questions/fit';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import layout from '../../pieces/layout.module.css';
import css from './fit.module.css';

type Pulley = Belt['pulleys'][number];

/** Belt runs: pulleys in their order, how long the belt must be, and how much of it each pulley has. */
export function BeltPanel({
  live,
  candidate,
  onSave,
}: {
  live: LiveFit;
  candidate: Candidate;
  onSave: (c: Candidate) => void;
}) {
  const belts = candidate.belts ?? [];
  const usual = usualPulleys(live.subject.engine.solids);
  const put = (next: readonly Belt[]) => onSave({ ...candidate, belts: [...next] });
  const begin = () => {
    let n = belts.length + 1;
    while (belts.some((b) => b.id === `belt-${n}`)) n++;
    const pulleys: Pulley[] =
      usual.length >= 2
        ? usual
        : [
            { name: 'crank pulley', atMm: [0, 0], radiusMm: 75, side: 'ribbed' },
            { name: 'alternator', atMm: [170, 70], radiusMm: 28, side: 'ribbed' },
          ];
    put([...belts, { id: `belt-${n}`, name: `belt ${n}`, pulleys }]);
  };
  return (
    <section className={css['block-small']}>
      <h3>Belts</h3>
      {belts.map((belt, i) => (
        <BeltRun
          key={belt.id}
          belt={belt}
          onBelt={(next) => put(belts.flatMap((b, k) => (k === i ? (next ? [next] : []) : [b])))}
        />
      ))}
      <Button onClick={begin} sx={{ mt: 0.8 }}>
        Add belt
      </Button>
    </section>
  );
}

function BeltRun({ belt, onBelt }: { belt: Belt; onBelt: (next: Belt | undefined) => void }) {
  const units = useUnits();
  const run = (() => {
    try {
      return beltRun(belt.pulleys);
    } catch (e) {
      return e instanceof Error ? e.message : String(e);
    }
  })();
  const putPulley = (i: number, next: Pulley | undefined) =>
    onBelt({ ...belt, pulleys: belt.pulleys.flatMap((p, k) => (k === i ? (next ? [next] : []) : [p])) });
  return (
    <details>
      <summary>
        {typeof run === 'string'
          ? `${belt.name}: no valid belt path`
          : `${belt.name}, ${formatNumber(run.lengthMm, 'lengthMm', units)} ${unitOf('lengthMm', units)} long`}
      </summary>
      {typeof run === 'string' && (
        <p role="alert" className="fault small">
          {run} Move or reduce one of them.
        </p>
      )}
      {belt.pulleys.map((p, i) => {
        const wrap = typeof run === 'string' ? undefined : run.wrapsDeg[i]!;
        return (
          <fieldset key={i} className={`${layout['change']} ${css['three']}`}>
            <legend>
              {wrap !== undefined && (
                <StateMark state={wrap < LEAST_WRAP_DEG && p.side === 'ribbed' ? 'tight' : 'clear'} />
              )}{' '}
              {p.name} {wrap !== undefined && <small className="muted num">{Math.round(wrap)}° wrap angle</small>}
            </legend>
            <QuantityField
              label="Left"
              quantity="lengthMm"
              value={p.atMm[0]}
              onCommit={(v) => v !== undefined && putPulley(i, { ...p, atMm: [v, p.atMm[1]] })}
            />
            <QuantityField
              label="Up"
              quantity="lengthMm"
              value={p.atMm[1]}
              onCommit={(v) => v !== undefined && putPulley(i, { ...p, atMm: [p.atMm[0], v] })}
            />
            <QuantityField
              label="Radius"
              quantity="lengthMm"
              value={p.radiusMm}
              min={1}
              max={400}
              onCommit={(v) => v !== undefined && putPulley(i, { ...p, radiusMm: v })}
            />
            <ChoiceField
              label="Belt side"
              value={p.side}
              choices={[
                { value: 'ribbed', label: 'ribbed' },
                { value: 'plain', label: 'back side (smooth)' },
              ]}
              onCommit={(v) => putPulley(i, { ...p, side: v as Pulley['side'] })}
            />
            {belt.pulleys.length > 2 && <Button onClick={() => putPulley(i, undefined)}>Delete</Button>}
          </fieldset>
        );
      })}
      <div className="row" style={{ marginTop: 8 }}>
        <Button
          onClick={() =>
            onBelt({
              ...belt,
              pulleys: [
                ...belt.pulleys,
                { name: `pulley ${belt.pulleys.length + 1}`, atMm: [-120, 120], radiusMm: 30, side: 'ribbed' },
              ],
            })
          }
        >
          Add pulley
        </Button>
        <Button onClick={() => onBelt(undefined)}>Delete belt</Button>
      </div>
    </details>
  );
}
