import {
  hasTransaxle,
  type Candidate,
  type Gearbox,
  type Obstacle,
  type Solid,
  type Subject,
} from '../../model/index.ts';
import type { BayBody } from './bay.ts';
import {
  boundsGapSquared,
  clipped,
  type Convex,
  convexOf,
  moved,
  type Pose,
  poseOf,
  signedDistance,
  unit,
  type V3,
} from '../../geometry/index.ts';
import { apartUnplaced, behindEngine, gearboxPose } from '../mass/index.ts';
import { wayAcross, type Movement } from '../mounts/index.ts';
import { requiredClearance, type RequiredClearance } from './requiredClearance.ts';

/** One solid of the powertrain where it stands in the car. */
export interface PlacedSolid {
  readonly solid: Solid;
  readonly owner: 'engine' | 'gearbox' | 'part';
  readonly convex: Convex;
}

export interface PairClearance {
  readonly part: Solid;
  readonly obstacle: Obstacle;
  /** Signed gap, mm. */
  readonly gapMm: number;
  readonly needed: RequiredClearance;
  readonly marginMm: number;
  readonly witnessPart: V3;
  readonly witnessObstacle: V3;
}

const trimmed = new WeakMap<Solid, Convex>();
/** A solid in its own frame, with its lug taken off where that was accepted. */
function bodyOf(solid: Solid, trims: ReadonlySet<string>): Convex {
  if (!solid.mayTrim || !trims.has(solid.id)) return convexOf(solid.shape, `/${solid.id}`);
  let convex = trimmed.get(solid);
  if (!convex) {
    convex = clipped(convexOf(solid.shape, `/${solid.id}`), unit(solid.mayTrim.away), solid.mayTrim.allowanceMm);
    trimmed.set(solid, convex);
  }
  return convex;
}

/** Every solid of a candidate's powertrain in vehicle axes. */
export function placedSolids(
  subject: Pick<Subject, 'engine' | 'dressing' | 'gearbox' | 'parts' | 'chassis'> & {
    candidate?: Pick<Candidate, 'trims' | 'scanned' | 'gearboxPlacement'>;
  },
  placement: Candidate['placement'],
): PlacedSolid[] {
  const trims = new Set(subject.candidate?.trims ?? []);
  const engine = poseOf(placement);
  const box = gearboxPose(engine, subject);
  const place = (owner: PlacedSolid['owner'], pose: Pose) => (solid: Solid) => ({
    solid,
    owner,
    convex: moved(bodyOf(solid, trims), pose),
  });
  const gearbox: Gearbox = subject.gearbox;
  return [
    ...subject.engine.solids.map(place('engine', engine)),
    ...subject.dressing.flatMap((d) => d.solids).map(place('engine', engine)),
    ...(subject.candidate?.scanned ?? []).map(place('engine', engine)),
    // Where nobody has said where it sits, it stands nowhere.
    ...(apartUnplaced(subject) ? [] : gearbox.solids.map(place('gearbox', box))),
    ...subject.parts.flatMap((p) => p.solids).map(place('part', behindEngine(engine, subject))),
  ];
}

/** Those of them that move with the engine: all but a gearbox that sits at the driven axle. */
export const solidsWithEngine = (
  subject: Parameters<typeof placedSolids>[0],
  placement: Candidate['placement'],
): PlacedSolid[] =>
  placedSolids(subject, placement).filter(
    (s) => s.owner !== 'gearbox' || !subject.chassis || !hasTransaxle(subject.chassis),
  );

/** Pairs farther apart than this say nothing about the fit. mm */
const LOOK_MM = 120;

/**
 * Clearance of every pair of powertrain solid and obstacle that comes within reach, tightest margin first. Pairs whose
 * bounding boxes stand farther apart than LOOK_MM are left out; so are service reach zones, which only report.
 */
export function clearances(
  solids: readonly PlacedSolid[],
  bay: readonly BayBody[],
  movement: Movement,
): PairClearance[] {
  const pairs: PairClearance[] = [];
  for (const { obstacle, convex: body } of bay) {
    for (const { solid, convex } of solids) {
      if (boundsGapSquared(convex, body) > LOOK_MM * LOOK_MM) continue;
      const found = signedDistance(convex, body);
      const moves = movement.at(found.witnessA, wayAcross(found));
      const needed = requiredClearance(solid, obstacle, moves, convex.excessMm + body.excessMm);
      pairs.push({
        part: solid,
        obstacle,
        gapMm: found.signedDistanceMm,
        needed,
        marginMm: found.signedDistanceMm - needed.totalMm,
        witnessPart: found.witnessA,
        witnessObstacle: found.witnessB,
      });
    }
  }
  return pairs.sort((a, b) => a.marginMm - b.marginMm);
}
