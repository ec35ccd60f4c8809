import type { ConvexHull } from 'three/examples/jsm/math/ConvexHull.js';
import type { Vector3 } from 'three';
import { InputError } from '../../units/index.ts';
import { bestCut, cutAlong, directionsOf, pointsOf, type Triangles } from './cut.ts';
import { cornersOf, hullOfPoints, outOf, thinned } from './hull.ts';
import type { ScanMesh } from './mesh.ts';
import { bodiesOf } from './parts.ts';
import { farthestOff, strew, surfaceOf, type Off, type Surface } from './surface.ts';

/** A convex piece of a scan. */
interface ScanPiece {
  readonly verticesMm: [number, number, number][];
  /** How far its faces may stand off the scanned surface at most, sampled: into the air where the scan is hollow. */
  readonly standsOffMm: number;
  /** Where they do, in the frame of the scan. */
  readonly standsOffAtMm: readonly [number, number, number];
  /** How far the scan may stand out of it, mm: this much is counted as tolerance. */
  readonly standsOutMm: number;
}

/** A hull with few corners is good enough when nothing stands out of it by more, mm, or than this share of what may stand off. */
const GOOD_MM = 0.5;
const GOOD_SHARE = 1 / 6;

/** How far a wrap has come: so many pieces stand off by so much at most. */
export interface WrapProgress {
  /** 0 to 1 */
  readonly share: number;
  readonly pieces: number;
  readonly standsOffMm: number;
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

interface Part {
  readonly triangles: Triangles;
  readonly hull: ConvexHull;
  readonly corners: readonly Vector3[];
  readonly off: Off;
}

/** Points on the faces of a piece: enough to tell where an engine is hollow. */
const ON_PIECE = 400;
/** Enough to tell that two pieces are not one. */
const AT_A_GLANCE = 50;

/** How far the faces of a hull stand off the surface at most, by points strewn over them. */
function standOff(hull: ConvexHull, surface: Surface, points = ON_PIECE): Off {
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
  return farthestOff(surface, strew(flat.length / 9, (i) => flat[i]!, points).at);
}

/** Scans finer than this are thinned to one corner a cell before they are wrapped. */
const FINE_TRIANGLES = 60_000;
/** Corners nearer than this are one, mm. */
function cellOf(mesh: ScanMesh): number {
  const long = Math.max(...mesh.lowMm.map((v, k) => mesh.highMm[k]! - v));
  return mesh.triangles > FINE_TRIANGLES ? long / 500 : 0.01;
}

function hullAround(points: readonly Vector3[]): ConvexHull | undefined {
  if (points.length < 4) return undefined;
  const hull = hullOfPoints(points);
  return hull.faces.length < 4 ? undefined : hull;
}

function partOf(
  triangles: Triangles,
  cellMm: number,
  surface: Surface,
  hull = hullAround(pointsOf(triangles, cellMm)),
): Part | undefined {
  return hull && { triangles, hull, corners: cornersOf(hull), off: standOff(hull, surface) };
}

/** Two parts, cut where it leaves the least air in their hulls. */
function halves(part: Part, directions: readonly Vector3[], cellMm: number, surface: Surface): Part[] | undefined {
  const plane = bestCut(part.triangles, directions);
  if (!plane) return undefined;
  const { below, above, flat } = cutAlong(part.triangles, plane);
  const hulls = [below, above].map((side) => hullAround(pointsOf(side, cellMm)));
  // A face in the plane goes with the side that it lies in, for most such the rim of one is around it.
  const own: [number[], number[]] = [[], []];
  const grows = [false, false];
  for (let t = 0; t < flat.length; t += 9) {
    const corners = pointsOf(flat.subarray(t, t + 9), 0.01);
    const out = hulls.map((hull) => (hull ? Math.max(...corners.map((c) => outOf(hull, c))) : Infinity));
    const side = out[0]! <= out[1]! ? 0 : 1;
    own[side].push(...flat.subarray(t, t + 9));
    grows[side] ||= out[side]! > 0;
  }
  const two = [below, above].map((side, i) =>
    partOf(joined(side, own[i as 0 | 1]), cellMm, surface, grows[i] ? undefined : hulls[i]),
  );
  return two.every((p) => p !== undefined) ? two : undefined;
}

function joined(a: ArrayLike<number>, b: ArrayLike<number>): Triangles {
  const both = new Float32Array(a.length + b.length);
  both.set(a);
  both.set(b, a.length);
  return both;
}

/** Two parts as one where one hull around both stands off by no more than wanted: fewer pieces for the same scan. */
function merged(parts: Part[], withinMm: number, surface: Surface): Part[] {
  const left = [...parts];
  for (let i = 0; i < left.length; i++)
    for (let j = i + 1; j < left.length; j++) {
      const [a, b] = [left[i]!, left[j]!];
      if (apart(a.corners, b.corners) > withinMm) continue;
      const hull = hullAround([...a.corners, ...b.corners]);
      if (!hull || standOff(hull, surface, AT_A_GLANCE).mm > withinMm) continue;
      const off = standOff(hull, surface);
      if (off.mm > withinMm) continue;
      left[i] = { triangles: joined(a.triangles, b.triangles), hull, corners: cornersOf(hull), off };
      left.splice(j, 1);
      // It may now take one that it was held against before.
      j = i;
    }
  return left;
}

/** How far the boxes around two sets of corners are apart, mm. */
function apart(a: readonly Vector3[], b: readonly Vector3[]): number {
  const ends = (list: readonly Vector3[], k: 'x' | 'y' | 'z') =>
    [Math.min(...list.map((p) => p[k])), Math.max(...list.map((p) => p[k]))] as const;
  return Math.hypot(
    ...(['x', 'y', 'z'] as const).map((k) => {
      const [[aLow, aHigh], [bLow, bHigh]] = [ends(a, k), ends(b, k)];
      return Math.max(0, aLow - bHigh, bLow - aHigh);
    }),
  );
}

/**
 * A scan wrapped in convex pieces: its bodies are told apart, and the piece that stands off the surface farthest is cut in two, along a face
 * of it where that leaves the least air, until none does by more than wanted. Pieces that one hull holds as well are put together again.
 * Every corner of the scan lies in a piece, or out of it by no more than told. Yields how far it has come.
 * @throws InputError when the scan encloses no volume.
 */
export function* wrapScan(
  scan: ScanMesh,
  { withinMm = 12, mostPieces = 20, mostCorners = 96 }: WrapOptions = {},
): Generator<WrapProgress, Wrapped> {
  yield { share: 0, pieces: 0, standsOffMm: Infinity };
  const surface = surfaceOf(scan);
  yield { share: 0.03, pieces: 0, standsOffMm: Infinity };
  const cell = cellOf(scan);
  const directions = directionsOf(scan.positions);
  const bodies = bodiesOf(scan);
  yield { share: 0.06, pieces: 0, standsOffMm: Infinity };
  const split = (bodies.length <= mostPieces ? bodies : [scan.positions]).map((b) => partOf(b, cell, surface));
  // A body that encloses nothing, a sheet of a scan, would be lost by itself.
  const whole = split.every((p) => p !== undefined) ? split : [partOf(scan.positions, cell, surface)];
  if (whole.some((p) => p === undefined))
    throw new InputError('/file', 'The scan encloses no volume: its corners lie in one plane or line.');
  let parts = whole as Part[];
  const done: Part[] = [];
  const come = (): WrapProgress => ({
    share: Math.min(0.95, 0.1 + (0.85 * (parts.length + done.length)) / mostPieces),
    pieces: parts.length + done.length,
    standsOffMm: Math.max(...[...parts, ...done].map((p) => p.off.mm)),
  });
  yield come();
  while (parts.length > 0) {
    if (parts.length + done.length >= mostPieces) {
      const fewer = merged([...parts, ...done], withinMm, surface);
      if (fewer.length >= parts.length + done.length) break;
      parts = fewer;
      done.length = 0;
    }
    parts.sort((a, b) => b.off.mm - a.off.mm);
    const worst = parts[0]!;
    if (worst.off.mm <= withinMm) break;
    parts.shift();
    const two = halves(worst, directions, cell, surface);
    // A sliver that can't be cut further stays as it is.
    if (two) parts.push(...two);
    else done.push(worst);
    yield come();
  }
  parts = merged([...parts, ...done], withinMm, surface);
  const pieces = parts.map((p): ScanPiece => {
    const { corners, standsOutMm } = thinned(p.corners, mostCorners, Math.max(GOOD_MM, withinMm * GOOD_SHARE));
    return {
      verticesMm: corners.map((c) => [round(c.x), round(c.y), round(c.z)]),
      standsOffMm: p.off.mm,
      standsOffAtMm: p.off.at,
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
