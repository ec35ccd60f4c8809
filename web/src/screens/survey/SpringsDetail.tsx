import type { AxleSprings, Chassis } from '@sable/core';
import type { Figure, Quantity } from '@sable/core/units';
import { useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { FigureField, type Typical } from '../../pieces/FigureField.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import fields from '../../pieces/fields.module.css';
import layout from '../../pieces/layout.module.css';

const light = 'typical of a light car';
const FIELDS: readonly (readonly [keyof AxleSprings, string, Quantity, number, number, Typical])[] = [
  ['springRateNPerMm', 'spring rate', 'stiffnessNPerMm', 1, 500, { value: 25, plusMinus: 6, source: light }],
  ['motionRatio', 'motion ratio', 'number', 0.1, 2, { value: 0.95, plusMinus: 0.05, source: light }],
  ['unsprungKg', 'unsprung mass, both wheels', 'massKg', 5, 400, { value: 75, plusMinus: 12, source: light }],
];
const ENDS = ['front', 'rear'] as const;
type End = (typeof ENDS)[number];
type Begun = Partial<Record<End, Partial<AxleSprings>>>;

/** What carries the axles and how it brakes: springs, the brake share in front, what the tyres may carry. */
export function SpringsDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const { brakeFrontPct } = chassis;
  return (
    <>
      <h3 style={{ marginTop: 18 }}>Springs</h3>
      <Springs chassis={chassis} />
      <h3 style={{ marginTop: 18 }}>Brakes and tyres</h3>
      <div className={fields['figures']} style={{ marginTop: 10 }}>
        <FigureField
          label="Brake bias, front"
          quantity="percent"
          optional
          min={1}
          max={99}
          value={brakeFrontPct}
          onChange={(f) => {
            const { brakeFrontPct: _old, ...rest } = chassis;
            save('chassis', chassis, f ? { ...rest, brakeFrontPct: f } : rest);
          }}
        />
      </div>
      <div className={layout['form-grid']} style={{ marginTop: 10 }}>
        {chassis.tyres.map((t, i) => (
          <QuantityField
            key={t.code}
            label={`Load index, ${t.code}`}
            quantity="count"
            optional
            whole
            min={50}
            max={130}
            value={t.loadIndex}
            onCommit={(v) =>
              put({
                tyres: chassis.tyres.map((old, k) => {
                  if (k !== i) return old;
                  const { loadIndex: _index, ...rest } = old;
                  return v === undefined ? rest : { ...rest, loadIndex: v };
                }),
              })
            }
          />
        ))}
      </div>
    </>
  );
}

/** Springs of both axles: they are kept once all six figures are there, since sums need them together. */
function Springs({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const [begun, setBegun] = useState<Begun>({});
  const now: Begun = chassis.springs ?? begun;
  const put = (end: End, key: keyof AxleSprings, figure: Figure | undefined) => {
    const { [key]: _old, ...rest } = now[end] ?? {};
    const next: Begun = { ...now, [end]: figure ? { ...rest, [key]: figure } : rest };
    const whole = ENDS.every((e) => FIELDS.every(([k]) => next[e]?.[k]));
    const { springs: _springs, ...bare } = chassis;
    if (whole) save('chassis', chassis, { ...bare, springs: next as NonNullable<Chassis['springs']> });
    else {
      setBegun(next);
      if (chassis.springs) save('chassis', chassis, bare);
    }
  };
  const missing = ENDS.flatMap((e) => FIELDS.filter(([k]) => !now[e]?.[k]).map(([, label]) => `${e} ${label}`));
  return (
    <>
      <div className={fields['figures']} style={{ marginTop: 10 }}>
        {ENDS.flatMap((end) =>
          FIELDS.map(([key, label, quantity, min, max, typical]) => (
            <FigureField
              key={`${end} ${key}`}
              at={`/chassis/springs/${end}/${key}`}
              label={`${end === 'front' ? 'Front' : 'Rear'} ${label}`}
              quantity={quantity}
              optional
              min={min}
              max={max}
              typical={typical}
              value={now[end]?.[key]}
              onChange={(f) => put(end, key, f)}
            />
          )),
        )}
      </div>
      {!chassis.springs && missing.length < 6 && (
        <p className="small muted" style={{ marginTop: 6 }}>
          Kept once all six are there; missing: {missing.join(', ')}.
        </p>
      )}
    </>
  );
}
