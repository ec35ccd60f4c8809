import type { AxleSprings, Chassis } from '@sable/core';
import type { Figure } from '@sable/core/units';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { FigureField } from '../../pieces/FigureField.tsx';
import fields from '../../pieces/fields.module.css';
import { CarList } from './CarList.tsx';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';

type End = 'front' | 'rear';
type FlatSprings = Record<`${End} ${Exclude<keyof AxleSprings, 'bumpMm'>}`, Figure> &
  Partial<Record<`${End} bumpMm`, Figure>>;

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
  })).concat({
    key: `${end} bumpMm`,
    at: `/chassis/springs/${end}/bumpMm`,
    label: `${end === 'front' ? 'Front' : 'Rear'} bump travel, as weighed`,
    quantity: 'lengthMm',
    figure: true,
    optional: true,
    min: 1,
    max: 400,
  }),
);

/** What carries the axles and how it brakes: springs and the brake share in front. */
export function SpringsDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
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
      <p className="small muted" style={{ marginTop: 12 }}>
        Bars share the roll between the axles. Enter what there is: an axle left empty then has none.
      </p>
      <CarList name="antiRoll" chassis={chassis} />
      <CarList name="controlArms" chassis={chassis} />
      <h3 style={{ marginTop: 18 }}>Brakes</h3>
      <div className={fields['figures']} style={{ marginTop: 10 }}>
        <FigureField
          at="/chassis/brakeFrontPct"
          label="Front brake bias"
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
      <p className="small muted" style={{ marginTop: 12 }}>
        Measure diameter and thickness of discs and drums with a calliper, or weigh them. Pedal, servo and brake
        callipers are required if brakes are purchased or mass increases.
      </p>
      <CarList name="brakes" chassis={chassis} />
    </>
  );
}

const axleOf = (f: FlatSprings, end: End): AxleSprings => ({
  springRateNPerMm: f[`${end} springRateNPerMm`],
  motionRatio: f[`${end} motionRatio`],
  unsprungKg: f[`${end} unsprungKg`],
  ...(f[`${end} bumpMm`] ? { bumpMm: f[`${end} bumpMm`] } : {}),
});
function flatSprings({ front, rear }: NonNullable<Chassis['springs']>): FlatSprings {
  return {
    'front springRateNPerMm': front.springRateNPerMm,
    'front motionRatio': front.motionRatio,
    'front unsprungKg': front.unsprungKg,
    'rear springRateNPerMm': rear.springRateNPerMm,
    'rear motionRatio': rear.motionRatio,
    'rear unsprungKg': rear.unsprungKg,
    ...(front.bumpMm ? { 'front bumpMm': front.bumpMm } : {}),
    ...(rear.bumpMm ? { 'rear bumpMm': rear.bumpMm } : {}),
  };
}
