import { polygonHull } from 'd3-polygon';
import { cornersOf, type Convex, type V3 } from '../../geometry/index.ts';

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
  title: 'Left side view',
  left: 'front',
  right: 'rear',
  flat: (x, _y, z) => [-x, -z],
  move: (right, down) => [-right, 0, -down],
  depth: 1,
};
export const FRONT: View = {
  key: 'front',
  title: 'Front view',
  left: 'right side',
  right: 'left side',
  flat: (_x, y, z) => [y, -z],
  move: (right, down) => [0, right, -down],
  depth: 0,
};
export const PLAN: View = {
  key: 'plan',
  title: 'Top view, right side up',
  left: 'front',
  right: 'rear',
  flat: (x, y) => [-x, y],
  move: (right, down) => [-right, down, 0],
  depth: 2,
};
export const VIEWS: readonly View[] = [SIDE, FRONT, PLAN];

function hull(points: Flat[]): Flat[] {
  return points.length < 3 ? points : (polygonHull(points) ?? points);
}

/** What is seen of a solid in a view. */
export function outline(convex: Convex, flat: View['flat']): Flat[] {
  return outlineOf(cornersOf(convex), flat);
}

/** The same of its corners, wherever they were put. */
export function outlineOf(corners: readonly V3[], flat: View['flat']): Flat[] {
  return hull(corners.map((p) => flat(...p)));
}

/** A solid cut by the plane where the view's depth axis reads `at`: empty where the plane misses it. */
export function section(convex: Convex, view: View, at: number): Flat[] {
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

/** The view in which the way from one point to another is seen at its longest; the earlier where it hardly matters. */
export function viewOf(a: V3, b: V3): View {
  const seen = (view: View) => {
    const p = view.flat(...a);
    const q = view.flat(...b);
    return Math.hypot(p[0] - q[0], p[1] - q[1]);
  };
  return VIEWS.reduce((best, view) => (seen(view) > seen(best) + 0.5 ? view : best));
}
