import { layoutOf, type Chassis } from '@sable/core';
import { formatNumber, unitOf } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import css from './survey.module.css';

type Point = readonly [number, number, number];

/** A place that is read with a tape. Where nobody has read it, it is drawn where such cars have it. */
interface Mark {
  readonly name: string;
  /** What the tape goes to. */
  readonly what: string;
  readonly atMm: Point;
  readonly read: boolean;
}

const SOME = { wheelbaseMm: 2400, trackMm: 1350, hubMm: 300 } as const;

/** What is read of this layout, in the order of walking round; what its drive has not is not asked. */
function marksOf(chassis: Chassis): Mark[] {
  const base = chassis.wheelbaseMm?.value ?? SOME.wheelbaseMm;
  const across = chassis.engineLies === 'transverse';
  const { shifterAperture, pinion, frontPinion, axleSprocketMm, hubs, drive } = chassis;
  const layout = layoutOf(chassis, {});
  const behind = drive !== 'front';
  // A live axle carries its shafts within.
  const live = chassis.controlArms?.rear?.startsWith('live axle') ?? (drive === 'rear' && !across);
  const jointed = drive === 'front' || !live;
  const half = ((behind ? chassis.trackRearMm : chassis.trackFrontMm)?.value ?? SOME.trackMm) / 2 - 120;
  const axle = behind ? -base : 0;
  const pads: Mark[] = chassis.pads.map((p) => ({
    name: p.name,
    what: 'centre of the chassis mount',
    atMm: p.atMm,
    read: true,
  }));
  return [
    ...(pads.length > 0
      ? pads
      : [-1, 1].map((side) => ({
          name: side > 0 ? 'left chassis mount' : 'right chassis mount',
          what: 'centre of the chassis mount',
          atMm: [-120, 300 * side, 420] as const,
          read: false,
        }))),
    ...(!layout.leverOverGearbox && !shifterAperture
      ? []
      : [
          {
            name: 'shifter opening',
            what: 'middle of the hole in the floor',
            atMm: shifterAperture?.centreMm ?? ([-1150, 0, 430] as const),
            read: shifterAperture !== undefined,
          },
        ]),
    ...(!layout.propshaftsTo.includes('rear') && !pinion
      ? []
      : [
          {
            name: 'pinion flange',
            what: 'middle of the joint at the final drive',
            atMm: pinion?.atMm ?? ([160 - base, 0, SOME.hubMm] as const),
            read: pinion !== undefined,
          },
        ]),
    ...(layout.propshaftsTo.length > 1
      ? [
          {
            name: 'front pinion flange',
            what: 'middle of the joint at the front axle',
            atMm: frontPinion?.atMm ?? ([-220, 200, SOME.hubMm] as const),
            read: frontPinion !== undefined,
          },
        ]
      : []),
    ...(layout.chain
      ? [
          {
            name: 'axle sprocket',
            what: 'middle of the sprocket on the axle',
            atMm: axleSprocketMm ?? ([axle, -100, SOME.hubMm] as const),
            read: axleSprocketMm !== undefined,
          },
        ]
      : []),
    ...(hubs || (jointed && !layout.chain) ? (['left', 'right'] as const) : []).map((side): Mark => ({
      name: `${side} outer joint`,
      what: 'middle of the outer joint of the half shaft',
      atMm: hubs ? hubs[`${side}Mm`] : [axle, side === 'left' ? half : -half, SOME.hubMm],
      read: hubs !== undefined,
    })),
  ];
}

/** Pads, shifter hole, pinion and hubs from the left and from above, with the lines that the tape starts from. */
export function SeatsDrawing({ chassis }: { chassis: Chassis }) {
  const units = useUnits();
  const marks = marksOf(chassis);
  const base = chassis.wheelbaseMm?.value ?? SOME.wheelbaseMm;
  const open = marks.filter((m) => !m.read);
  const left = -Math.max(350, ...marks.map((m) => m.atMm[0])) - 150;
  const right = Math.max(base, ...marks.map((m) => -m.atMm[0])) + 350;
  const high = Math.max(700, ...marks.map((m) => m.atMm[2])) + 120;
  const wide = Math.max(780, ...marks.map((m) => Math.abs(m.atMm[1]))) + 120;
  // The plan stands below the side view; forward is left on the sheet, and so the left of the car is below.
  const plan = wide + 190;
  const axles = [
    { x: 0, trackMm: chassis.trackFrontMm?.value ?? SOME.trackMm },
    { x: base, trackMm: chassis.trackRearMm?.value ?? SOME.trackMm },
  ];
  const length = (mm: number) => formatNumber(mm, 'lengthMm', units, { digits: 0 });
  const said = ([x, y, z]: Point) => `${length(x)}, ${length(y)}, ${length(z)} ${unitOf('lengthMm', units)}`;
  const dot = (m: Mark, cx: number, cy: number, n: number) => (
    <g key={`${m.name} ${cy}`} className={css['seat']} data-read={m.read}>
      <circle cx={cx} cy={cy} r="46" />
      <text x={cx} y={cy + 23} textAnchor="middle" fontSize="66">
        {n}
      </text>
    </g>
  );
  return (
    <section className="block">
      <h2>Measuring points</h2>
      <svg
        className={css['car']}
        style={{ maxHeight: 460 }}
        viewBox={`${left} ${-high} ${right - left} ${high + plan + wide + 40}`}
        role="img"
        aria-label={`Seats from the left and from above. ${open.length === 0 ? 'All measured.' : `Not measured: ${open.map((m) => m.name).join(', ')}.`}`}
      >
        <line x1={left} x2={right} y1={0} y2={0} className={css['ground']} />
        <text x={right - 20} y={60} textAnchor="end" fontSize="64">
          floor
        </text>
        {axles.map(({ x, trackMm }) => (
          <g key={x} className={css['wheel']} aria-hidden="true">
            <circle cx={x} cy={-SOME.hubMm} r={SOME.hubMm} />
            {[-1, 1].map((side) => (
              <rect
                key={side}
                x={x - SOME.hubMm}
                y={plan + (side * trackMm) / 2 - 85}
                width={2 * SOME.hubMm}
                height="170"
                rx="40"
              />
            ))}
          </g>
        ))}
        <g className={css['measure']}>
          <line x1={0} x2={0} y1={-high} y2={plan + wide} strokeDasharray="30 14" />
          <line x1={left} x2={right} y1={plan} y2={plan} strokeDasharray="30 14" />
        </g>
        <text x={16} y={-high + 52} fontSize="64">
          front axle
        </text>
        <text x={right - 20} y={plan - 18} textAnchor="end" fontSize="64">
          middle of the car
        </text>
        {marks.map((m, i) => dot(m, -m.atMm[0], -m.atMm[2], i + 1))}
        {marks.map((m, i) => dot(m, -m.atMm[0], plan + m.atMm[1], i + 1))}
      </svg>
      <ol className={css['key']} style={{ listStyle: 'none', padding: 0 }}>
        {marks.map((m, i) => (
          <li key={m.name}>
            {i + 1} {m.name}: {m.what},{' '}
            {m.read ? <span className="num muted">{said(m.atMm)}</span> : <b>not measured</b>}
          </li>
        ))}
      </ol>
      <p className="muted small">
        Ahead of the front axle, left of the middle, above the floor; behind, right and below are minus.
      </p>
    </section>
  );
}
