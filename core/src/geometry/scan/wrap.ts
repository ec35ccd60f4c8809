import { Vector3 } from 'three';
import { ConvexHull } from 'three/examples/jsm/math/ConvexHull.js';
import { InputError } from '../../units/index.ts';
import { MOST_TRIANGLES, type ScanMesh } from './mesh.ts';

/** A convex piece of a scan. */
interface ScanPiece {
  readonly verticesMm: [number, number, number][];
  /** How far its faces may stand off the scanned surface at most, sampled: into the air where the scan is hollow. */
  readonly standsOffMm: number;
  /** How far the scan may stand out of it, mm: this much is counted as tolerance. */
  readonly standsOutMm: number;
}

export interface Wrapped {
  readonly pieces: readonly ScanPiece[];
  readonly standsOffMm: number;
  readonly standsOutMm: number;
}

export interface WrapOptions {
  /** Pieces are cut on until none stands off by more. */
  readonly withinMm?: number;
  readonly mostPieces?: number;
  readonly mostCorners?: number;
}

/** A hull is taken as good when nothing stands out of it by more, mm. */
const GOOD_MM = 0.5;

/** Distance of a point in front of the face of a hull that it lies farthest before: 0 or less inside. */
function outOf(hull: ConvexHull, p: Vector3): number {
  let most = -Infinity;
  for (const face of hull.faces) most = Math.max(most, face.normal.dot(p) - face.constant);
  return most;
}

const hullOfPoints = (points: readonly Vector3[]): ConvexHull => new ConvexHull().setFromPoints([...points]);

const cornersOf = (hull: ConvexHull): Vector3[] => {
  const seen = new Set<Vector3>();
  for (const face of hull.faces) {
    let edge = face.edge;
    do {
      seen.add(edge.head().point);
      edge = edge.next;
    } while (edge !== face.edge);
  }
  return [...seen];
};

/**
 * A hull with few corners: those are taken one after another that stand out farthest, until nothing stands out by more
 * than half a millimetre or there are as many as may be. What still stands out is told.
 */
function thinned(corners: readonly Vector3[], most: number): { corners: Vector3[]; standsOutMm: number } {
  if (corners.length <= most) return { corners: [...corners], standsOutMm: 0 };
  const chosen: Vector3[] = [];
  for (const axis of ['x', 'y', 'z'] as const) {
    for (const sign of [1, -1]) {
      const far = corners.reduce((a, b) => (b[axis] * sign > a[axis] * sign ? b : a));
      if (!chosen.includes(far)) chosen.push(far);
    }
  }
  // Four that enclose a volume are needed to begin with.
  for (const c of corners) {
    if (chosen.length >= 4 && hullOfPoints(chosen).faces.length >= 4) break;
    if (!chosen.includes(c)) chosen.push(c);
  }
  for (;;) {
    const hull = hullOfPoints(chosen);
    let worst = 0;
    let next: Vector3 | undefined;
    for (const c of corners) {
      const out = outOf(hull, c);
      if (out > worst) {
        worst = out;
        next = c;
      }
    }
    if (!next || worst <= GOOD_MM || chosen.length >= most)
      return { corners: cornersOf(hull), standsOutMm: Math.max(0, worst) };
    chosen.push(next);
  }
}

/** Points strewn evenly over triangles, each with the share of area that it stands for, as a vector along the normal. */
interface Strewn {
  readonly count: number;
  readonly at: Float64Array;
  readonly area: Float64Array;
}

/** `corner(i)` gives the i-th coordinate of the triangles, nine to each. */
function strew(triangles: number, corner: (i: number) => number, wanted: number): Strewn {
  const areaOf = (t: number): [number, number, number] => {
    const c = (k: number) => corner(9 * t + k);
    const [ux, uy, uz] = [c(3) - c(0), c(4) - c(1), c(5) - c(2)];
    const [vx, vy, vz] = [c(6) - c(0), c(7) - c(1), c(8) - c(2)];
    return [(uy * vz - uz * vy) / 2, (uz * vx - ux * vz) / 2, (ux * vy - uy * vx) / 2];
  };
  let total = 0;
  for (let t = 0; t < triangles; t++) total += Math.hypot(...areaOf(t));
  const each = total / wanted;
  const at: number[] = [];
  const area: number[] = [];
  let owed = 0.5 * each;
  let n = 0;
  for (let t = 0; t < triangles; t++) {
    const normal = areaOf(t);
    const size = Math.hypot(...normal);
    if (size === 0) continue;
    for (owed += size; owed >= each; owed -= each) {
      // A sequence that fills a triangle evenly: Roberts’ R2, folded over its diagonal.
      let u = (0.5 + ++n * 0.7548776662466927) % 1;
      let v = (0.5 + n * 0.5698402909980532) % 1;
      if (u + v > 1) [u, v] = [1 - u, 1 - v];
      for (let k = 0; k < 3; k++) {
        const o = corner(9 * t + k);
        at.push(o + u * (corner(9 * t + 3 + k) - o) + v * (corner(9 * t + 6 + k) - o));
        area.push((normal[k as 0] / size) * each);
      }
    }
  }
  return { count: at.length / 3, at: Float64Array.from(at), area: Float64Array.from(area) };
}

