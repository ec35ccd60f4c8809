import { type Convex, type Pose, poseOf } from '../../geometry/index.ts';
import type { Placement } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';

/** The ways an assembly may be moved while a place is sought, in this order everywhere. */
export const AXES = ['xMm', 'yMm', 'zMm', 'pitchDeg', 'cantDeg'] as const;
export type Axis = (typeof AXES)[number];
/** A place: x, y, z in mm, pitch and cant in degrees. */
export type Point = readonly [number, number, number, number, number];
export type Range = Readonly<Record<Axis, readonly [number, number]>>;

export interface Body {
  readonly id: string;
  readonly name: string;
  /** Parts: in the engine frame. Obstacles: in vehicle axes. */
  readonly convex: Convex;
}

/**
 * Something else that a place must satisfy: a shaft angle, the shifter in its aperture, a boss in reach of its pad.
 * `slack` is positive where it is met, in its own unit; `mmPerUnit` says how many mm of margin one unit is worth while a
 * place that breaks it is pulled back; `change` bounds how far slack can change when the place moves by so many mm and so
 * many degrees at most.
 */
export interface Limit {
  readonly id: string;
  readonly name: string;
  readonly unit: 'mm' | 'deg';
  readonly mmPerUnit: number;
  readonly slack: (place: Placement, pose: Pose) => number;
  readonly change: (mm: number, deg: number) => number;
}

export interface PlacementProblem {
  readonly parts: readonly Body[];
  readonly obstacles: readonly Body[];
  /** mm, parts × obstacles, row by row. Infinity is not allowed; −Infinity leaves the pair out. */
  readonly requiredMm: ArrayLike<number>;
  readonly range: Range;
  readonly yawDeg: Placement['yawDeg'];
  readonly limits: readonly Limit[];
}

/** @throws InputError naming what a search can't go without. */
export function checkProblem(p: PlacementProblem): void {
  if (p.parts.length === 0) throw new InputError('/parts', 'There is nothing to place: parts is empty.');
  if (p.obstacles.length === 0)
    throw new InputError('/obstacles', 'There is no bay to place it in: obstacles is empty.');
  for (const axis of AXES) {
    const [low, high] = p.range[axis];
    if (!Number.isFinite(low) || !Number.isFinite(high) || low > high)
      throw new InputError(
        `/search/${axis}`,
        `The range of ${axis} must run from low to high; it is ${low} to ${high}.`,
      );
  }
}

export function placementAt(problem: Pick<PlacementProblem, 'yawDeg'>, p: Point): Placement {
  return { xMm: p[0], yMm: p[1], zMm: p[2], pitchDeg: p[3], cantDeg: p[4], yawDeg: problem.yawDeg };
}

export const pointOf = (p: Placement): Point => [p.xMm, p.yMm, p.zMm, p.pitchDeg, p.cantDeg];

/** The point brought inside the range. */
export function within(range: Range, p: Point): Point {
  return AXES.map((axis, k) => Math.min(range[axis][1], Math.max(range[axis][0], p[k]!))) as unknown as Point;
}

/** Farthest corner of a part from the engine's origin, mm: how far it swings per radian. */
export function swingOf(convex: Convex): number {
  let most = 0;
  for (let i = 0; i < convex.vertices.length; i += 3)
    most = Math.max(most, Math.hypot(convex.vertices[i]!, convex.vertices[i + 1]!, convex.vertices[i + 2]!));
  return most;
}

export function poseAt(problem: Pick<PlacementProblem, 'yawDeg'>, p: Point): Pose {
  return poseOf(placementAt(problem, p));
}
