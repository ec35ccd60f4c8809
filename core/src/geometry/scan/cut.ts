import { Vector3 } from 'three';
import { hullOfPoints, volumeOf } from './hull.ts';

/** Triangles, nine numbers each. */
export type Triangles = Float32Array;

export interface Plane {
  readonly normal: Vector3;
  readonly at: number;
}

export interface Cut {
  readonly below: Triangles;
  readonly above: Triangles;
  /** What lies in the plane, and may be the face of either. */
  readonly flat: Triangles;
}

/** A face of a scan is rough: nearer to a plane than this is on it, mm. */
const FLAT_MM = 1;

/** Both sides of a plane: triangles that it crosses are cut up along it. */
export function cutAlong(triangles: Triangles, { normal, at }: Plane): Cut {
  const below: number[] = [];
  const above: number[] = [];
  const flat: number[] = [];
  const off = [0, 0, 0];
  for (let t = 0; t < triangles.length; t += 9) {
    for (let k = 0; k < 3; k++) {
      const i = t + 3 * k;
      off[k] = normal.x * triangles[i]! + normal.y * triangles[i + 1]! + normal.z * triangles[i + 2]! - at;
    }
    const rises = Math.max(off[0]!, off[1]!, off[2]!) > FLAT_MM;
    const falls = Math.min(off[0]!, off[1]!, off[2]!) < -FLAT_MM;
    if (rises && falls) {
      fan(below, partOn(triangles, t, off, -1));
      fan(above, partOn(triangles, t, off, 1));
    } else push(rises ? above : falls ? below : flat, triangles, t);
  }
  return { below: Float32Array.from(below), above: Float32Array.from(above), flat: Float32Array.from(flat) };
}

function push(into: number[], from: Triangles, t: number): void {
  for (let i = t; i < t + 9; i++) into.push(from[i]!);
}

/** The corners of what of a triangle lies on one side of a plane. */
function partOn(from: Triangles, t: number, off: readonly number[], sign: 1 | -1): number[] {
  const kept: number[] = [];
  for (let k = 0; k < 3; k++) {
    const [i, j] = [t + 3 * k, t + 3 * ((k + 1) % 3)];
    const [a, b] = [sign * off[k]!, sign * off[(k + 1) % 3]!];
    if (a >= 0) kept.push(from[i]!, from[i + 1]!, from[i + 2]!);
    if (a > 0 !== b > 0 && a !== b) {
      const share = a / (a - b);
      if (share > 0 && share < 1)
        for (let c = 0; c < 3; c++) kept.push(from[i + c]! + share * (from[j + c]! - from[i + c]!));
    }
  }
  return kept;
}

function fan(into: number[], corners: readonly number[]): void {
  for (let i = 3; i + 5 < corners.length; i += 3)
    into.push(...corners.slice(0, 3), ...corners.slice(i, i + 3), ...corners.slice(i + 3, i + 6));
}

/** Faces within so much of square to a direction belong to it: cosine of 10°. */
const SQUARE = Math.cos((10 * Math.PI) / 180);
/** Slices that a direction is looked through in. */
const SLICES = 120;
const STEPS_A_DIRECTION = 4;

const areaNormal = (v: Triangles, t: number, into: Vector3): Vector3 => {
  const [ux, uy, uz] = [v[t + 3]! - v[t]!, v[t + 4]! - v[t + 1]!, v[t + 5]! - v[t + 2]!];
  const [wx, wy, wz] = [v[t + 6]! - v[t]!, v[t + 7]! - v[t + 1]!, v[t + 8]! - v[t + 2]!];
  return into.set((uy * wz - uz * wy) / 2, (uz * wx - ux * wz) / 2, (ux * wy - uy * wx) / 2);
};

/** The axes of the file, and up to three more in which much of the surface faces: a scan may lie askew in its file. */
export function directionsOf(triangles: Triangles): Vector3[] {
  const directions = [new Vector3(1, 0, 0), new Vector3(0, 1, 0), new Vector3(0, 0, 1)];
  const groups: { sum: Vector3; area: number }[] = [];
  const normal = new Vector3();
  let total = 0;
  // A few thousand of them show where it faces.
  const every = 9 * Math.max(1, Math.floor(triangles.length / 9 / 4000));
  for (let t = 0; t < triangles.length; t += every) {
    areaNormal(triangles, t, normal);
    const area = normal.length();
    if (area === 0) continue;
    total += area;
    const group = groups.find((g) => Math.abs(g.sum.dot(normal)) > SQUARE * g.sum.length() * area);
    if (!group) {
      if (groups.length < 60) groups.push({ sum: normal.clone(), area });
      continue;
    }
    group.area += area;
    group.sum.addScaledVector(normal, group.sum.dot(normal) < 0 ? -1 : 1);
  }
  const more = groups
    .sort((a, b) => b.area - a.area)
    .filter((g) => g.area > 0.05 * total)
    .map((g) => g.sum.normalize());
  for (const d of more)
    if (directions.length < 6 && directions.every((o) => Math.abs(o.dot(d)) < 0.9999)) directions.push(d);
  return directions;
}

