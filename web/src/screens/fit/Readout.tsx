import type { Placement } from '@sable/core';
import { systemOf, formatNumber, unitOf } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import type { LiveFit } from './live.ts';
import { useStanding } from './ViewPane.tsx';
import css from './fit.module.css';

/** Where the engine stands, as a fabricator would call it out. */
export function Readout({ live }: { live: LiveFit }) {
  const { placement: p } = useStanding(live);
  const units = useUnits();
  const mm = (v: number) =>
    formatNumber(Math.abs(v), 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'metric' ? 1 : 2 });
  const deg = (v: number) => `${formatNumber(Math.abs(v), 'angleDeg', units, { digits: 1 })}°`;
  const row: readonly (readonly [string, string])[] = [
    [p.xMm <= 0 ? 'back' : 'forward', mm(p.xMm)],
    [p.yMm >= 0 ? 'left' : 'right', mm(p.yMm)],
    [p.zMm >= 0 ? 'up' : 'down', mm(p.zMm)],
    [p.pitchDeg >= 0 ? 'nose up' : 'nose down', deg(p.pitchDeg)],
    ...(p.cantDeg === 0 ? [] : [[p.cantDeg > 0 ? 'roll right' : 'cant left', deg(p.cantDeg)] as const]),
  ];
  return (
    <dl
      className={`${css['readout']} num`}
      aria-label={`Crankshaft axis at rear face of block; origin: front axle, ground, ${unitOf('lengthMm', units)}`}
    >
      {row.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

export const samePlace = (a: Placement, b: Placement): boolean =>
  a.xMm === b.xMm &&
  a.yMm === b.yMm &&
  a.zMm === b.zMm &&
  a.pitchDeg === b.pitchDeg &&
  a.cantDeg === b.cantDeg &&
  a.yawDeg === b.yawDeg;
