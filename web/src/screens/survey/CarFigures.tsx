import { usualDragArea, type Chassis } from '@sable/core';
import type { Figure, Quantity } from '@sable/core/units';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { FigureField, type Typical } from '../../pieces/FigureField.tsx';
import fields from '../../pieces/fields.module.css';

type Key =
  | 'wheelbaseMm'
  | 'trackFrontMm'
  | 'trackRearMm'
  | 'tankL'
  | 'dragAreaM2'
  | 'rollingCoefficient'
  | 'axleEfficiency';

interface Row {
  readonly key: Key;
  readonly label: string;
  readonly quantity: Quantity;
  readonly min: number;
  readonly max: number;
  readonly help?: string;
  readonly typical?: Typical;
}

/** What sums about the car rest on, with what is usual for it. */
const ROWS: readonly Row[] = [
  { key: 'wheelbaseMm', label: 'Wheelbase', quantity: 'lengthMm', min: 500, max: 6000 },
  { key: 'trackFrontMm', label: 'Track, front', quantity: 'lengthMm', min: 500, max: 3000 },
  { key: 'trackRearMm', label: 'Track, rear', quantity: 'lengthMm', min: 500, max: 3000 },
  { key: 'tankL', label: 'Tank', quantity: 'volumeL', min: 1, max: 500 },
  {
    key: 'dragAreaM2',
    label: 'Drag area',
    quantity: 'areaM2',
    min: 0.1,
    max: 5,
    help: 'drag coefficient × frontal area',
  },
  {
    key: 'rollingCoefficient',
    label: 'Rolling resistance',
    quantity: 'number',
    min: 0.001,
    max: 0.2,
    typical: { value: 0.013, plusMinus: 0.002, source: 'typical of road tyres' },
  },
  {
    key: 'axleEfficiency',
    label: 'Axle efficiency',
    quantity: 'number',
    min: 0.5,
    max: 1,
    typical: { value: 0.96, plusMinus: 0.01, source: 'typical of a hypoid axle' },
  },
];

/** Lengths, tank and what the road takes; each with its ±, evidence and source. */
export function CarFigures({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (key: Key, figure: Figure | undefined) => {
    const { [key]: _old, ...rest } = chassis;
    save('chassis', chassis, figure ? { ...rest, [key]: figure } : rest);
  };
  return (
    <>
      <div className={fields['figures']} style={{ marginTop: 12 }}>
        {ROWS.map(({ key, ...row }) => (
          <FigureField
            key={key}
            at={`/chassis/${key}`}
            {...row}
            {...(key === 'dragAreaM2' ? { typical: usualDragArea(chassis.body) } : {})}
            optional
            value={chassis[key]}
            onChange={(f) => put(key, f)}
          />
        ))}
      </div>
    </>
  );
}
