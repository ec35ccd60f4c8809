import type { Flat } from '@sable/core/formats/drawing';
import { polygonArea, polygonCentroid } from 'd3-polygon';

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
export function placeNames<T extends Named>(
  shapes: readonly T[],
  frame: Frame,
  px: number,
  taken: Span[] = [],
): Placed<T>[] {
  const size = (points: Flat[]) => Math.abs(polygonArea(points));
  const bySize = [...shapes].sort(
    (a, b) => Number(b.first ?? false) - Number(a.first ?? false) || size(b.points) - size(a.points),
  );
  return bySize.flatMap((shape) => {
    const { points, name, first } = shape;
    if (points.length < 3) return [];
    // Of what the frame shows: a wall that runs far out of it is still named.
    const inside = points.map(([x, y]): Flat => [
      Math.min(frame.x + frame.w, Math.max(frame.x, x)),
      Math.min(frame.y + frame.h, Math.max(frame.y, y)),
    ]);
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
