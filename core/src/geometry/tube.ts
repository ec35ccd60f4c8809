import type { Route } from '../model/index.ts';
import { InputError } from '../units/index.ts';
import { cylinderOf, type Convex } from './convex.ts';
import { add, dot, length, sub, times, unit, type V3 } from './vec.ts';

/** One bend of a route: where, how much it turns, and the widest radius that its legs leave room for. */
export interface Bend {
  readonly point: number;
  readonly atMm: V3;
  readonly turnDeg: number;
  readonly radiusMm: number;
  readonly leastMm: number;
}

export interface Tube {
  /** Round bars that together cover the swept tube. */
  readonly pieces: readonly Convex[];
  /** Centre line, mm. */
  readonly lengthMm: number;
  readonly bends: readonly Bend[];
  /** Points of the centre line, for drawing. */
  readonly line: readonly V3[];
}

const ARC_STEP_DEG = 15;

/**
 * A route as a tube swept along its legs, each corner rounded by the least bend radius of its stuff. Where two bends
 * share a leg, each may take half of it; where that is too little the bend is drawn as wide as fits and told as too tight.
 * @throws InputError when two points on the way lie in one place, or the route turns back on itself.
 */
export function tubeOf(route: Pick<Route, 'pointsMm' | 'diameterMm' | 'leastBendRadiusMm'>, pointer = ''): Tube {
  const points: readonly V3[] = route.pointsMm;
  const legs = points.slice(1).map((p, i) => {
    const way = sub(p, points[i]!);
    if (length(way) < 1e-6)
      throw new InputError(
        `${pointer}/pointsMm/${i + 1}`,
        `Points ${i + 1} and ${i + 2} of the route lie in one place.`,
      );
    return { unit: unit(way), length: length(way) };
  });
  const line: V3[] = [points[0]!];
  const bends: Bend[] = [];
  let lengthMm = legs.reduce((s, l) => s + l.length, 0);
  for (let i = 1; i < points.length - 1; i++) {
    const before = legs[i - 1]!;
    const after = legs[i]!;
    const turn = Math.acos(Math.min(1, Math.max(-1, dot(before.unit, after.unit))));
    if (turn > Math.PI - 0.02)
      throw new InputError(`${pointer}/pointsMm/${i}`, `Route reverses direction at point ${i + 1}.`);
    if (turn < 1e-4) {
      line.push(points[i]!);
      continue;
    }
    const room = Math.min(
      i === 1 ? before.length : before.length / 2,
      i === points.length - 2 ? after.length : after.length / 2,
    );
    const half = Math.tan(turn / 2);
    const widest = room / half;
    const radius = Math.min(route.leastBendRadiusMm, widest);
    bends.push({
      point: i,
      atMm: points[i]!,
      turnDeg: (turn * 180) / Math.PI,
      radiusMm: widest,
      leastMm: route.leastBendRadiusMm,
    });
    const tangent = radius * half;
    lengthMm += radius * turn - 2 * tangent;
    const start = sub(points[i]!, times(before.unit, tangent));
    // Centre of the arc: square to the leg, towards the inside of the turn.
    const inward = unit(sub(after.unit, times(before.unit, dot(after.unit, before.unit))));
    const centre = add(start, times(inward, radius));
    const steps = Math.max(1, Math.ceil((turn * 180) / Math.PI / ARC_STEP_DEG));
    for (let s = 0; s <= steps; s++) {
      const a = (turn * s) / steps;
      line.push(add(centre, add(times(inward, -radius * Math.cos(a)), times(before.unit, radius * Math.sin(a)))));
    }
  }
  line.push(points[points.length - 1]!);
  const distinct = line.filter((p, i) => i === 0 || length(sub(p, line[i - 1]!)) > 1e-6);
  const radius = route.diameterMm / 2;
  const pieces = distinct.slice(1).map((to, i) => {
    const from = distinct[i]!;
    // Joined at an angle, two bars leave a wedge open outside the turn: each is lengthened to cover it.
    const reach = (at: number) => {
      const a = distinct[at - 1];
      const b = distinct[at];
      const c = distinct[at + 1];
      if (!a || !b || !c) return 0;
      const bend = Math.acos(Math.min(1, Math.max(-1, dot(unit(sub(b, a)), unit(sub(c, b))))));
      return radius * Math.tan(bend / 2);
    };
    const way = unit(sub(to, from));
    return cylinderOf(sub(from, times(way, reach(i))), add(to, times(way, reach(i + 1))), radius);
  });
  return { pieces, lengthMm, bends, line: distinct };
}
