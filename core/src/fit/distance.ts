import type { Convex } from './convex.ts';
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

// Scratch of the running query: nothing is allocated on the way.
const sx = new Float64Array(4);
const sy = new Float64Array(4);
const sz = new Float64Array(4);
const ia = new Int32Array(4);
const ib = new Int32Array(4);
const weight = new Float64Array(4);
let count = 0;
/**
 * Numbers of the running query. In one typed array, not in module variables: those would be boxed anew at every write.
 * V: the vector from B to A closest to the origin so far. AXIS: the best axis of the overlap test, pointing from A to B.
 */
const scratch = new Float64Array(9);
const VX = 0;
const VY = 1;
const VZ = 2;
const AXIS_X = 3;
const AXIS_Y = 4;
const AXIS_Z = 5;
const DEPTH = 6;
const LOW = 7;
const HIGH = 8;

/** Index (×3) of the vertex farthest along a direction. A box's corners are ordered by the signs of its half edges. */
function farthest(solid: Convex, x: number, y: number, z: number): number {
  const h = solid.halfEdges;
  if (h.length > 0) {
    return (
      (h[0]! * x + h[1]! * y + h[2]! * z > 0 ? 12 : 0) +
      (h[3]! * x + h[4]! * y + h[5]! * z > 0 ? 6 : 0) +
      (h[6]! * x + h[7]! * y + h[8]! * z > 0 ? 3 : 0)
    );
  }
  const vertices = solid.vertices;
  let best = 0;
  let most = -Infinity;
  for (let i = 0; i < vertices.length; i += 3) {
    const d = vertices[i]! * x + vertices[i + 1]! * y + vertices[i + 2]! * z;
    if (d > most) {
      most = d;
      best = i;
    }
  }
  return best;
}

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
    scratch[LOW] = middle - reach;
    scratch[HIGH] = middle + reach;
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
  scratch[LOW] = min;
  scratch[HIGH] = max;
}

/** Narrows the overlap to this axis (unit length) when it is less. Returns false when the axis separates the two. */
function tryAxis(a: Convex, b: Convex, x: number, y: number, z: number): boolean {
  shadow(a, x, y, z);
  const aLow = scratch[LOW]!;
  const aHigh = scratch[HIGH]!;
  shadow(b, x, y, z);
  const up = aHigh - scratch[LOW]!; // B must move this far along +axis
  const down = scratch[HIGH]! - aLow; // or this far along −axis
  const least = up < down ? up : down;
  if (least < scratch[DEPTH]!) {
    const sign = up < down ? 1 : -1;
    scratch[DEPTH] = least;
    scratch[AXIS_X] = sign * x;
    scratch[AXIS_Y] = sign * y;
    scratch[AXIS_Z] = sign * z;
  }
  return least > 0;
}

/** The least overlap over all axes that can bound it; false as soon as one separates (its axis is then in AXIS). */
function overlap(a: Convex, b: Convex): boolean {
  scratch[DEPTH] = Infinity;
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
function overlapBoxes(a: Convex, b: Convex): boolean {
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
  scratch[AXIS_X] = sign * x;
  scratch[AXIS_Y] = sign * y;
  scratch[AXIS_Z] = sign * z;
  scratch[DEPTH] = over;
  return over > 0;
}

function keep(i: number, j: number): void {
  sx[j] = sx[i]!;
  sy[j] = sy[i]!;
  sz[j] = sz[i]!;
  ia[j] = ia[i]!;
  ib[j] = ib[i]!;
}

function setV(): void {
  let x = 0;
  let y = 0;
  let z = 0;
  for (let i = 0; i < count; i++) {
    x += weight[i]! * sx[i]!;
    y += weight[i]! * sy[i]!;
    z += weight[i]! * sz[i]!;
  }
  scratch[VX] = x;
  scratch[VY] = y;
  scratch[VZ] = z;
}

/** Closest point of segment (p, q) to the origin: leaves its weights in `triW` and its squared length. */
const triW = new Float64Array(3);
const triI = new Int32Array(3);
let triN = 0;

function closestOnSegment(p: number, q: number): void {
  const dx = sx[q]! - sx[p]!;
  const dy = sy[q]! - sy[p]!;
  const dz = sz[q]! - sz[p]!;
  const dd = dx * dx + dy * dy + dz * dz;
  const t = dd > 0 ? -(sx[p]! * dx + sy[p]! * dy + sz[p]! * dz) / dd : 0;
  if (t <= 0) {
    triN = 1;
    triI[0] = p;
    triW[0] = 1;
  } else if (t >= 1) {
    triN = 1;
    triI[0] = q;
    triW[0] = 1;
  } else {
    triN = 2;
    triI[0] = p;
    triI[1] = q;
    triW[0] = 1 - t;
    triW[1] = t;
  }
}

function closestOnTriangle(p: number, q: number, r: number): void {
  const abx = sx[q]! - sx[p]!;
  const aby = sy[q]! - sy[p]!;
  const abz = sz[q]! - sz[p]!;
  const acx = sx[r]! - sx[p]!;
  const acy = sy[r]! - sy[p]!;
  const acz = sz[r]! - sz[p]!;
  const d1 = -(abx * sx[p]! + aby * sy[p]! + abz * sz[p]!);
  const d2 = -(acx * sx[p]! + acy * sy[p]! + acz * sz[p]!);
  if (d1 <= 0 && d2 <= 0) {
    triN = 1;
    triI[0] = p;
    triW[0] = 1;
    return;
  }
  const d3 = -(abx * sx[q]! + aby * sy[q]! + abz * sz[q]!);
  const d4 = -(acx * sx[q]! + acy * sy[q]! + acz * sz[q]!);
  if (d3 >= 0 && d4 <= d3) {
    triN = 1;
    triI[0] = q;
    triW[0] = 1;
    return;
  }
  const vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) {
    closestOnSegment(p, q);
    return;
  }
  const d5 = -(abx * sx[r]! + aby * sy[r]! + abz * sz[r]!);
  const d6 = -(acx * sx[r]! + acy * sy[r]! + acz * sz[r]!);
  if (d6 >= 0 && d5 <= d6) {
    triN = 1;
    triI[0] = r;
    triW[0] = 1;
    return;
  }
  const vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) {
    closestOnSegment(p, r);
    return;
  }
  const va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    closestOnSegment(q, r);
    return;
  }
  const s = 1 / (va + vb + vc);
  triN = 3;
  triI[0] = p;
  triI[1] = q;
  triI[2] = r;
  triW[1] = vb * s;
  triW[2] = vc * s;
  triW[0] = 1 - triW[1] - triW[2];
}

