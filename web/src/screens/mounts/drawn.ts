import type { View } from '@sable/core/formats/drawing';
import type { V3 } from '@sable/core/geometry';

/** A motion as it is drawn: so many mm on paper for one that it really goes; one that swings goes both ways. */
export interface Motion {
  readonly shiftMm: V3;
  readonly turnRad: V3;
  readonly times: number;
  readonly swings: boolean;
}

const ROUND = [1, 2, 5] as const;

/** The largest of 1, 2, 5, 10, 20 … that is not above it; 1 at least, 500 at most. */
export function niceScale(most: number): number {
  let best = 1;
  for (let ten = 1; ten <= 100; ten *= 10) for (const r of ROUND) if (r * ten <= most) best = r * ten;
  return best;
}

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const PAD_MM = { side: 70, below: 150, above: 50 } as const;

/** What a view has to show: all points, with room for arrows and their boxes below. */
export function boxAround(points: readonly V3[], view: View): Box {
  const flat = points.map((p) => view.flat(...p));
  if (flat.length === 0) return { x: 0, y: 0, w: 600, h: 400 };
  const xs = flat.map((p) => p[0]);
  const ys = flat.map((p) => p[1]);
  const x = Math.min(...xs) - PAD_MM.side;
  const y = Math.min(...ys) - PAD_MM.above;
  return { x, y, w: Math.max(...xs) + PAD_MM.side - x, h: Math.max(...ys) + PAD_MM.below - y };
}

/** Things that stand nearer to each other than so much share one label, in their order. */
export function labelGroups<T extends { readonly x: number; readonly y: number }>(
  things: readonly T[],
  near: number,
): T[][] {
  const groups: T[][] = [];
  for (const t of things) {
    const group = groups.find((g) => g.some((o) => Math.hypot(o.x - t.x, o.y - t.y) < near));
    if (group) group.push(t);
    else groups.push([t]);
  }
  return groups;
}

/** A line through two points from edge to edge of a box, left end first; undefined where it is seen end on or passes the box by. */
export function across(
  a: readonly [number, number],
  b: readonly [number, number],
  box: Box,
): readonly [readonly [number, number], readonly [number, number]] | undefined {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  // Of two points a millimetre apart on either side: less than half of that is an axis seen nearly end on.
  if (Math.hypot(dx, dy) < 1) return undefined;
  let low = -Infinity;
  let high = Infinity;
  for (const [from, by, least, most] of [
    [a[0], dx, box.x, box.x + box.w],
    [a[1], dy, box.y, box.y + box.h],
  ] as const) {
    if (Math.abs(by) < 1e-9) {
      if (from < least || from > most) return undefined;
      continue;
    }
    const [s, t] = [(least - from) / by, (most - from) / by];
    low = Math.max(low, Math.min(s, t));
    high = Math.min(high, Math.max(s, t));
  }
  if (low >= high) return undefined;
  const at = (k: number) => [a[0] + k * dx, a[1] + k * dy] as const;
  const [p, q] = [at(low), at(high)];
  return p[0] <= q[0] ? [p, q] : [q, p];
}
