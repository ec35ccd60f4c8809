import type { AxleSprings, Chassis } from '@sable/core';
import type { Figure, Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

const measured = (old: Figure, value: number): Figure => {
  const { plusMinus: _old, ...rest } = old;
  return { ...rest, value, evidence: 'measured' };
};
const guess = (value: number): Figure => ({ value, evidence: 'estimated' });
/** Usual for a light car: something to begin from, told as such. */
const USUAL: AxleSprings = { springRateNPerMm: guess(25), motionRatio: guess(0.95), unsprungKg: guess(75) };
const FIELDS: readonly (readonly [keyof AxleSprings, string, Quantity])[] = [
  ['springRateNPerMm', 'spring', 'stiffnessNPerMm'],
  ['motionRatio', 'spring moves per wheel', 'number'],
  ['unsprungKg', 'unsprung, both wheels', 'massKg'],
];

/** What carries the axles and how it brakes: springs, the brake share in front, what the tyres may carry. */
export function SpringsDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const { springs, brakeFrontPct } = chassis;
  return (
    <>
      <h3 style={{ marginTop: 18 }}>Springs, brakes, tyres</h3>
      {springs ? (
        <div className={layout['form-grid']} style={{ marginTop: 10 }}>
          {(['front', 'rear'] as const).flatMap((end) =>
            FIELDS.map(([key, label, quantity]) => (
              <QuantityField
                key={`${end} ${key}`}
                at={`/chassis/springs/${end}/${key}`}
                label={`${end === 'front' ? 'Front' : 'Rear'}: ${label}`}
                quantity={quantity}
                min={0.01}
                value={springs[end][key].value}
                onCommit={(v) =>
                  v !== undefined &&
                  put({ springs: { ...springs, [end]: { ...springs[end], [key]: measured(springs[end][key], v) } } })
                }
              />
            )),
          )}
        </div>
      ) : (
        <Button sx={{ mt: 1 }} onClick={() => put({ springs: { front: USUAL, rear: USUAL } })}>
          Note the springs
        </Button>
      )}
      <div className={layout['form-grid']} style={{ marginTop: 14 }}>
        <QuantityField
          label="Share of the braking in front"
          quantity="percent"
          digits={0}
          optional
          min={1}
          max={99}
          value={brakeFrontPct?.value}
          onCommit={(v) => {
            const { brakeFrontPct: old, ...rest } = chassis;
            save('chassis', chassis, v === undefined ? rest : { ...rest, brakeFrontPct: measured(old ?? guess(v), v) });
          }}
        />
        {chassis.tyres.map((t, i) => (
          <QuantityField
            key={t.code}
            label={`Load index, ${t.code}`}
            quantity="count"
            optional
            min={50}
            max={130}
            value={t.loadIndex}
            onCommit={(v) =>
              put({
                tyres: chassis.tyres.map((old, k) => {
                  if (k !== i) return old;
                  const { loadIndex: _index, ...rest } = old;
                  return v === undefined ? rest : { ...rest, loadIndex: Math.round(v) };
                }),
              })
            }
          />
        ))}
      </div>
    </>
  );
}
