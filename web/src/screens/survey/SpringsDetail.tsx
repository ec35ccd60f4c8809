import type { AxleSprings, Chassis } from '@sable/core';
import type { Figure } from '@sable/core/units';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { FigureField } from '../../pieces/FigureField.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import fields from '../../pieces/fields.module.css';
import layout from '../../pieces/layout.module.css';
import { WholeForm, type WholeField } from './WholeForm.tsx';

type End = 'front' | 'rear';
type FlatSprings = Record<`${End} ${keyof AxleSprings}`, Figure>;

const light = 'typical of a light car';
const OF_AXLE = [
  ['springRateNPerMm', 'spring rate', 'stiffnessNPerMm', 1, 500, { value: 25, plusMinus: 6, source: light }],
  ['motionRatio', 'motion ratio', 'number', 0.1, 2, { value: 0.95, plusMinus: 0.05, source: light }],
  ['unsprungKg', 'unsprung mass, both wheels', 'massKg', 5, 400, { value: 75, plusMinus: 12, source: light }],
] as const;
const SPRINGS = (['front', 'rear'] as const).flatMap((end) =>
  OF_AXLE.map(([key, label, quantity, min, max, typical]): WholeField<FlatSprings> => ({
    key: `${end} ${key}`,
    at: `/chassis/springs/${end}/${key}`,
    label: `${end === 'front' ? 'Front' : 'Rear'} ${label}`,
    quantity,
    figure: true,
    min,
    max,
    typical,
  })),
);

/** What carries the axles and how it brakes: springs, the brake share in front, what the tyres may carry. */
export function SpringsDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const { brakeFrontPct } = chassis;
  return (
    <>
      <WholeForm
        name="springs"
        title="Springs"
        fields={SPRINGS}
        stored={chassis.springs && flatSprings(chassis.springs)}
        onKeep={(f) => {
          const { springs: _old, ...rest } = chassis;
          save(
            'chassis',
            chassis,
            f ? { ...rest, springs: { front: axleOf(f, 'front'), rear: axleOf(f, 'rear') } } : rest,
          );
        }}
      />
      <h3 style={{ marginTop: 18 }}>Brakes and tyres</h3>
      <div className={fields['figures']} style={{ marginTop: 10 }}>
        <FigureField
          at="/chassis/brakeFrontPct"
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

const axleOf = (f: FlatSprings, end: End): AxleSprings => ({
  springRateNPerMm: f[`${end} springRateNPerMm`],
  motionRatio: f[`${end} motionRatio`],
  unsprungKg: f[`${end} unsprungKg`],
});
function flatSprings({ front, rear }: NonNullable<Chassis['springs']>): FlatSprings {
  return {
    'front springRateNPerMm': front.springRateNPerMm,
    'front motionRatio': front.motionRatio,
    'front unsprungKg': front.unsprungKg,
    'rear springRateNPerMm': rear.springRateNPerMm,
    'rear motionRatio': rear.motionRatio,
    'rear unsprungKg': rear.unsprungKg,
  };
}
