import type { Convex } from './convex.ts';
import { farthest } from './support.ts';
import type { V3 } from './vec.ts';

/**
 * Distance of two convex solids that are apart, with witness points: Gilbert, Johnson and Keerthi, IEEE J. Robot. Autom. 4
 * (1988) 193–203, with the closest-point tests of Ericson, Real-Time Collision Detection, ch. 5.1 and 9.5. Nothing is
 * allocated on the way.
 */

// The simplex: points of A − B, the corners they come from, and the weights of the point closest to the origin.
const sx = new Float64Array(4);
const sy = new Float64Array(4);
const sz = new Float64Array(4);
const ia = new Int32Array(4);
const ib = new Int32Array(4);
const weight = new Float64Array(4);
let count = 0;
/** The point of the simplex closest to the origin. */
const closest = new Float64Array(3);

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
  closest[0] = x;
  closest[1] = y;
  closest[2] = z;
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
export function gap(a: Convex, b: Convex, dx: number, dy: number, dz: number): number {
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
    vx = closest[0]!;
    vy = closest[1]!;
    vz = closest[2]!;
    const next = vx * vx + vy * vy + vz * vz;
    if (next < 1e-18) return 0;
    if (next >= vv * (1 - 1e-14)) break;
    vv = next;
  }
  return Math.sqrt(vx * vx + vy * vy + vz * vz);
}

/** The closest points on A and B of the last query. */
export function witnesses(a: Convex, b: Convex): { onA: V3; onB: V3 } {
  const p: [number, number, number] = [0, 0, 0];
  const q: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < 3; k++) {
      p[k as 0] += weight[i]! * a.vertices[ia[i]! + k]!;
      q[k as 0] += weight[i]! * b.vertices[ib[i]! + k]!;
    }
  }
  return { onA: p, onB: q };
}
