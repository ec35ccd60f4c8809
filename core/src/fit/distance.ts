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
let vx = 0;
let vy = 0;
let vz = 0;
// The best axis of the overlap test, pointing from A to B, and its overlap.
let axisX = 0;
let axisY = 0;
let axisZ = 0;
let depth = 0;

/** Index (×3) of the vertex farthest along a direction. */
function farthest(vertices: Float64Array, x: number, y: number, z: number): number {
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

/** Narrows the overlap to this axis (unit length) when it is less. Returns false when the axis separates the two. */
function tryAxis(a: Float64Array, b: Float64Array, x: number, y: number, z: number): boolean {
  let aMin = Infinity;
  let aMax = -Infinity;
  for (let i = 0; i < a.length; i += 3) {
    const d = a[i]! * x + a[i + 1]! * y + a[i + 2]! * z;
    if (d < aMin) aMin = d;
    if (d > aMax) aMax = d;
  }
  let bMin = Infinity;
  let bMax = -Infinity;
  for (let i = 0; i < b.length; i += 3) {
    const d = b[i]! * x + b[i + 1]! * y + b[i + 2]! * z;
    if (d < bMin) bMin = d;
    if (d > bMax) bMax = d;
  }
  const up = aMax - bMin; // B must move this far along +axis
  const down = bMax - aMin; // or this far along −axis
  if (up < depth) {
    depth = up;
    axisX = x;
    axisY = y;
    axisZ = z;
  }
  if (down < depth) {
    depth = down;
    axisX = -x;
    axisY = -y;
    axisZ = -z;
  }
  return depth > 0;
}

/** The least overlap over all axes that can bound it; false as soon as one separates (its axis is then in axisX…Z). */
function overlap(a: Convex, b: Convex): boolean {
  const va = a.vertices;
  const vb = b.vertices;
  depth = Infinity;
  for (let i = 0; i < a.normals.length; i += 3)
    if (!tryAxis(va, vb, a.normals[i]!, a.normals[i + 1]!, a.normals[i + 2]!)) return false;
  for (let i = 0; i < b.normals.length; i += 3)
    if (!tryAxis(va, vb, b.normals[i]!, b.normals[i + 1]!, b.normals[i + 2]!)) return false;
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
      if (!tryAxis(va, vb, x * s, y * s, z * s)) return false;
    }
  }
  return true;
}

function keep(i: number, j: number): void {
  sx[j] = sx[i]!;
  sy[j] = sy[i]!;
  sz[j] = sz[i]!;
  ia[j] = ia[i]!;
  ib[j] = ib[i]!;
}

function setV(): void {
  vx = vy = vz = 0;
  for (let i = 0; i < count; i++) {
    vx += weight[i]! * sx[i]!;
    vy += weight[i]! * sy[i]!;
    vz += weight[i]! * sz[i]!;
  }
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
  triW[0] = 1 - triW[1]! - triW[2]!;
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
  vx = dx;
  vy = dy;
  vz = dz;
  let vv = Infinity;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const i = farthest(va, -vx, -vy, -vz);
    const j = farthest(vb, vx, vy, vz);
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
  const far = farthest(v, x, y, z);
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
  // The smaller contact feature says where: a corner of one in the face of the other.
  const onA = deepest(a, axisX, axisY, axisZ);
  const onB = deepest(b, -axisX, -axisY, -axisZ);
  const small = a.vertices.length <= b.vertices.length ? onA : onB;
  const other: V3 =
    small === onA
      ? [onA[0] - depth * axisX, onA[1] - depth * axisY, onA[2] - depth * axisZ]
      : [onB[0] + depth * axisX, onB[1] + depth * axisY, onB[2] + depth * axisZ];
  return {
    signedDistanceMm: -depth,
    witnessA: small === onA ? onA : other,
    witnessB: small === onA ? other : onB,
    separatingMoveOfB: [depth * axisX, depth * axisY, depth * axisZ],
  };
}

/** Above this many crossed edge pairs the overlap test costs more than asking GJK first. */
const MANY_AXES = 48;

/** Signed distance with witness points; lengths in mm, both solids in the same frame. */
export function signedDistance(a: Convex, b: Convex): Clearance {
  if ((a.edges.length * b.edges.length) / 9 > MANY_AXES) {
    const d = gap(
      a,
      b,
      a.bounds[0]! + a.bounds[3]! - b.bounds[0]! - b.bounds[3]!,
      a.bounds[1]! + a.bounds[4]! - b.bounds[1]! - b.bounds[4]!,
      a.bounds[2]! + a.bounds[5]! - b.bounds[2]! - b.bounds[5]! + 1e-6,
    );
    if (d > 1e-7) return apart(a, b, d);
    if (overlap(a, b)) return sunk(a, b);
  } else if (overlap(a, b)) return sunk(a, b);
  // The axis that separates them is a good first guess: it points from A to B, the search wants A − B.
  return apart(a, b, gap(a, b, -axisX, -axisY, -axisZ));
}
