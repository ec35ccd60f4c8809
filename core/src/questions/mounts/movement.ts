import { cross, length, type V3 } from '../../geometry/index.ts';
import type { Candidate, MountSchool } from '../../model/index.ts';
import type { LoadCase } from './loads.ts';

/** How the powertrain lies in one load case against where it hangs at rest: shift of its centre of mass, mm, and turn, rad. */
export interface CaseMotion {
  readonly case: LoadCase;
  readonly shiftMm: V3;
  readonly turnRad: V3;
}

/** All that movement rests on, as it can be handed from thread to thread. */
export interface MovementData {
  /** What it sits on, as it stands in sentences: "rubber". */
  readonly on: string;
  readonly comMm: V3;
  readonly cases: readonly CaseMotion[];
  /** Stands in at every point where nobody has said what carries it, mm. */
  readonly typicalMm?: number;
  /** A gearbox that hangs by itself, away from the engine: all that stands on its side of a plane across the car moves so. */
  readonly apart?: { readonly data: MovementData; readonly splitXMm: number; readonly behind: boolean };
}

/** How far a powertrain moves on its mounts: all that a gap needs to know of them. */
export interface Movement {
  readonly on: string;
  readonly data: MovementData;
  /** How far a point of the powertrain, vehicle axes in mm, may come along a direction (a unit vector), mm. */
  at(pointMm: V3, direction: V3): number;
  /** The load in which it comes farthest that way; undefined where a typical figure stands in. */
  caseAt(pointMm: V3, direction: V3): LoadCase | undefined;
  /** No point comes farther along any direction, mm: for what must be bounded before the place is known. */
  readonly mostMm: number;
  /** The same for one solid, by its corners: x, y, z by turns, vehicle axes in mm. */
  mostOf(corners: readonly number[]): number;
}

/**
 * Until somebody says what carries it these stand in, mm: typical extremes of torque reaction and bump for a longitudinal engine
 * of ordinary weight, the same at every point.
 */
const TYPICAL_MM: Readonly<Record<MountSchool, number>> = { solid: 1, polyurethane: 5, rubber: 10, hydraulic: 9 };

/** No point of a powertrain lies farther from its centre of mass, mm. */
const FARTHEST_MM = 1500;

export const typicalMovement = ({ mountSchool }: Pick<Candidate, 'mountSchool'>): MovementData => ({
  on: mountSchool,
  comMm: [0, 0, 0],
  cases: [],
  typicalMm: TYPICAL_MM[mountSchool],
});

/** How far a point moves in a case, mm. */
export function motionAt({ shiftMm, turnRad }: CaseMotion, comMm: V3, pointMm: V3): V3 {
  const by = cross(turnRad, [pointMm[0] - comMm[0], pointMm[1] - comMm[1], pointMm[2] - comMm[2]]);
  return [shiftMm[0] + by[0], shiftMm[1] + by[1], shiftMm[2] + by[2]];
}

/** A direction that turns with it in a case. */
export function turned({ turnRad }: CaseMotion, direction: V3): V3 {
  const by = cross(turnRad, direction);
  return [direction[0] + by[0], direction[1] + by[1], direction[2] + by[2]];
}

export function movementOf(data: MovementData): Movement {
  const { on, comMm, cases, typicalMm, apart } = data;
  if (apart) return ofTwo(data, apart);
  if (typicalMm !== undefined)
    return { on, data, at: () => typicalMm, caseAt: () => undefined, mostMm: typicalMm, mostOf: () => typicalMm };
  const farthest = (p: V3, d: V3) => {
    // (θ × r)·d = θ·(r × d): of all that depends on the case only two products are left. Asked for every pair of every judgement.
    const [x, y, z] = [p[0] - comMm[0], p[1] - comMm[1], p[2] - comMm[2]];
    const [a, b, c] = [y * d[2] - z * d[1], z * d[0] - x * d[2], x * d[1] - y * d[0]];
    let most = 0;
    let at: LoadCase | undefined;
    for (const { case: which, shiftMm: s, turnRad: t } of cases) {
      const comes = s[0] * d[0] + s[1] * d[1] + s[2] * d[2] + t[0] * a + t[1] * b + t[2] * c;
      if (comes <= most) continue;
      most = comes;
      at = which;
    }
    return { most, at };
  };
  return {
    on,
    data,
    at: (point, direction) => farthest(point, direction).most,
    caseAt: (point, direction) => farthest(point, direction).at,
    mostMm: Math.max(0, ...cases.map((c) => length(c.shiftMm) + length(c.turnRad) * FARTHEST_MM)),
    mostOf: (corners) => {
      let most = 0;
      for (const c of cases)
        for (let i = 0; i < corners.length; i += 3)
          most = Math.max(most, length(motionAt(c, comMm, [corners[i]!, corners[i + 1]!, corners[i + 2]!])));
      return most;
    },
  };
}

/** Engine and gearbox each on their own mounts: a point moves with the one on whose side it stands. */
function ofTwo(data: MovementData, { data: other, splitXMm, behind }: NonNullable<MovementData['apart']>): Movement {
  const { apart: _apart, ...own } = data;
  const [engine, box] = [movementOf(own), movementOf(other)];
  const of = (x: number) => (x < splitXMm === behind ? box : engine);
  return {
    on: engine.on === box.on ? engine.on : `${engine.on}, the gearbox on ${box.on}`,
    data,
    at: (point, direction) => of(point[0]).at(point, direction),
    caseAt: (point, direction) => of(point[0]).caseAt(point, direction),
    mostMm: Math.max(engine.mostMm, box.mostMm),
    mostOf: (corners) => of(corners[0] ?? 0).mostOf(corners),
  };
}

/** The movement of the body that a point belongs to. */
export const dataAt = (data: MovementData, [x]: V3): MovementData =>
  data.apart && x < data.apart.splitXMm === data.apart.behind ? data.apart.data : data;

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
