import { DIFFERENTIALS, layoutOf, type Chassis, type DifferentialKind, type HalfShaft } from '@sable/core';
import type { Figure } from '@sable/core/units';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { FigureField } from '../../pieces/FigureField.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import css from '../../pieces/fields.module.css';
import { CarList } from './CarList.tsx';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';

const NOTHING = { low: 0, likely: 0, high: 0, evidence: 'measured' } as const;

type Tube = NonNullable<Chassis['propshaft']>;
type Core = NonNullable<Chassis['radiator']>;
type Room = NonNullable<Chassis['wheelRoom']>;

const tubeFields = (name: string, at: string): readonly WholeField<Tube>[] => [
  { key: 'outerDiameterMm', label: `${name} tube, outer diameter`, quantity: 'lengthMm', min: 10, max: 300 },
  { key: 'innerDiameterMm', label: `${name} tube, inner diameter`, quantity: 'lengthMm', min: 0, max: 300 },
  { key: 'pieces', label: `${name} sections`, quantity: 'count', min: 1, max: 3, whole: true },
  {
    key: 'ratingNm',
    at: `${at}/ratingNm`,
    label: `${name} rating, at its joints`,
    quantity: 'torqueNm',
    figure: true,
    optional: true,
    min: 1,
    max: 20_000,
  },
];
const TUBE = tubeFields('Propshaft', '/chassis/propshaft');
const FRONT_TUBE = tubeFields('Front propshaft', '/chassis/frontPropshaft');
const span = { quantity: 'lengthMm', digits: 0, min: 1, max: 3000 } as const;
const HALF_SHAFT: readonly WholeField<HalfShaft>[] = [
  { key: 'fullyInMm', label: 'Shortest, pushed in', ...span },
  { key: 'fullyOutMm', label: 'Longest, pulled out', ...span },
  { key: 'rightFullyInMm', label: 'Right: shortest, if other', optional: true, ...span },
  { key: 'rightFullyOutMm', label: 'Right: longest, if other', optional: true, ...span },
  {
    key: 'jointLimitDeg',
    label: 'Maximum joint angle',
    quantity: 'angleDeg',
    digits: 1,
    min: 1,
    max: 60,
    optional: true,
  },
];
const CORE: readonly WholeField<Core>[] = [
  {
    key: 'coreM2',
    at: '/chassis/radiator/coreM2',
    label: 'Radiator core area',
    quantity: 'areaM2',
    figure: true,
    min: 0.01,
    max: 2,
  },
  {
    key: 'thicknessMm',
    at: '/chassis/radiator/thicknessMm',
    label: 'Radiator core thickness',
    quantity: 'lengthMm',
    figure: true,
    min: 5,
    max: 200,
  },
];
const ROOM: readonly WholeField<Room>[] = [
  { key: 'bolts', label: 'Wheel bolt pattern, such as 4x100', quantity: 'words' },
  { key: 'widestMm', label: 'Maximum tyre width', quantity: 'lengthMm', figure: true, min: 80, max: 500 },
  {
    key: 'largestDiameterMm',
    label: 'Maximum tyre diameter at full travel',
    quantity: 'lengthMm',
    figure: true,
    min: 300,
    max: 1200,
  },
  { key: 'leastRimIn', label: 'Minimum rim diameter over the brakes', quantity: 'inch', min: 8, max: 30 },
  { key: 'offsetFromMm', label: 'Wheel offset, minimum', quantity: 'lengthMm', min: -100, max: 100 },
  { key: 'offsetToMm', label: 'Wheel offset, maximum', quantity: 'lengthMm', min: -100, max: 100 },
];

