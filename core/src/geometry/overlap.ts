import type { Convex } from './convex.ts';

/**
 * How far two convex solids overlap: the least overlap over all face normals and crossed edge directions. Every face of
 * their Minkowski difference has one of these normals, so that is the exact depth; and an axis on which they do not
 * overlap parts them.
 */

/**
 * The best axis found, of unit length and pointing from A to B, its overlap, and the last shadow. In one typed array,
 * not in module variables: those would be boxed anew at every write.
 */
export const found = new Float64Array(6);
export const AXIS_X = 0;
export const AXIS_Y = 1;
export const AXIS_Z = 2;
export const DEPTH = 3;
const LOW = 4;
const HIGH = 5;

/** Shadow of a solid on an axis, left in LOW and HIGH. */
function shadow(solid: Convex, x: number, y: number, z: number): void {
  const h = solid.halfEdges;
  if (h.length > 0) {
    const c = solid.centre;
    const middle = c[0]! * x + c[1]! * y + c[2]! * z;
    const reach =
      Math.abs(h[0]! * x + h[1]! * y + h[2]! * z) +
      Math.abs(h[3]! * x + h[4]! * y + h[5]! * z) +
      Math.abs(h[6]! * x + h[7]! * y + h[8]! * z);
    found[LOW] = middle - reach;
    found[HIGH] = middle + reach;
    return;
  }
  const vertices = solid.vertices;
  let min = Infinity;
  let max = -Infinity;
  for (let i = 0; i < vertices.length; i += 3) {
    const d = vertices[i]! * x + vertices[i + 1]! * y + vertices[i + 2]! * z;
    if (d < min) min = d;
    if (d > max) max = d;
  }
  found[LOW] = min;
  found[HIGH] = max;
}

/** Narrows the overlap to this axis (unit length) when it is less. Returns false when the axis separates the two. */
function tryAxis(a: Convex, b: Convex, x: number, y: number, z: number): boolean {
  shadow(a, x, y, z);
  const aLow = found[LOW]!;
  const aHigh = found[HIGH]!;
  shadow(b, x, y, z);
  const up = aHigh - found[LOW]!; // B must move this far along +axis
  const down = found[HIGH]! - aLow; // or this far along −axis
  const least = up < down ? up : down;
  if (least < found[DEPTH]!) {
    const sign = up < down ? 1 : -1;
    found[DEPTH] = least;
    found[AXIS_X] = sign * x;
    found[AXIS_Y] = sign * y;
    found[AXIS_Z] = sign * z;
  }
  return least > 0;
}

/** The least overlap over all axes that can bound it; false as soon as one separates (its axis is then in AXIS). */
export function overlap(a: Convex, b: Convex): boolean {
  found[DEPTH] = Infinity;
  for (let i = 0; i < a.normals.length; i += 3)
    if (!tryAxis(a, b, a.normals[i]!, a.normals[i + 1]!, a.normals[i + 2]!)) return false;
  for (let i = 0; i < b.normals.length; i += 3)
    if (!tryAxis(a, b, b.normals[i]!, b.normals[i + 1]!, b.normals[i + 2]!)) return false;
  for (let i = 0; i < a.edges.length; i += 3) {
    const ex = a.edges[i]!;
    const ey = a.edges[i + 1]!;
    const ez = a.edges[i + 2]!;
    for (let j = 0; j < b.edges.length; j += 3) {
      const fx = b.edges[j]!;
      const fy = b.edges[j + 1]!;
      const fz = b.edges[j + 2]!;
      const x = ey * fz - ez * fy;
      const y = ez * fx - ex * fz;
      const z = ex * fy - ey * fx;
      const squared = x * x + y * y + z * z;
      if (squared < 1e-16) continue; // parallel edges span no face of the difference
      const s = 1 / Math.sqrt(squared);
      if (!tryAxis(a, b, x * s, y * s, z * s)) return false;
    }
  }
  return true;
}

/** Cosines between the axes of two boxes, and the way from A's middle to B's in A's axes. */
const cosine = new Float64Array(9);
const way = new Float64Array(3);

/**
 * The same for two boxes, in the axes of A: fifteen axes at a few products each (Gottschalk, Lin, Manocha, OBBTree,
 * SIGGRAPH 1996, 5).
 */