/** Where along a direction it may be cut: at the faces that lie square to it, where a body ends and another begins, and in the middle. */
function stepsAlong(triangles: Triangles, normal: Vector3): number[] {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < triangles.length; i += 3) {
    const d = normal.x * triangles[i]! + normal.y * triangles[i + 1]! + normal.z * triangles[i + 2]!;
    low = Math.min(low, d);
    high = Math.max(high, d);
  }
  const long = high - low;
  if (!(long > 1)) return [];
  const area = new Float64Array(SLICES);
  const moment = new Float64Array(SLICES);
  const n = new Vector3();
  for (let t = 0; t < triangles.length; t += 9) {
    const size = areaNormal(triangles, t, n).length();
    if (size === 0 || Math.abs(n.dot(normal)) < SQUARE * size) continue;
    let d = 0;
    for (let i = t; i < t + 9; i += 3)
      d += (normal.x * triangles[i]! + normal.y * triangles[i + 1]! + normal.z * triangles[i + 2]!) / 3;
    const s = Math.min(SLICES - 1, Math.floor(((d - low) / long) * SLICES));
    area[s]! += size;
    moment[s]! += size * d;
  }
  const inner = [...area.keys()]
    .filter((s) => area[s]! > 0)
    .map((s) => ({ area: area[s]!, at: moment[s]! / area[s]! }));
  const faces = inner
    .filter(({ at }) => at - low > 0.02 * long && high - at > 0.02 * long)
    .sort((a, b) => b.area - a.area)
    .slice(0, STEPS_A_DIRECTION)
    .map(({ at }) => at);
  return [...faces, (low + high) / 2];
}

/** So many corners of a part show well enough how large its hull is. */
const TO_CHOOSE_BY = 900;

/** The plane that leaves the least air in the hulls of both sides; undefined where none parts it. */
export function bestCut(triangles: Triangles, directions: readonly Vector3[]): Plane | undefined {
  const every = 9 * Math.max(1, Math.ceil(triangles.length / 9 / TO_CHOOSE_BY));
  const few =
    every === 9
      ? triangles
      : Float32Array.from(
          { length: 9 * Math.ceil(triangles.length / every) },
          (_, i) => triangles[Math.floor(i / 9) * every + (i % 9)]!,
        );
  let best: Plane | undefined;
  let least = Infinity;
  for (const normal of directions)
    for (const at of stepsAlong(triangles, normal)) {
      const cut = cutAlong(few, { normal, at });
      const volumes = [volumeAround(cut.below), volumeAround(cut.above)];
      if (volumes.includes(undefined)) continue;
      const volume = volumes[0]! + volumes[1]!;
      // Of cuts that leave as much, the first: faces come before middles.
      if (volume < least * 0.999) {
        least = volume;
        best = { normal, at };
      }
    }
  return best;
}

function volumeAround(triangles: Triangles): number | undefined {
  const points = pointsOf(triangles, 0.01);
  if (points.length < 4) return undefined;
  const hull = hullOfPoints(points);
  return hull.faces.length < 4 ? undefined : volumeOf(hull);
}

const CELLS = 2 ** 22;
/** The corners of triangles, one for each cell. */
export function pointsOf(triangles: Triangles, cellMm: number): Vector3[] {
  const seen = new Map<string, Vector3>();
  for (let i = 0; i < triangles.length; i += 3) {
    const [x, y, z] = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    // Twenty metres in cells of a hundredth of a millimetre are two millions: two of three such numbers fit in one exactly.
    const key = `${Math.round(x / cellMm) * CELLS + Math.round(y / cellMm)} ${Math.round(z / cellMm)}`;
    if (!seen.has(key)) seen.set(key, new Vector3(x, y, z));
  }
  return [...seen.values()];
}