/** Axle, shafts, differential, room for tyres, radiator and cooling, brakes. */
export function DrivelineDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const { axleRating: axle } = chassis;
  const layout = layoutOf(chassis, {});
  const { propshaftsTo } = layout;
  const fitted = chassis.differentials?.find((d) => d.fitted)?.kind ?? '';
  const setDifferential = (kind: DifferentialKind) => {
    const others = (chassis.differentials ?? []).filter((d) => d.kind !== kind).map((d) => ({ ...d, fitted: false }));
    const old = chassis.differentials?.find((d) => d.kind === kind);
    put({ differentials: [{ ...old, kind, fitted: true, price: NOTHING, hours: NOTHING }, ...others] });
  };
  const rating = (key: 'pinionTorqueNm' | 'shaftTorqueNm', figure: Figure | undefined) => {
    const { [key]: _old, ...rest } = axle ?? {};
    const next = figure ? { ...rest, [key]: figure } : rest;
    const { axleRating: _gone, ...bare } = chassis;
    save('chassis', chassis, Object.keys(next).length === 0 ? bare : { ...bare, axleRating: next });
  };
  const kept = <K extends 'propshaft' | 'frontPropshaft' | 'halfShaft' | 'radiator' | 'wheelRoom'>(key: K) => ({
    name: key,
    stored: chassis[key],
    onKeep: (value: Chassis[K]) => {
      const { [key]: _old, ...rest } = chassis;
      save('chassis', chassis, (value === undefined ? rest : { ...rest, [key]: value }) as Chassis);
    },
  });
  return (
    <>
      <h3 style={{ marginTop: 18 }}>Axle</h3>
      <div className={css['figures']} style={{ marginTop: 10 }}>
        <ChoiceField
          label={chassis.drive === 'all' ? 'Differentials fitted, both axles' : 'Differential type'}
          value={fitted}
          choices={DIFFERENTIALS.map((d) => ({ value: d, label: d }))}
          onCommit={(v) => setDifferential(v as DifferentialKind)}
        />
        {chassis.drive === 'all' && chassis.centre === 'limited' && (
          <FigureField
            at="/chassis/centreBiasRatio"
            label="Centre differential, bias ratio"
            quantity="number"
            optional
            first="published"
            min={1}
            max={20}
            value={chassis.centreBiasRatio}
            onChange={(f) => {
              const { centreBiasRatio: _old, ...rest } = chassis;
              save('chassis', chassis, f ? { ...rest, centreBiasRatio: f } : rest);
            }}
          />
        )}
        <FigureField
          at="/chassis/axleRating/pinionTorqueNm"
          label="Axle rating at pinion"
          quantity="torqueNm"
          optional
          first="claimed"
          min={1}
          max={20_000}
          value={axle?.pinionTorqueNm}
          onChange={(f) => rating('pinionTorqueNm', f)}
        />
        <FigureField
          at="/chassis/axleRating/shaftTorqueNm"
          label="Half-shaft rating, each"
          quantity="torqueNm"
          optional
          first="claimed"
          min={1}
          max={20_000}
          value={axle?.shaftTorqueNm}
          onChange={(f) => rating('shaftTorqueNm', f)}
        />
        <FigureField
          at="/chassis/brakesForKw"
          label="Brakes rated for"
          quantity="powerKw"
          optional
          first="claimed"
          min={1}
          max={2000}
          value={chassis.brakesForKw}
          onChange={(f) => {
            const { brakesForKw: _old, ...rest } = chassis;
            save('chassis', chassis, f ? { ...rest, brakesForKw: f } : rest);
          }}
        />
        {chassis.drive === 'all' && (
          <QuantityField
            label="Transfer case, low range"
            quantity="ratio"
            digits={2}
            optional
            min={1.01}
            max={10}
            value={chassis.transferLow}
            onCommit={(v) => {
              const { transferLow: _old, ...rest } = chassis;
              save('chassis', chassis, v === undefined ? rest : { ...rest, transferLow: v });
            }}
          />
        )}
      </div>
      {(propshaftsTo.length > 0 || layout.boxApart || chassis.propshaft) && (
        <WholeForm
          title={layout.shaftToBox === 'torque tube' ? 'Shaft in the torque tube' : 'Propshaft'}
          fields={TUBE}
          {...kept('propshaft')}
        />
      )}
      {(propshaftsTo.length > 1 || chassis.frontPropshaft) && (
        <WholeForm title="Front propshaft" fields={FRONT_TUBE} {...kept('frontPropshaft')} />
      )}
      {/* Of a car that takes either kind of gearbox they are asked once it has the one that drives them. */}
      {(layout.asksFinalDriveInside !== false || chassis.halfShaft) && (
        <WholeForm title="Half shafts, between joint centres" fields={HALF_SHAFT} {...kept('halfShaft')} />
      )}
      <WholeForm title="Radiator" fields={CORE} {...kept('radiator')} />
      <p className="small muted" style={{ marginTop: 12 }}>
        Air duct and fan current matter as much as radiator size; missing data never counts as clear.
      </p>
      <CarList name="cooling" chassis={chassis} />
      <WholeForm title="Space for wheels" fields={ROOM} {...kept('wheelRoom')} />
    </>
  );
}
