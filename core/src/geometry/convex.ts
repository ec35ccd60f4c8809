import { InputError } from '../units/index.ts';
import type { Pose } from './pose.ts';
import { add, cross, dot, length, sub, times, unit, type V3 } from './vec.ts';

/**
 * A list of doubles kept as such: V8 stores a plain array that was begun with a double unboxed and in one piece. Small
 * typed arrays would each live far away from their solid, and making them costs more than the queries they serve.
 */
type Doubles = readonly number[];

/** As many doubles, ready to be written. */
function doubles(count: number): number[] {
  const list: number[] = [];
  for (let i = 0; i < count; i++) list.push(0.5);
  return list;
}

function flatten(points: readonly V3[]): number[] {
  const flat = doubles(3 * points.length);
  points.forEach((p, i) => {
    flat[3 * i] = p[0];
    flat[3 * i + 1] = p[1];
    flat[3 * i + 2] = p[2];
  });
  return flat;
}

/**
 * A convex solid ready for distance queries: its vertices flat (x, y, z by turns, mm), the directions of its faces and
 * edges with opposite ones counted once, and its bounding box.
 */
export interface Convex {
  readonly vertices: Doubles;
  readonly normals: Doubles;
  readonly edges: Doubles;
  /** minX, minY, minZ, maxX, maxY, maxZ. */
  readonly bounds: Doubles;
  /**
   * A box only: its three half edges and their lengths. Their signed sums about `centre` are its corners in the order of `vertices`. Reach
   * along a direction is then three products instead of eight. Empty for every other solid.
   */
  readonly halfEdges: Doubles;
  readonly halfSizes: Doubles;
  readonly centre: Doubles;
  /** How far the faces stand outside the true round body at most, mm: 0 for flat-sided solids. */
  readonly excessMm: number;
}

function makeConvex(
  vertices: readonly V3[],
  normals: readonly V3[],
  edges: readonly V3[],
  { excessMm = 0, halfEdges = [] }: { excessMm?: number; halfEdges?: readonly V3[] } = {},
): Convex {
  const flat = flatten(vertices);
  const bounds = boundsOf(flat);
  return {
    vertices: flat,
    normals: flatten(normals),
    edges: flatten(edges),
    bounds,
    halfEdges: flatten(halfEdges),
    halfSizes: sizesOf(halfEdges),
    centre: centreOf(bounds),
    excessMm,
  };
}

function sizesOf(halfEdges: readonly V3[]): Doubles {
  const sizes = doubles(halfEdges.length);
  halfEdges.forEach((e, i) => {
    sizes[i] = length(e);
  });
  return sizes;
}

/** Middle of the bounding box: for a box, its own middle. */
function centreOf(b: Doubles): Doubles {
  const c = doubles(3);
  for (let k = 0; k < 3; k++) c[k] = (b[k]! + b[k + 3]!) / 2;
  return c;
}

function boundsOf(flat: Doubles): Doubles {
  const b = doubles(6);
  for (let k = 0; k < 3; k++) {
    b[k] = Infinity;
    b[k + 3] = -Infinity;
  }
  for (let i = 0; i < flat.length; i += 3) {
    for (let k = 0; k < 3; k++) {
      const v = flat[i + k]!;
      if (v < b[k]!) b[k] = v;
      if (v > b[k + 3]!) b[k + 3] = v;
    }
  }
  return b;
}

/** The solid moved; distances are unchanged by a rigid move, so nothing is computed anew but the bounds. */
export function moved(solid: Convex, pose: Pose): Convex {
  const [r0, r1, r2] = pose.turned;
  const rotate = (source: Doubles, tx: number, ty: number, tz: number): Doubles => {
    const out = doubles(source.length);
    for (let i = 0; i < source.length; i += 3) {
      const x = source[i]!;
      const y = source[i + 1]!;
      const z = source[i + 2]!;
      out[i] = tx + r0[0] * x + r0[1] * y + r0[2] * z;
      out[i + 1] = ty + r1[0] * x + r1[1] * y + r1[2] * z;
      out[i + 2] = tz + r2[0] * x + r2[1] * y + r2[2] * z;
    }
    return out;
  };
  const vertices = rotate(solid.vertices, ...pose.at);
  const bounds = boundsOf(vertices);
  return {
    vertices,
    normals: rotate(solid.normals, 0, 0, 0),
    edges: rotate(solid.edges, 0, 0, 0),
    bounds,
    halfEdges: rotate(solid.halfEdges, 0, 0, 0),
    halfSizes: solid.halfSizes,
    centre: centreOf(bounds),
    excessMm: solid.excessMm,
  };
}

/** Keeps one of each direction, opposite ones counted as the same. */
function distinctDirections(list: readonly V3[]): V3[] {
  const kept: V3[] = [];
  for (const d of list) if (!kept.some((k) => Math.abs(dot(k, d)) > 1 - 1e-14)) kept.push(d);
  return kept;
}

/**
 * The convex hull of some points, with the directions of its faces and edges. Every plane through three points that
 * leaves all others on one side is a face; with the few points of a measured part that is quick and cannot go wrong on
 * flat faces of many points.
 * @throws InputError for fewer than four points, a point that is not a number, or points that all lie in one plane.
 */