/**
 * How far a point stands off a surface, 0 where it lies inside: by the solid angle under which the surface is seen from it,
 * which also tells inside from outside where a scan has holes (Jacobson, Kavan, Sorkine-Hornung, ACM TOG 32 (2013) 33).
 */
function offSurface(s: Strewn, x: number, y: number, z: number): number {
  let angle = 0;
  let least = Infinity;
  for (let i = 0; i < 3 * s.count; i += 3) {
    const dx = s.at[i]! - x;
    const dy = s.at[i + 1]! - y;
    const dz = s.at[i + 2]! - z;
    const d2 = dx * dx + dy * dy + dz * dz;
    if (d2 < least) least = d2;
    angle += (dx * s.area[i]! + dy * s.area[i + 1]! + dz * s.area[i + 2]!) / (d2 * Math.sqrt(d2) + 1e-9);
  }
  return Math.abs(angle) > 2 * Math.PI ? 0 : Math.sqrt(least);
}

/** Points on the surface of a scan, and on the faces of a piece: enough to tell gaps of a few mm on an engine. */
const ON_SURFACE = 3000;
const ON_PIECE = 250;

/** How far the faces of a hull stand off the surface at most, by points strewn over them. */
function standOff(hull: ConvexHull, surface: Strewn): number {
  const flat: number[] = [];
  for (const face of hull.faces) {
    const rim: Vector3[] = [];
    let edge = face.edge;
    do {
      rim.push(edge.head().point);
      edge = edge.next;
    } while (edge !== face.edge);
    for (let i = 1; i + 1 < rim.length; i++) for (const p of [rim[0]!, rim[i]!, rim[i + 1]!]) flat.push(p.x, p.y, p.z);
  }
  const points = strew(flat.length / 9, (i) => flat[i]!, ON_PIECE);
  let worst = 0;
  for (let i = 0; i < 3 * points.count; i += 3)
    worst = Math.max(worst, offSurface(surface, points.at[i]!, points.at[i + 1]!, points.at[i + 2]!));
  return worst;
}

interface Part {
  /** Indices of its triangles. */
  readonly triangles: Int32Array;
  readonly corners: readonly Vector3[];
  readonly standsOffMm: number;
  /** Of its hull, mm³. */
  readonly volume: number;
}

function volumeOf(hull: ConvexHull): number {
  let six = 0;
  const o = hull.faces[0]!.edge.head().point;
  for (const face of hull.faces) {
    const [a, b, c] = [face.edge.tail().point, face.edge.head().point, face.edge.next.head().point];
    six += new Vector3().subVectors(a, o).dot(new Vector3().subVectors(b, o).cross(new Vector3().subVectors(c, o)));
  }
  return Math.abs(six) / 6;
}

/** Scans finer than this are thinned to one corner a cell before they are wrapped. */
const FINE_TRIANGLES = 60_000;
/** Corners nearer than this are one, mm. */
function cellOf(mesh: ScanMesh): number {
  const long = Math.max(...mesh.lowMm.map((v, k) => mesh.highMm[k]! - v));
  return mesh.triangles > FINE_TRIANGLES ? long / 500 : 0.25;
}

function partOf(mesh: ScanMesh, triangles: Int32Array, surface: Strewn): Part | undefined {
  const v = mesh.positions;
  const cell = cellOf(mesh);
  const seen = new Map<string, Vector3>();
  for (const t of triangles)
    for (let k = 0; k < 3; k++) {
      const i = 9 * t + 3 * k;
      const key = `${Math.round(v[i]! / cell)} ${Math.round(v[i + 1]! / cell)} ${Math.round(v[i + 2]! / cell)}`;
      if (!seen.has(key)) seen.set(key, new Vector3(v[i], v[i + 1], v[i + 2]));
    }
  const points = [...seen.values()];
  if (points.length < 4) return undefined;
  const hull = hullOfPoints(points);
  if (hull.faces.length < 4) return undefined;
  return { triangles, corners: cornersOf(hull), standsOffMm: standOff(hull, surface), volume: volumeOf(hull) };
}

