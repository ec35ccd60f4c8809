import type { Convex } from './convex.ts';
import { gap, witnesses } from './gjk.ts';
import { AXIS_X, AXIS_Y, AXIS_Z, DEPTH, found, overlap, overlapBoxes } from './overlap.ts';
import { farthest } from './support.ts';
import type { V3 } from './vec.ts';

/**
 * Signed distance of two convex solids, exact for polyhedra. Apart: Gilbert, Johnson and Keerthi's algorithm (IEEE J.
 * Robot. Autom. 4 (1988) 193–203) with the closest-point tests of Ericson, Real-Time Collision Detection, ch. 5.1 and 9.5.
 * Sunk: the least overlap over all face normals and crossed edge directions, which is the depth of the origin in the
 * Minkowski difference, because every face of that polytope has one of these normals.
 */
export interface Clearance {
  /** mm: a gap when positive, the shortest way apart when negative. */
  readonly signedDistanceMm: number;
  readonly witnessA: V3;
  readonly witnessB: V3;
  /** Sunk only: how B would have to move to come free, mm. */
  readonly separatingMoveOfB?: V3;
}

/** Least distance of two bounding boxes, squared; 0 where they overlap. */
export function boundsGapSquared(a: Convex, b: Convex): number {
  const p = a.bounds;
  const q = b.bounds;
  let sum = 0;
  for (let k = 0; k < 3; k++) {
    const gap = Math.max(q[k]! - p[k + 3]!, p[k]! - q[k + 3]!);
    if (gap > 0) sum += gap * gap;
  }
  return sum;
}

/** What the signed distance of two solids can't be less than, by their bounding boxes, mm: negative where those overlap. */
export function boundsDistance(a: Convex, b: Convex): number {
  const squared = boundsGapSquared(a, b);
  if (squared > 0) return Math.sqrt(squared);
  const p = a.bounds;
  const q = b.bounds;
  let overlap = Infinity;
  for (let k = 0; k < 3; k++) {
    // Moved apart along this axis by so much, the boxes are free of each other and so are the solids.
    const way = Math.min(p[k + 3]! - q[k]!, q[k + 3]! - p[k]!);
    if (way < overlap) overlap = way;
  }
  return -overlap;
}

function apart(a: Convex, b: Convex, distance: number): Clearance {
  const { onA, onB } = witnesses(a, b);
  return { signedDistanceMm: distance, witnessA: onA, witnessB: onB };
}

/** Middle of the vertices of a solid that lie deepest along a direction. */
function deepest(solid: Convex, x: number, y: number, z: number): V3 {
  const v = solid.vertices;
  const far = farthest(solid, x, y, z);
  const most = v[far]! * x + v[far + 1]! * y + v[far + 2]! * z;
  let n = 0;
  const sum: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < v.length; i += 3) {
    if (most - (v[i]! * x + v[i + 1]! * y + v[i + 2]! * z) > 1e-6) continue;
    n++;
    for (let k = 0; k < 3; k++) sum[k as 0] += v[i + k]!;
  }
  return [sum[0] / n, sum[1] / n, sum[2] / n];
}

function sunk(a: Convex, b: Convex): Clearance {
  const x = found[AXIS_X]!;
  const y = found[AXIS_Y]!;
  const z = found[AXIS_Z]!;
  const depth = found[DEPTH]!;
  // The contact is told by the solid with fewer corners: a corner of one in the face of the other.
  const byA = a.vertices.length <= b.vertices.length;
  const p = byA ? deepest(a, x, y, z) : deepest(b, -x, -y, -z);
  const sign = byA ? -depth : depth;
  const q: V3 = [p[0] + sign * x, p[1] + sign * y, p[2] + sign * z];
  return {
    signedDistanceMm: -depth,
    witnessA: byA ? p : q,
    witnessB: byA ? q : p,
    separatingMoveOfB: [depth * x, depth * y, depth * z],
  };
}

/** Above this many crossed edge pairs the overlap test costs more than asking GJK first. */
const MANY_AXES = 48;

/** Signed distance with witness points; lengths in mm, both solids in the same frame. */
export function signedDistance(a: Convex, b: Convex): Clearance {
  if (a.halfSizes.length > 0 && b.halfSizes.length > 0) {
    if (overlapBoxes(a, b)) return sunk(a, b);
  } else if ((a.edges.length * b.edges.length) / 9 > MANY_AXES) {
    const p = a.centre;
    const q = b.centre;
    const d = gap(a, b, p[0]! - q[0]!, p[1]! - q[1]!, p[2]! - q[2]! + 1e-6);
    if (d > 1e-7) return apart(a, b, d);
    if (overlap(a, b)) return sunk(a, b);
  } else if (overlap(a, b)) return sunk(a, b);
  // The axis that separates them is a good first guess: it points from A to B, the search wants A − B.
  return apart(a, b, gap(a, b, -found[AXIS_X]!, -found[AXIS_Y]!, -found[AXIS_Z]!));
}
