import { boxOf, signedDistance, type Convex, type V3 } from '../../geometry/index.ts';
import { chassisMountsOf, type Solid, type Subject } from '../../model/index.ts';
import type { Movement } from '../mounts/index.ts';
import type { BayBody } from './bay.ts';
import { clearances, type PairClearance, type PlacedSolid } from './clearances.ts';

/** What a chassis mount is this near to is what it is welded or bolted to, mm: its bracket ends there. */
const STANDS_ON_MM = 30;
/** A bracket made from a template ends within so much of where it was drawn, mm. */
const MADE_WITHIN_MM = 2;

const AXES: readonly [V3, V3, V3] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** The brackets of a candidate as solids of the powertrain, and their clearances: not to what their own mount stands on. */
export function bracketClearances(
  { candidate, chassis, parts }: Subject,
  bodies: ReadonlyMap<string, readonly Convex[]>,
  bay: readonly BayBody[],
  movement: Movement,
): { readonly solids: readonly PlacedSolid[]; readonly pairs: readonly PairClearance[] } {
  const solids: PlacedSolid[] = [];
  const pairs: PairClearance[] = [];
  const pads = chassis ? chassisMountsOf(chassis, parts) : [];
  for (const [mountId, convexes] of bodies) {
    const mount = candidate.mounts?.find((m) => m.id === mountId);
    const at = pads.find((p) => p.id === mount?.padId)?.atMm ?? mount?.atMm;
    const near = at && boxOf(at, [1, 1, 1], AXES);
    const others = near ? bay.filter((b) => signedDistance(near, b.convex).signedDistanceMm > STANDS_ON_MM) : bay;
    const own = convexes.map((convex, i): PlacedSolid => {
      const { bounds } = convex;
      const middle = (k: number) => (bounds[k]! + bounds[k + 3]!) / 2;
      const size = (k: number) => bounds[k + 3]! - bounds[k]!;
      const solid: Solid = {
        id: `bracket-${mountId}-${i + 1}`,
        name: mount?.link ? mount.name : `bracket of the ${mount?.name ?? mountId}`,
        role: 'mount',
        shape: {
          kind: 'box',
          centreMm: [middle(0), middle(1), middle(2)],
          sizeMm: [size(0), size(1), size(2)],
        },
        plusMinusMm: MADE_WITHIN_MM,
      };
      return { solid, owner: 'part', convex };
    });
    solids.push(...own);
    pairs.push(...clearances(own, others, movement));
  }
  return { solids, pairs };
}
