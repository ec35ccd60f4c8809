import type { PlateHole } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';

/** A point of a picture, in its own pixels: to the right, down. */
export type Pixel = readonly [x: number, y: number];

/** A length that is known in the picture: two marks of a ruler and what lies between them. */
export interface Ruler {
  readonly from: Pixel;
  readonly to: Pixel;
  readonly lengthMm: number;
}

export interface TracedHole {
  readonly id: string;
  readonly at: Pixel;
  /** Typed, mm; or by how far its rim lies from its middle, in pixels. */
  readonly diameterMm?: number;
  readonly radiusPx?: number;
  readonly dowel?: boolean;
}

export interface Tracing {
  readonly rulers: readonly Ruler[];
  /** Where the shaft axis goes through the picture. */
  readonly axis: Pixel;
  /** Two points of a line that is level in the car, left to right as it is wanted; the picture's own where nobody says. */
  readonly level?: readonly [Pixel, Pixel];
  /** Seen from the engine: left and right change sides, for a plate is seen from the gearbox. */
  readonly mirrored: boolean;
  readonly holes: readonly TracedHole[];
}

export interface Traced {
  readonly holes: readonly PlateHole[];
  /** Across and down, mm each pixel. */
  readonly mmPerPx: readonly [number, number];
  /** By how much the two scales differ, of the larger; undefined with one ruler: then nobody knows whether the picture leans. */
  readonly lean: number | undefined;
  /** What a press beside the mark by one pixel makes at the hole that lies farthest out, mm. */
  readonly plusMinusMm: number;
}

/** Rulers shorter than this carry no scale, px. */
const SHORTEST_PX = 20;
/** Two rulers nearer to one direction than this tell no second scale, sine of the angle between them. */
const CROSSED = 0.5;
/** How surely a point is pressed, px. */
const PRESS_PX = 1;

const between = ([ax, ay]: Pixel, [bx, by]: Pixel): Pixel => [bx - ax, by - ay];

/** Scales across and down by one ruler, or by two that cross: (s·Δx)² + (t·Δy)² = length². */
function scalesOf(rulers: readonly Ruler[]): { scale: readonly [number, number]; crossed: boolean } {
  const [first, second] = rulers;
  if (!first) throw new InputError('/rulers', 'Mark a known length first: two points of a ruler and their distance.');
  rulers.forEach((r, i) => {
    if (!(r.lengthMm > 0))
      throw new InputError(`/rulers/${i}/lengthMm`, 'How long the ruler is between its two marks must be above 0.');
    if (Math.hypot(...between(r.from, r.to)) < SHORTEST_PX)
      throw new InputError(`/rulers/${i}/to`, 'The two marks of the ruler lie on each other: mark a longer length.');
  });
  const one = first.lengthMm / Math.hypot(...between(first.from, first.to));
  if (!second) return { scale: [one, one], crossed: false };
  const [ax, ay] = between(first.from, first.to);
  const [bx, by] = between(second.from, second.to);
  const cross = Math.abs(ax * by - ay * bx) / (Math.hypot(ax, ay) * Math.hypot(bx, by));
  if (cross < CROSSED)
    throw new InputError(
      '/rulers/1/to',
      'The second ruler is parallel to the first: place it across, so that it shows whether the picture is tilted.',
    );
  const [A, B, C, D] = [ax * ax, ay * ay, bx * bx, by * by];
  const det = A * D - B * C;
  const [p, q] = [first.lengthMm ** 2, second.lengthMm ** 2];
  const [s2, t2] = [(p * D - B * q) / det, (A * q - p * C) / det];
  // Two diagonals of a square say nothing of across and down.
  if (!(s2 > 0 && t2 > 0))
    throw new InputError(
      '/rulers/1/lengthMm',
      'The two rulers contradict each other: check both lengths, or lay them along the edges of the picture.',
    );
  return { scale: [Math.sqrt(s2), Math.sqrt(t2)], crossed: true };
}

/**
 * Holes pressed on a picture of a face, brought to millimetres from the shaft axis, seen from the gearbox towards the engine: u to the
 * right, v up. A second ruler across the first takes out a picture that is drawn out along one edge; one that was taken at a slant is not
 * put right.
 * @throws InputError naming a ruler, the level line or a hole.
 */
export function traced({ rulers, axis, level, mirrored, holes }: Tracing): Traced {
  const { scale, crossed } = scalesOf(rulers);
  const [sx, sy] = scale;
  const inMm = (p: Pixel): Pixel => {
    const [dx, dy] = between(axis, p);
    return [dx * sx, -dy * sy];
  };
  let turn = 0;
  if (level) {
    const [dx, dy] = between(...level);
    if (Math.hypot(dx, dy) < SHORTEST_PX)
      throw new InputError('/level', 'The two points of the level line lie on each other.');
    turn = -Math.atan2(-dy * sy, dx * sx);
  }
  const [s, c] = [Math.sin(turn), Math.cos(turn)];
  const placed = holes.map((h, i): PlateHole => {
    const [x, y] = inMm(h.at);
    const [u, v] = [x * c - y * s, x * s + y * c];
    const diameterMm = h.diameterMm ?? 2 * (h.radiusPx ?? 0) * Math.sqrt(sx * sy);
    if (!(diameterMm > 0)) throw new InputError(`/holes/${i}/diameterMm`, `Hole ${h.id} needs a diameter.`);
    // A hundredth is finer than any press.
    const round = (n: number) => Math.round(n * 100) / 100 + 0;
    return {
      id: h.id,
      uMm: round(mirrored ? -u : u),
      vMm: round(v),
      diameterMm: round(diameterMm),
      ...(h.dowel ? { dowel: true as const } : {}),
    };
  });
  const far = Math.max(0, ...placed.map((h) => Math.hypot(h.uMm, h.vMm)));
  const shortest = Math.min(...rulers.map((r) => Math.hypot(...between(r.from, r.to))));
  // Of hole and axis a press each, of the scale two over the length of the ruler.
  const press = Math.SQRT2 * PRESS_PX * Math.max(sx, sy);
  return {
    holes: placed,
    mmPerPx: scale,
    lean: crossed ? Math.abs(sx - sy) / Math.max(sx, sy) : undefined,
    plusMinusMm: Math.hypot(press, (far * Math.SQRT2 * PRESS_PX) / shortest),
  };
}

/**
 * The circle through three points of a rim, px.
 * @throws InputError where they lie on a line.
 */
export function throughThree([a, b, c]: readonly [Pixel, Pixel, Pixel]): {
  readonly at: Pixel;
  readonly radiusPx: number;
} {
  const [bx, by] = between(a, b);
  const [cx, cy] = between(a, c);
  const d = 2 * (bx * cy - by * cx);
  if (Math.abs(d) < 1e-3 * (bx * bx + by * by + cx * cx + cy * cy))
    throw new InputError('/holes', 'The three points of the rim lie on a line: press them well apart around the hole.');
  const [x, y] = [
    (cy * (bx * bx + by * by) - by * (cx * cx + cy * cy)) / d,
    (bx * (cx * cx + cy * cy) - cx * (bx * bx + by * by)) / d,
  ];
  return { at: [a[0] + x, a[1] + y], radiusPx: Math.hypot(x, y) };
}