export function overlapBoxes(a: Convex, b: Convex): boolean {
  const na = a.normals;
  const nb = b.normals;
  const ha = a.halfSizes;
  const hb = b.halfSizes;
  const tx = b.centre[0]! - a.centre[0]!;
  const ty = b.centre[1]! - a.centre[1]!;
  const tz = b.centre[2]! - a.centre[2]!;
  let best = Infinity;
  let bestI = -1;
  let bestK = -1;
  for (let i = 0; i < 3; i++) {
    const x = na[3 * i]!;
    const y = na[3 * i + 1]!;
    const z = na[3 * i + 2]!;
    let reach = ha[i]!;
    for (let k = 0; k < 3; k++) {
      const c = x * nb[3 * k]! + y * nb[3 * k + 1]! + z * nb[3 * k + 2]!;
      cosine[3 * i + k] = c;
      reach += hb[k]! * (c < 0 ? -c : c);
    }
    const d = x * tx + y * ty + z * tz;
    way[i] = d;
    const over = reach - (d < 0 ? -d : d);
    if (over < best) {
      best = over;
      bestI = i;
    }
    if (over <= 0) return leaveAxis(a, b, i, -1, over, tx, ty, tz);
  }
  for (let k = 0; k < 3; k++) {
    let reach = hb[k]!;
    let d = 0;
    for (let i = 0; i < 3; i++) {
      const c = cosine[3 * i + k]!;
      reach += ha[i]! * (c < 0 ? -c : c);
      d += way[i]! * c;
    }
    const over = reach - (d < 0 ? -d : d);
    if (over < best) {
      best = over;
      bestI = -1;
      bestK = k;
    }
    if (over <= 0) return leaveAxis(a, b, -1, k, over, tx, ty, tz);
  }
  for (let i = 0; i < 3; i++) {
    const i1 = i === 2 ? 0 : i + 1;
    const i2 = i === 0 ? 2 : i - 1;
    for (let k = 0; k < 3; k++) {
      const squared = 1 - cosine[3 * i + k]! * cosine[3 * i + k]!;
      if (squared < 1e-12) continue; // parallel edges span no face of the difference
      const k1 = k === 2 ? 0 : k + 1;
      const k2 = k === 0 ? 2 : k - 1;
      const reach =
        ha[i1]! * Math.abs(cosine[3 * i2 + k]!) +
        ha[i2]! * Math.abs(cosine[3 * i1 + k]!) +
        hb[k1]! * Math.abs(cosine[3 * i + k2]!) +
        hb[k2]! * Math.abs(cosine[3 * i + k1]!);
      const d = Math.abs(way[i2]! * cosine[3 * i1 + k]! - way[i1]! * cosine[3 * i2 + k]!);
      const over = (reach - d) / Math.sqrt(squared);
      if (over < best) {
        best = over;
        bestI = i;
        bestK = k;
        if (over <= 0) return leaveAxis(a, b, i, k, over, tx, ty, tz);
      }
    }
  }
  return leaveAxis(a, b, bestI, bestK, best, tx, ty, tz);
}

/** Leaves the axis of face i of A, face k of B, or of edge i of A crossed with edge k of B, turned from A to B. */
function leaveAxis(
  a: Convex,
  b: Convex,
  i: number,
  k: number,
  over: number,
  tx: number,
  ty: number,
  tz: number,
): boolean {
  let x: number;
  let y: number;
  let z: number;
  if (k < 0 || i < 0) {
    const n = k < 0 ? a.normals : b.normals;
    const at = 3 * (k < 0 ? i : k);
    x = n[at]!;
    y = n[at + 1]!;
    z = n[at + 2]!;
  } else {
    const p = a.normals;
    const q = b.normals;
    x = p[3 * i + 1]! * q[3 * k + 2]! - p[3 * i + 2]! * q[3 * k + 1]!;
    y = p[3 * i + 2]! * q[3 * k]! - p[3 * i]! * q[3 * k + 2]!;
    z = p[3 * i]! * q[3 * k + 1]! - p[3 * i + 1]! * q[3 * k]!;
    const s = 1 / Math.sqrt(x * x + y * y + z * z);
    x *= s;
    y *= s;
    z *= s;
  }
  const sign = x * tx + y * ty + z * tz < 0 ? -1 : 1;
  found[AXIS_X] = sign * x;
  found[AXIS_Y] = sign * y;
  found[AXIS_Z] = sign * z;
  found[DEPTH] = over;
  return over > 0;
}
