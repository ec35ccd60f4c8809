import { DIFFERENTIALS, type Chassis, type DifferentialKind } from '@sable/core';
import type { Figure, Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

const read = (old: Figure | undefined, value: number): Figure => {
  const { plusMinus: _old, ...rest } = old ?? { value };
  return { ...rest, value, evidence: 'measured' };
};
const told = (old: Figure | undefined, value: number): Figure => {
  const { plusMinus: _old, ...rest } = old ?? { value };
  return { ...rest, value, evidence: 'claimed' };
};

const NOTHING = { low: 0, likely: 0, high: 0, evidence: 'measured' } as const;
/** Something to begin from where nothing was noted yet; every field stands open beside it. */
const ROOM: NonNullable<Chassis['wheelRoom']> = {
  bolts: '4x100',
  widestMm: { value: 185, evidence: 'estimated' },
  largestDiameterMm: { value: 600, evidence: 'estimated' },
  leastRimIn: 13,
  offsetFromMm: 20,
  offsetToMm: 40,
};
const TUBE: NonNullable<Chassis['propshaft']> = { outerDiameterMm: 63.5, innerDiameterMm: 60.2, pieces: 1 };
const CORE: NonNullable<Chassis['radiator']> = {
  coreM2: { value: 0.16, evidence: 'estimated' },
  thicknessMm: { value: 32, evidence: 'estimated' },
};

/** What stands behind the gearbox and round the wheels: axle, shafts, differential, room for tyres, radiator, brakes. */
export function DrivelineDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const { wheelRoom: room, propshaft: tube, radiator, axleRating: axle } = chassis;
  const fitted = chassis.differentials?.find((d) => d.fitted)?.kind ?? 'open';
  const setDifferential = (kind: DifferentialKind) => {
    const others = (chassis.differentials ?? []).filter((d) => d.kind !== kind).map((d) => ({ ...d, fitted: false }));
    const old = chassis.differentials?.find((d) => d.kind === kind);
    put({ differentials: [{ ...old, kind, fitted: true, price: NOTHING, hours: NOTHING }, ...others] });
  };
  const rating = (key: 'pinionTorqueNm' | 'shaftTorqueNm', v: number | undefined) => {
    const { [key]: old, ...rest } = axle ?? {};
    const next = v === undefined ? rest : { ...rest, [key]: told(old, v) };
    const { axleRating: _gone, ...bare } = chassis;
    save('chassis', chassis, Object.keys(next).length === 0 ? bare : { ...bare, axleRating: next });
  };
  const number = (
    label: string,
    quantity: Quantity,
    value: number | undefined,
    onCommit: (v: number) => void,
    more: { digits?: number; min?: number; max?: number } = {},
  ) => (
    <QuantityField
      key={label}
      label={label}
      quantity={quantity}
      min={0.001}
      value={value}
      onCommit={(v) => v !== undefined && onCommit(v)}
      {...more}
    />
  );
  return (
    <>
      <h3 style={{ marginTop: 18 }}>Driveline, wheels, cooling</h3>
      <div className={layout['form-grid']} style={{ marginTop: 10 }}>
        {chassis.drive !== 'all' && (
          <ChoiceField
            label="Differential fitted"
            value={fitted}
            choices={DIFFERENTIALS.map((d) => ({ value: d, label: d }))}
            onCommit={(v) => setDifferential(v as DifferentialKind)}
          />
        )}
        <QuantityField
          at="/chassis/axleRating/pinionTorqueNm"
          label="Axle stands, at its pinion"
          quantity="torqueNm"
          optional
          min={1}
          value={axle?.pinionTorqueNm?.value}
          onCommit={(v) => rating('pinionTorqueNm', v)}
        />
        <QuantityField
          at="/chassis/axleRating/shaftTorqueNm"
          label="One half shaft stands"
          quantity="torqueNm"
          optional
          min={1}
          value={axle?.shaftTorqueNm?.value}
          onCommit={(v) => rating('shaftTorqueNm', v)}
        />
        <QuantityField
          label="Brakes good for"
          quantity="powerKw"
          optional
          min={1}
          value={chassis.brakesForKw?.value}
          onCommit={(v) => {
            const { brakesForKw: old, ...rest } = chassis;
            save('chassis', chassis, v === undefined ? rest : { ...rest, brakesForKw: told(old, v) });
          }}
        />
        {chassis.drive === 'all' && (
          <QuantityField
            label="Low range of the transfer case"
            quantity="number"
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
        {tube && (
          <>
            {number(
              'Propshaft tube, outside',
              'lengthMm',
              tube.outerDiameterMm,
              (v) => put({ propshaft: { ...tube, outerDiameterMm: v } }),
              { digits: 1 },
            )}
            {number(
              'Propshaft tube, inside',
              'lengthMm',
              tube.innerDiameterMm,
              (v) => put({ propshaft: { ...tube, innerDiameterMm: v } }),
              { digits: 1 },
            )}
            {number(
              'Propshaft in pieces',
              'count',
              tube.pieces,
              (v) => put({ propshaft: { ...tube, pieces: Math.round(v) } }),
              { min: 1, max: 3 },
            )}
          </>
        )}
        {radiator && (
          <>
            {number(
              'Radiator core, face',
              'areaM2',
              radiator.coreM2.value,
              (v) => put({ radiator: { ...radiator, coreM2: read(radiator.coreM2, v) } }),
              { digits: 3 },
            )}
            {number('Radiator core, thickness', 'lengthMm', radiator.thicknessMm.value, (v) =>
              put({ radiator: { ...radiator, thicknessMm: read(radiator.thicknessMm, v) } }),
            )}
          </>
        )}
        {room && (
          <>
            <WordsField
              label="Bolts of the hub"
              value={room.bolts}
              onCommit={(bolts) => put({ wheelRoom: { ...room, bolts } })}
            />
            {number('Widest tyre in the arch', 'lengthMm', room.widestMm.value, (v) =>
              put({ wheelRoom: { ...room, widestMm: read(room.widestMm, v) } }),
            )}
            {number('Largest tyre at full travel', 'lengthMm', room.largestDiameterMm.value, (v) =>
              put({ wheelRoom: { ...room, largestDiameterMm: read(room.largestDiameterMm, v) } }),
            )}
            {number(
              'Smallest rim over the brakes',
              'inch',
              room.leastRimIn,
              (v) => put({ wheelRoom: { ...room, leastRimIn: v } }),
              { min: 8, max: 30 },
            )}
            {number(
              'Offset from',
              'lengthMm',
              room.offsetFromMm,
              (v) => put({ wheelRoom: { ...room, offsetFromMm: v } }),
              { min: -100, max: 100 },
            )}
            {number('Offset to', 'lengthMm', room.offsetToMm, (v) => put({ wheelRoom: { ...room, offsetToMm: v } }), {
              min: -100,
              max: 100,
            })}
          </>
        )}
      </div>
      <div style={{ display: 'flex', gap: 8, flexWrap: 'wrap', marginTop: 10 }}>
        {!tube && <Button onClick={() => put({ propshaft: TUBE })}>Note the propshaft</Button>}
        {!radiator && <Button onClick={() => put({ radiator: CORE })}>Note the radiator</Button>}
        {!room && <Button onClick={() => put({ wheelRoom: ROOM })}>Note the room for wheels</Button>}
      </div>
    </>
  );
}
