import type { Convex, V3 } from '@sable/core/fit';
import { polygonArea, polygonCentroid, polygonHull } from 'd3-polygon';

export type Flat = [number, number];

/** One way of looking at the car on paper: paper x to the right, paper y down, mm. */
export interface View {
  readonly key: 'side' | 'front' | 'plan';
  readonly title: string;
  readonly left: string;
  readonly right: string;
  readonly flat: (x: number, y: number, z: number) => Flat;
  /** The move in the car that a move on paper stands for. */
  readonly move: (right: number, down: number) => V3;
  /** The axis that the view looks along: where a section through it is cut. */
  readonly depth: 0 | 1 | 2;
}

/** The three views agree: side seen from the left, from the front, and the plan with the right side up. */
export const SIDE: View = {
  key: 'side',
  title: 'Side, from the left',
  left: 'front',
  right: 'rear',
  flat: (x, _y, z) => [-x, -z],
  move: (right, down) => [-right, 0, -down],
  depth: 1,
};
export const FRONT: View = {
  key: 'front',
  title: 'From the front',
  left: 'right side',
  right: 'left side',
  flat: (_x, y, z) => [y, -z],
  move: (right, down) => [0, right, -down],
  depth: 0,
};
export const PLAN: View = {
  key: 'plan',
  title: 'Plan, right side up',
  left: 'front',
  right: 'rear',
  flat: (x, y) => [-x, y],
  move: (right, down) => [-right, down, 0],
  depth: 2,
};
export const VIEWS: readonly View[] = [SIDE, FRONT, PLAN];

function cornersOf(convex: Pick<Convex, 'vertices'>): V3[] {
  const v = convex.vertices;
  const corners: V3[] = [];
  for (let i = 0; i < v.length; i += 3) corners.push([v[i]!, v[i + 1]!, v[i + 2]!]);
  return corners;
}

function hull(points: Flat[]): Flat[] {
  return points.length < 3 ? points : (polygonHull(points) ?? points);
}

/** What is seen of a solid in a view. */
export function outline(convex: Pick<Convex, 'vertices'>, flat: View['flat']): Flat[] {
  return hull(cornersOf(convex).map((p) => flat(...p)));
}

/** A solid cut by the plane where the view's depth axis reads `at`: empty where the plane misses it. */
export function section(convex: Pick<Convex, 'vertices' | 'bounds'>, view: View, at: number): Flat[] {
  const k = view.depth;
  if (at < convex.bounds[k]! || at > convex.bounds[k + 3]!) return [];
  const corners = cornersOf(convex);
  const points: Flat[] = [];
  for (let i = 0; i < corners.length; i++) {
    const a = corners[i]!;
    for (let j = i + 1; j < corners.length; j++) {
      const b = corners[j]!;
      if (a[k] - at > 0 === b[k] - at > 0) continue;
      const s = (at - a[k]) / (b[k] - a[k]);
      points.push(view.flat(a[0] + s * (b[0] - a[0]), a[1] + s * (b[1] - a[1]), a[2] + s * (b[2] - a[2])));
    }
  }
  return hull(points);
}

export const pathOf = (points: readonly Flat[]): string =>
  points.length === 0 ? '' : `M${points.map((p) => `${p[0].toFixed(2)} ${p[1].toFixed(2)}`).join('L')}Z`;

export interface Frame {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface Span {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

export const overlap = (a: Span, b: Span): boolean => a.x0 < b.x1 && a.x1 > b.x0 && a.y0 < b.y1 && a.y1 > b.y0;

export type Placed<T> = T & { readonly x: number; readonly y: number };

/** What a name at a place covers, mm. */
export function spanOf(name: string, x: number, y: number, px: number): Span {
  const half = name.length * 3.1 * px;
  return { x0: x - half, x1: x + half, y0: y - 12 * px, y1: y + 4.5 * px };
}

export interface Named {
  readonly id: string;
  readonly name: string;
  readonly points: Flat[];
  readonly first?: boolean;
}

/**
 * Names at the middles of the larger shapes; one that would lie on another, or run out of the frame, is left to the
 * tooltip. `px` is how many mm of paper a pixel is.
 */
export function placeNames<T extends Named>(shapes: readonly T[], frame: Frame, px: number, taken: Span[] = []): Placed<T>[] {
  const size = (points: Flat[]) => Math.abs(polygonArea(points));
  const bySize = [...shapes].sort(
    (a, b) => Number(b.first ?? false) - Number(a.first ?? false) || size(b.points) - size(a.points),
  );
  return bySize.flatMap((shape) => {
    const { points, name, first } = shape;
    if (points.length < 3) return [];
    // Of what the frame shows: a wall that runs far out of it is still named.
    const inside = points.map(
      ([x, y]): Flat => [
        Math.min(frame.x + frame.w, Math.max(frame.x, x)),
        Math.min(frame.y + frame.h, Math.max(frame.y, y)),
      ],
    );
    const [cx, cy] = size(inside) > 1 ? polygonCentroid(inside) : polygonCentroid(points);
    const at = spanOf(name, cx, cy, px);
    const wide = Math.max(...inside.map((p) => p[0])) - Math.min(...inside.map((p) => p[0]));
    const runsOut = at.x0 < frame.x || at.x1 > frame.x + frame.w || at.y0 < frame.y || at.y1 > frame.y + frame.h;
    const tooSmall = !first && wide < (at.x1 - at.x0) * 0.65;
    if (tooSmall || runsOut || taken.some((t) => overlap(at, t))) return [];
    taken.push(at);
    return [{ ...shape, x: cx, y: cy }];
  });
}