export function hullOf(points: readonly V3[], pointer = '/verticesMm'): Convex {
  if (points.length < 4)
    throw new InputError(
      pointer,
      `${pointer.slice(1)} needs four points or more that enclose a volume; it has ${points.length}.`,
    );
  points.forEach((p, i) => {
    if (!p.every(Number.isFinite)) throw new InputError(`${pointer}/${i}`, `Point ${i + 1} is not three numbers.`);
  });
  const n = points.length;
  const low = points.reduce((a, p) => a.map((v, k) => Math.min(v, p[k]!)) as unknown as V3);
  const high = points.reduce((a, p) => a.map((v, k) => Math.max(v, p[k]!)) as unknown as V3);
  const size = Math.max(...sub(high, low));
  const eps = 1e-8 * size + 1e-9;
  const faces: { normal: V3; on: number[] }[] = [];
  for (let i = 0; i < n - 2; i++) {
    for (let j = i + 1; j < n - 1; j++) {
      for (let k = j + 1; k < n; k++) {
        if (faces.some((f) => f.on.includes(i) && f.on.includes(j) && f.on.includes(k))) continue;
        const c = cross(sub(points[j]!, points[i]!), sub(points[k]!, points[i]!));
        const area = length(c);
        if (area < eps * size) continue;
        const normal = times(c, 1 / area);
        const offset = dot(normal, points[i]!);
        let above = false;
        let below = false;
        for (let m = 0; m < n; m++) {
          const d = dot(normal, points[m]!) - offset;
          if (d > eps) above = true;
          else if (d < -eps) below = true;
          if (above && below) break;
        }
        if (above === below) {
          if (!above)
            throw new InputError(
              pointer,
              `The points of ${pointer.slice(1)} lie in one plane; a solid needs a volume.`,
            );
          continue;
        }
        const on: number[] = [];
        for (let m = 0; m < n; m++) if (Math.abs(dot(normal, points[m]!) - offset) <= eps) on.push(m);
        faces.push({ normal: above ? times(normal, -1) : normal, on });
      }
    }
  }
  if (faces.length < 4) throw new InputError(pointer, `The points of ${pointer.slice(1)} enclose no volume.`);
  const edges: V3[] = [];
  for (let f = 0; f < faces.length; f++) {
    for (let g = f + 1; g < faces.length; g++) {
      const shared = faces[f]!.on.filter((v) => faces[g]!.on.includes(v));
      if (shared.length < 2) continue;
      const direction = cross(faces[f]!.normal, faces[g]!.normal);
      // Two faces that share an edge but are all but parallel: take the edge itself.
      edges.push(length(direction) > 1e-6 ? unit(direction) : unit(sub(points[shared[1]!]!, points[shared[0]!]!)));
    }
  }
  const corners = new Set(faces.flatMap((f) => f.on));
  return makeConvex(
    points.filter((_, i) => corners.has(i)),
    distinctDirections(faces.map((f) => f.normal)),
    distinctDirections(edges),
  );
}

const CORNERS: readonly V3[] = [-1, 1].flatMap((x) => [-1, 1].flatMap((y) => [-1, 1].map((z): V3 => [x, y, z])));

/** A box by its half sizes along its own axes. */
export function boxOf(centre: V3, half: V3, axes: readonly [V3, V3, V3]): Convex {
  const halfEdges = axes.map((axis, k) => times(axis, half[k]!));
  const [ex, ey, ez] = halfEdges as [V3, V3, V3];
  const vertices = CORNERS.map((c) => add(centre, add(add(times(ex, c[0]), times(ey, c[1])), times(ez, c[2]))));
  return makeConvex(vertices, axes, axes, { halfEdges });
}

/** Sides of the polygon that stands for a circle: it circumscribes, and the excess is counted as tolerance. */
const CIRCLE_SIDES = 24;

/** A round bar between two points as a prism that circumscribes it. */
export function cylinderOf(from: V3, to: V3, radius: number): Convex {
  const axis = unit(sub(to, from));
  const side = unit(cross(axis, Math.abs(axis[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
  const up = cross(axis, side);
  const outer = radius / Math.cos(Math.PI / CIRCLE_SIDES);
  const around = (angle: number, r: number): V3 =>
    add(times(side, r * Math.cos(angle)), times(up, r * Math.sin(angle)));
  const vertices: V3[] = [];
  const normals: V3[] = [axis];
  const edges: V3[] = [axis];
  for (let i = 0; i < CIRCLE_SIDES; i++) {
    const rim = around((2 * Math.PI * (i + 0.5)) / CIRCLE_SIDES, outer);
    vertices.push(add(from, rim), add(to, rim));
    if (i < CIRCLE_SIDES / 2) {
      const angle = (2 * Math.PI * i) / CIRCLE_SIDES;
      normals.push(around(angle, 1));
      edges.push(around(angle + Math.PI / 2, 1));
    }
  }
  return makeConvex(vertices, normals, edges, { excessMm: outer - radius });
}