/** Two parts, cut across at the middle of the way that leaves the least in their hulls: least air. */
function halves(mesh: ScanMesh, part: Part, surface: Strewn): [Part, Part] | undefined {
  const v = mesh.positions;
  let best: [Part, Part] | undefined;
  for (let k = 0; k < 3; k++) {
    const along = part.corners.map((c) => [c.x, c.y, c.z][k]!);
    const cut = (Math.min(...along) + Math.max(...along)) / 2;
    const middle = (t: number) => (v[9 * t + k]! + v[9 * t + 3 + k]! + v[9 * t + 6 + k]!) / 3;
    const two = [part.triangles.filter((t) => middle(t) < cut), part.triangles.filter((t) => middle(t) >= cut)];
    if (two.some((t) => t.length === 0)) continue;
    const [a, b] = two.map((t) => partOf(mesh, t, surface));
    if (!a || !b) continue;
    if (!best || a.volume + b.volume < best[0].volume + best[1].volume) best = [a, b];
  }
  return best;
}

/** The mesh with its largest triangles cut up: pieces are parted by whole triangles, so those must be small. */
function finer(mesh: ScanMesh): ScanMesh {
  const most = Math.max(...mesh.lowMm.map((v, k) => mesh.highMm[k]! - v)) / 14;
  const out: number[] = [];
  const v = mesh.positions;
  const stack: number[][] = [];
  for (let t = 0; t < mesh.triangles; t++) {
    stack.push([...v.subarray(9 * t, 9 * t + 9)]);
    for (let p = stack.pop(); p; p = stack.pop()) {
      const side = (a: number, b: number) => Math.hypot(p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!);
      const sides = [side(0, 3), side(3, 6), side(6, 0)];
      const longest = sides.indexOf(Math.max(...sides));
      if (sides[longest]! <= most || out.length > 9 * 2 * MOST_TRIANGLES) {
        out.push(...p);
        continue;
      }
      // Halved across its longest side, so that no sliver comes of it.
      const a = p.slice(3 * longest, 3 * longest + 3);
      const b = p.slice(3 * ((longest + 1) % 3), 3 * ((longest + 1) % 3) + 3);
      const c = p.slice(3 * ((longest + 2) % 3), 3 * ((longest + 2) % 3) + 3);
      const m = a.map((x, k) => (x + b[k]!) / 2);
      stack.push([...a, ...m, ...c], [...m, ...b, ...c]);
    }
  }
  return { ...mesh, positions: Float32Array.from(out), triangles: out.length / 9 };
}

/**
 * A scan wrapped in convex pieces: the piece that stands off the surface farthest is cut in two until none does by more
 * than wanted. Every corner of the scan lies in a piece, or out of it by no more than told. Yields its progress, 0 to 1.
 * @throws InputError when the scan encloses no volume.
 */
export function* wrapScan(
  scan: ScanMesh,
  { withinMm = 12, mostPieces = 20, mostCorners = 28 }: WrapOptions = {},
): Generator<number, Wrapped> {
  const mesh = finer(scan);
  const surface = strew(mesh.triangles, (i) => mesh.positions[i]!, ON_SURFACE);
  const whole = partOf(
    mesh,
    Int32Array.from({ length: mesh.triangles }, (_, i) => i),
    surface,
  );
  if (!whole) throw new InputError('/file', 'The scan encloses no volume: its corners lie in one plane or line.');
  yield 0.1;
  const parts: Part[] = [whole];
  const done: Part[] = [];
  while (parts.length > 0 && parts.length + done.length < mostPieces) {
    parts.sort((a, b) => b.standsOffMm - a.standsOffMm);
    const worst = parts[0]!;
    if (worst.standsOffMm <= withinMm) break;
    parts.shift();
    const two = halves(mesh, worst, surface);
    // A sliver that can't be cut further stays as it is.
    if (two) parts.push(...two);
    else done.push(worst);
    yield Math.min(0.95, 0.1 + (0.85 * (parts.length + done.length)) / mostPieces);
  }
  const pieces = [...parts, ...done].map((p): ScanPiece => {
    const { corners, standsOutMm } = thinned(p.corners, mostCorners);
    const cell = cellOf(mesh);
    return {
      verticesMm: corners.map((c) => [round(c.x), round(c.y), round(c.z)]),
      standsOffMm: p.standsOffMm,
      // A corner that was thinned away may have stood out by as much as its cell is across.
      standsOutMm: standsOutMm + (cell > 0.25 ? cell * Math.sqrt(3) : 0),
    };
  });
  return {
    pieces,
    standsOffMm: Math.max(...pieces.map((p) => p.standsOffMm)),
    standsOutMm: Math.max(...pieces.map((p) => p.standsOutMm)),
  };
}

const round = (v: number) => Number(v.toFixed(2));