function triLengthSquared(): number {
  let x = 0;
  let y = 0;
  let z = 0;
  for (let i = 0; i < triN; i++) {
    const k = triI[i]!;
    x += triW[i]! * sx[k]!;
    y += triW[i]! * sy[k]!;
    z += triW[i]! * sz[k]!;
  }
  return x * x + y * y + z * z;
}

/** Takes the feature in triI/triW as the new simplex. Indices rise within a feature, so copying down is safe. */
function takeFeature(): void {
  for (let i = 0; i < triN; i++) {
    keep(triI[i]!, i);
    weight[i] = triW[i]!;
  }
  count = triN;
  setV();
}

const FACES = [
  [0, 1, 2, 3],
  [0, 1, 3, 2],
  [0, 2, 3, 1],
  [1, 2, 3, 0],
] as const;
const bestI = new Int32Array(3);
const bestW = new Float64Array(3);

/** Reduces the simplex to the feature closest to the origin; true when the origin lies inside a tetrahedron. */
function reduce(): boolean {
  if (count === 2) closestOnSegment(0, 1);
  else if (count === 3) closestOnTriangle(0, 1, 2);
  else {
    let best = Infinity;
    let bestN = 0;
    let inside = true;
    for (let f = 0; f < 4; f++) {
      const [p, q, r, o] = FACES[f]!;
      const ux = sx[q]! - sx[p]!;
      const uy = sy[q]! - sy[p]!;
      const uz = sz[q]! - sz[p]!;
      const wx = sx[r]! - sx[p]!;
      const wy = sy[r]! - sy[p]!;
      const wz = sz[r]! - sz[p]!;
      const nx = uy * wz - uz * wy;
      const ny = uz * wx - ux * wz;
      const nz = ux * wy - uy * wx;
      const origin = -(nx * sx[p]! + ny * sy[p]! + nz * sz[p]!);
      const other = nx * (sx[o]! - sx[p]!) + ny * (sy[o]! - sy[p]!) + nz * (sz[o]! - sz[p]!);
      // A flat tetrahedron cannot hold the origin: then every face counts as facing it.
      if (origin * other > 0 && Math.abs(other) > 1e-12) continue;
      inside = false;
      closestOnTriangle(p, q, r);
      const squared = triLengthSquared();
      if (squared < best) {
        best = squared;
        bestN = triN;
        bestI.set(triI);
        bestW.set(triW);
      }
    }
    if (inside) return true;
    triN = bestN;
    triI.set(bestI);
    triW.set(bestW);
  }
  takeFeature();
  return false;
}

const MAX_ROUNDS = 96;

/** Distance by GJK from a first direction; 0 when the solids touch or overlap. Weights and indices stay for the witnesses. */
function gap(a: Convex, b: Convex, dx: number, dy: number, dz: number): number {
  const va = a.vertices;
  const vb = b.vertices;
  count = 0;
  let vx = dx;
  let vy = dy;
  let vz = dz;
  let vv = Infinity;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const i = farthest(a, -vx, -vy, -vz);
    const j = farthest(b, vx, vy, vz);
    const wx = va[i]! - vb[j]!;
    const wy = va[i + 1]! - vb[j + 1]!;
    const wz = va[i + 2]! - vb[j + 2]!;
    if (count > 0) {
      const vw = vx * wx + vy * wy + vz * wz;
      if (vv - vw <= 1e-11 * vv) break;
      let known = false;
      for (let k = 0; k < count; k++) if (ia[k] === i && ib[k] === j) known = true;
      if (known) break;
    }
    sx[count] = wx;
    sy[count] = wy;
    sz[count] = wz;
    ia[count] = i;
    ib[count] = j;
    count++;
    if (count === 1) {
      weight[0] = 1;
      setV();
    } else if (reduce()) return 0;
    vx = scratch[VX]!;
    vy = scratch[VY]!;
    vz = scratch[VZ]!;
    const next = vx * vx + vy * vy + vz * vz;
    if (next < 1e-18) return 0;
    if (next >= vv * (1 - 1e-14)) break;
    vv = next;
  }
  return Math.sqrt(vx * vx + vy * vy + vz * vz);
}

function apart(a: Convex, b: Convex, distance: number): Clearance {
  const p: [number, number, number] = [0, 0, 0];
  const q: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < 3; k++) {
      p[k as 0] += weight[i]! * a.vertices[ia[i]! + k]!;
      q[k as 0] += weight[i]! * b.vertices[ib[i]! + k]!;
    }
  }
  return { signedDistanceMm: distance, witnessA: p, witnessB: q };
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
  const x = scratch[AXIS_X]!;
  const y = scratch[AXIS_Y]!;
  const z = scratch[AXIS_Z]!;
  const depth = scratch[DEPTH]!;
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
  return apart(a, b, gap(a, b, -scratch[AXIS_X]!, -scratch[AXIS_Y]!, -scratch[AXIS_Z]!));
}
