import type { V3 } from '../../geometry/index.ts';
import type { Candidate, MountSchool } from '../../model/index.ts';

/** How far a powertrain moves on its mounts: all that a gap needs to know of them. */
export interface Movement {
  /** What it sits on, as it stands in sentences: "rubber". */
  readonly on: string;
  /** How far a point of the powertrain, vehicle axes in mm, may come along a direction (a unit vector), mm. */
  at(pointMm: V3, direction: V3): number;
  /** No point comes farther along any direction, mm: for what must be bounded before the place is known. */
  readonly mostMm: number;
}

/**
 * Until mounts are modelled for themselves these stand in, mm: typical extremes of torque reaction and bump for a
 * longitudinal engine of ordinary weight, the same at every point.
 */
const TYPICAL_MM: Readonly<Record<MountSchool, number>> = { solid: 1, polyurethane: 5, rubber: 10 };

const movementOn = (school: MountSchool): Movement => ({
  on: school,
  at: () => TYPICAL_MM[school],
  mostMm: TYPICAL_MM[school],
});
const MOVEMENTS: Readonly<Record<MountSchool, Movement>> = {
  solid: movementOn('solid'),
  polyurethane: movementOn('polyurethane'),
  rubber: movementOn('rubber'),
};

/** The movement of a candidate's powertrain on the mounts that it has. */
export function movementOf(candidate: Pick<Candidate, 'mountSchool'>): Movement {
  return MOVEMENTS[candidate.mountSchool];
}

/** The same powertrain on firmer mounts that still spare the car; undefined where it sits on such already. */
export function firmerOf(candidate: Pick<Candidate, 'mountSchool'>): Movement | undefined {
  return candidate.mountSchool === 'rubber' ? MOVEMENTS.polyurethane : undefined;
}

/** The way from one solid to another across their gap, or out of their overlap: a unit vector; up where they touch. */
export function wayAcross(found: {
  readonly signedDistanceMm: number;
  readonly witnessA: V3;
  readonly witnessB: V3;
}): V3 {
  const { witnessA: a, witnessB: b } = found;
  const across = Math.sqrt((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2 + (b[2] - a[2]) ** 2);
  if (across < 1e-9) return [0, 0, 1];
  const k = (found.signedDistanceMm < 0 ? -1 : 1) / across;
  return [(b[0] - a[0]) * k, (b[1] - a[1]) * k, (b[2] - a[2]) * k];
}
