import type { Candidate, Obstacle, ObstacleRole, Route, RouteKind, Solid } from '../../model/index.ts';
import { wayAcross, type Movement } from '../mounts/index.ts';
import type { BayBody } from './bay.ts';
import type { PlacedSolid } from './clearances.ts';
import { boundsGapSquared, type Convex, signedDistance, type Tube, tubeOf, type V3 } from '../../geometry/index.ts';
import { baseClearance, heatClearance } from './requiredClearance.ts';

/** What a route counts as when something else comes near it. */
const AS_OBSTACLE: Readonly<Record<RouteKind, ObstacleRole | undefined>> = {
  exhaust: undefined,
  'intake pipe': undefined,
  'charge pipe': undefined,
  'coolant hose': 'hose',
  loom: 'loom',
  cable: 'cable',
  'brake line': 'brake line',
  'fuel line': 'fuel line',
};
/** A line clipped to the body only must not chafe; a pipe that hangs on the engine moves with it. mm */
const CHAFE_MM = 5;

const tubes = new WeakMap<Route, Tube>();
/** The tube of a route, built once for each route object. */
export function tubeOnce(route: Route): Tube {
  let tube = tubes.get(route);
  if (!tube) {
    tube = tubeOf(route, `/routes/${route.id}`);
    tubes.set(route, tube);
  }
  return tube;
}

/** The pieces of a route that count: its ends are joined to something and may touch it. */
function freePieces(route: Route): Convex[] {
  const { pieces } = tubeOnce(route);
  return pieces.length <= 2 ? [...pieces] : pieces.slice(1, -1);
}

/** Lines and hoses of a candidate as bodies that the powertrain must keep clear of. */
export function routeBodies(candidate: Pick<Candidate, 'routes' | 'shields'>): BayBody[] {
  return (candidate.routes ?? []).flatMap((route) => {
    const role = AS_OBSTACLE[route.kind];
    if (!role) return [];
    const obstacle: Obstacle = {
      id: route.id,
      name: route.name,
      role,
      // The shape is told by the pieces; this one only stands for the record.
      shape: {
        kind: 'cylinder',
        fromMm: [...route.pointsMm[0]!],
        toMm: [...route.pointsMm[1]!],
        radiusMm: route.diameterMm / 2,
      },
      plusMinusMm: route.plusMinusMm,
      may: [],
      ...(candidate.shields?.includes(route.id) ? { shielded: true } : {}),
    };
    return freePieces(route).map((convex) => ({ obstacle, convex }));
  });
}

export interface RouteClearance {
  readonly route: Route;
  readonly other: { readonly id: string; readonly name: string };
  readonly gapMm: number;
  readonly neededMm: number;
  readonly marginMm: number;
  readonly why: string;
  readonly witnessRoute: V3;
  readonly witnessOther: V3;
}

/** Roles that an exhaust pipe plays toward others. */
const PIPE: Pick<Solid, 'role' | 'temperature'> = { role: 'exhaust manifold', temperature: 'hot' };

/**
 * Each route against the bay, the other routes and the powertrain, heat first: the tightest of each pair. Lines against
 * the powertrain are told with the bay's other pairs, so they are left out here.
 */
export function routeClearances(
  candidate: Pick<Candidate, 'routes' | 'shields'>,
  movement: Movement,
  solids: readonly PlacedSolid[],
  bay: readonly BayBody[],
): RouteClearance[] {
  const found: RouteClearance[] = [];
  const routes = candidate.routes ?? [];
  routes.forEach((route, i) => {
    const pieces = freePieces(route);
    const moves = AS_OBSTACLE[route.kind] === undefined;
    const tightest = (
      other: RouteClearance['other'],
      bodies: readonly Convex[],
      base: { mm: number; why: string },
      otherDoubtMm: number,
      moved: boolean,
    ) => {
      let best: RouteClearance | undefined;
      for (const a of pieces)
        for (const b of bodies) {
          if (boundsGapSquared(a, b) > 120 * 120) continue;
          const gap = signedDistance(a, b);
          const neededMm =
            base.mm +
            (moved ? movement.at(gap.witnessA, wayAcross(gap)) : 0) +
            route.plusMinusMm +
            otherDoubtMm +
            a.excessMm +
            b.excessMm;
          const marginMm = gap.signedDistanceMm - neededMm;
          if (!best || marginMm < best.marginMm)
            best = {
              route,
              other,
              gapMm: gap.signedDistanceMm,
              neededMm,
              marginMm,
              why: base.why,
              witnessRoute: gap.witnessA,
              witnessOther: gap.witnessB,
            };
        }
      if (best) found.push(best);
    };
    for (const { obstacle, convex } of bay) {
      if (obstacle.role === 'reach zone') continue;
      const base =
        route.kind === 'exhaust'
          ? baseClearance(PIPE, obstacle)
          : moves
            ? { mm: 15, why: 'moving part to fixed part' }
            : { mm: obstacle.role === 'ground line' ? 0 : CHAFE_MM, why: 'clipped to the body, must not chafe' };
      tightest(obstacle, [convex], base, obstacle.plusMinusMm, moves);
    }
    routes.forEach((other, k) => {
      if (k <= i) return;
      const hot = route.kind === 'exhaust' ? other : other.kind === 'exhaust' ? route : undefined;
      const role = hot && AS_OBSTACLE[hot.kind];
      const base = role
        ? baseClearance(PIPE, { role, shielded: candidate.shields?.includes(hot.id) ?? false })
        : (hot?.kind === 'charge pipe' && heatClearance({ role: 'charge pipe' })) || {
            mm: CHAFE_MM,
            why: 'must not chafe',
          };
      tightest(other, freePieces(other), base, other.plusMinusMm, moves !== (AS_OBSTACLE[other.kind] === undefined));
    });
    if (moves) {
      // A pipe that hangs on the engine moves with it: only touching counts, and heat.
      for (const { solid, convex } of solids) {
        const heat = route.kind === 'exhaust' ? heatClearance(solid) : undefined;
        tightest(solid, [convex], heat ?? { mm: CHAFE_MM, why: 'moves with the engine' }, solid.plusMinusMm, false);
      }
    }
  });
  return found.sort((a, b) => a.marginMm - b.marginMm);
}
