import type { Chassis } from '@sable/core';
import { readTyreCode } from '@sable/core/questions/gearing';
import { formatNumber, unitOf } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import css from './survey.module.css';

const PAD = 260;
/** Drawn where nobody has entered it; dashed then, and no length is written. */
const SOME_WHEELBASE = 2400;
const SOME_WHEEL = 590;

/** Diameter of the wheel on the car, mm; undefined where no tyre that can be read is on it. */
function wheelOf(chassis: Chassis): number | undefined {
  const fitted = chassis.tyres.find((t) => t.fitted);
  try {
    return fitted && readTyreCode(fitted.code).freeDiameterMm;
  } catch {
    return undefined;
  }
}

/** The car from the left: axles, wheelbase, axle loads, and what can come out of it as discs whose area is their mass. */
export function CarDrawing({ chassis }: { chassis: Chassis }) {
  const units = useUnits();
  const length = chassis.wheelbaseMm?.value;
  const base = length ?? SOME_WHEELBASE;
  const wheel = wheelOf(chassis);
  const radius = (wheel ?? SOME_WHEEL) / 2;
  const { frontKg, rearKg, comZMm } = chassis.weighing;
  const total = frontKg && rearKg ? frontKg.value + rearKg.value : undefined;
  const comX = total === undefined ? undefined : (-base * rearKg!.value) / total;
  // Forward is left on the sheet, up is up.
  const X = (x: number) => -x;
  const high = Math.max(2 * radius, comZMm?.value ?? 0, ...chassis.lumps.map((l) => l.comMm[2])) + 110;
  const left = -radius - PAD;
  const right = base + radius + PAD;
  const kg = (value: number) => `${formatNumber(value, 'massKg', units)} ${unitOf('massKg', units)}`;
  const axles = [
    ['Front', 0, frontKg],
    ['Rear', base, rearKg],
  ] as const;
  return (
    <section className="block">
      <h2>The car from the left</h2>
      <svg
        className={css['car']}
        viewBox={`${left} ${-high - 40} ${right - left} ${high + 260}`}
        role="img"
        aria-label="Left side view with removable parts"
      >
        <line x1={left} x2={right} y1={0} y2={0} className={css['ground']} />
        {axles.map(([name, x, load]) => (
          <g key={name}>
            <circle
              cx={x}
              cy={-radius}
              r={radius}
              className={css['wheel']}
              strokeDasharray={wheel ? undefined : '22 16'}
            />
            <circle cx={x} cy={-radius} r={radius * 0.12} className={css['wheel']} />
            <text x={x} y={92} textAnchor="middle" fontSize="58">
              {load ? kg(load.value) : `${name} axle not weighed`}
            </text>
          </g>
        ))}
        <g className={css['measure']}>
          <line x1={0} x2={base} y1={140} y2={140} strokeDasharray={length ? undefined : '22 16'} />
          <line x1={0} x2={0} y1={110} y2={170} />
          <line x1={base} x2={base} y1={110} y2={170} />
          <text x={base / 2} y={205} textAnchor="middle" fontSize="58">
            {length
              ? `${formatNumber(length, 'lengthMm', units)} ${unitOf('lengthMm', units)}`
              : 'wheelbase not entered'}
          </text>
        </g>
        {chassis.lumps.map((l) => (
          <g key={l.id} data-leaves={l.leavesWith}>
            <circle cx={X(l.comMm[0])} cy={-l.comMm[2]} r={12 * Math.sqrt(l.massKg.value)} className={css['lump']} />
            <title>{`${l.name}, ${kg(l.massKg.value)}`}</title>
          </g>
        ))}
        {(chassis.shell ?? []).map((spot) => (
          <circle
            key={spot.id}
            cx={X(spot.atMm[0])}
            cy={-spot.atMm[2]}
            r={Math.max(spot.reachMm, 14)}
            className={css['spot']}
            data-sound={spot.state === 'strengthened'}
          >
            <title>{`${spot.name}: ${spot.state}`}</title>
          </circle>
        ))}
        {comX !== undefined && comZMm && (
          <g className={css['com']} transform={`translate(${X(comX)} ${-comZMm.value})`}>
            <path d="M-34 0H34M0 -34V34" />
            <circle r="26" />
            <text x="46" y="-30" fontSize="52">
              centre of mass
            </text>
          </g>
        )}
      </svg>
      {chassis.lumps.length > 0 && (
        <ul className={css['key']}>
          {chassis.lumps.map((l) => (
            <li key={l.id}>
              {l.name} <span className="num muted">{kg(l.massKg.value)}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
