import {
  allowedChanges,
  changeWords,
  costOfChange,
  shieldOn,
  type Obstacle,
  type Remedy,
  type Shieldable,
  type Subject,
} from '../../model/index.ts';
import { say } from '../../units/index.ts';
import { changedBody, thicknessAlong, awayOf } from './bay.ts';
import type { PairClearance, PlacedSolid } from './clearances.ts';
import {
  boundsDistance,
  clipped,
  type Convex,
  convexOf,
  moved,
  poseOf,
  signedDistance,
  unit,
} from '../../geometry/index.ts';
import { wayAcross, type Movement } from '../mounts/index.ts';
import { requiredClearance, shieldable } from './requiredClearance.ts';

/** The least margin of some solids to one body, each pair with what it needs. */
function leastMargin(solids: readonly PlacedSolid[], obstacle: Obstacle, body: Convex, movement: Movement): number {
  let least = Infinity;
  for (const { solid, convex } of solids) {
    const still = requiredClearance(solid, obstacle, 0, convex.excessMm + body.excessMm).totalMm;
    if (boundsDistance(convex, body) - still - movement.mostMm > least) continue;
    const found = signedDistance(convex, body);
    const moves = movement.at(found.witnessA, wayAcross(found));
    least = Math.min(least, found.signedDistanceMm - (still + moves));
  }
  return least;
}

/** Other options of the dressing slot that holds the touching solid, which would clear this obstacle where it stands. */
export function dressingRemedies(subject: Subject, movement: Movement, pair: PairClearance, body: Convex): Remedy[] {
  const remedies: Remedy[] = [];
  const pose = poseOf(subject.candidate.placement);
  for (const { slot, options } of subject.engine.slots) {
    if (!options.some((o) => o.solids.includes(pair.part) && subject.dressing.includes(o))) continue;
    for (const option of options) {
      if (subject.dressing.includes(option)) continue;
      const placed = option.solids.map((solid): PlacedSolid => ({
        solid,
        owner: 'engine',
        convex: moved(convexOf(solid.shape), pose),
      }));
      if (leastMargin(placed, pair.obstacle, body, movement) >= 0)
        remedies.push({
          title: `Fit ${option.name}`,
          cost: option.price.likely,
          hours: option.hours,
          accept: { kind: 'dressing', slot, optionId: option.id },
        });
    }
  }
  return remedies;
}

/** What may be done to the obstacle itself, by no more than it takes, where that clears it from everything. */
export function obstacleRemedies(
  subject: Subject,
  movement: Movement,
  solids: readonly PlacedSolid[],
  pair: PairClearance,
): Remedy[] {
  const { obstacle } = pair;
  if (subject.candidate.obstacleChanges?.some((c) => c.obstacleId === obstacle.id)) return [];
  return allowedChanges(obstacle).flatMap((change): Remedy[] => {
    const away = awayOf(obstacle, change);
    const most =
      change.do === 'notch'
        ? Math.min(change.allowanceMm, Math.floor(thicknessAlong(convexOf(obstacle.shape), away) - 1))
        : change.allowanceMm;
    if (change.do === 'replace' && !change.replacement) return [];
    const clears = (mm: number) => leastMargin(solids, obstacle, changedBody(obstacle, change, mm), movement) >= 0;
    if (most < 0 || !clears(most)) return [];
    let low = 0;
    let high = Math.ceil(most);
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (clears(middle)) high = middle;
      else low = middle;
    }
    const amountMm = change.do === 'replace' ? 0 : Math.min(high, most);
    const { cost, hours } = costOfChange(change, amountMm);
    return [
      {
        title: changeWords(obstacle, change.do, say(amountMm, 'lengthMm')),
        cost,
        hours,
        accept: { kind: 'obstacleChange', obstacleId: obstacle.id, do: change.do, amountMm },
      },
    ];
  });
}

/** A shield over something of the bay, with its area, mass, price and hours. */
export function shieldRemedy(body: Shieldable): Remedy {
  const { cost, hours, areaM2, massKg } = shieldOn(body);
  return {
    title: `Shield the ${body.name}: ${say(areaM2, 'areaM2', { digits: 2 })}, ${say(massKg, 'massKg', { digits: 1 })}`,
    cost,
    hours,
    accept: { kind: 'shield', on: body.id },
  };
}

/** A shield where heat is what asks for room, and the lug of the touching solid where it may come off. */
export function smallRemedies(
  subject: Subject,
  movement: Movement,
  pair: PairClearance,
  body: Convex,
  placed: PlacedSolid,
): Remedy[] {
  const remedies: Remedy[] = [];
  const { obstacle } = pair;
  if (pair.needed.why.startsWith('hot exhaust') && shieldable(obstacle.role) && !obstacle.shielded) {
    const needed = requiredClearance(
      pair.part,
      { ...obstacle, shielded: true },
      pair.needed.movementMm,
      placed.convex.excessMm + body.excessMm,
    );
    const route = subject.candidate.routes?.find((r) => r.id === obstacle.id);
    if (pair.gapMm >= needed.totalMm) remedies.push(shieldRemedy(route ?? obstacle));
  }
  const trim = pair.part.mayTrim;
  if (trim && !subject.candidate.trims?.includes(pair.part.id)) {
    const shape = clipped(convexOf(pair.part.shape), unit(trim.away), trim.allowanceMm);
    const solid: PlacedSolid = { ...placed, convex: moved(shape, poseOf(subject.candidate.placement)) };
    if (placed.owner === 'engine' && leastMargin([solid], obstacle, body, movement) >= 0)
      remedies.push({
        title: `Trim the ${pair.part.name}, ${say(trim.allowanceMm, 'lengthMm')}`,
        cost: trim.cost,
        hours: trim.hours,
        accept: { kind: 'trim', solidId: pair.part.id },
      });
  }
  return remedies;
}
