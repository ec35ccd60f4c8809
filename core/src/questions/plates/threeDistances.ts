/** A point in the plane of a plate, mm. */
export interface Spot {
  readonly uMm: number;
  readonly vMm: number;
}

export interface Placed extends Spot {
  /** By how much a measured distance misses the place found, mm, of the one that misses most. */
  readonly worstMm: number;
}

const distance = (p: Spot, q: Spot) => Math.hypot(p.uMm - q.uMm, p.vMm - q.vMm);
const STEPS = 20;

/** Where two circles meet, or the point between them where they do not: both sides of the line of their centres. */
function meet(a: Spot, fromA: number, b: Spot, fromB: number): [Spot, Spot] {
  const apart = distance(a, b);
  const along = (fromA ** 2 - fromB ** 2 + apart ** 2) / (2 * apart);
  const across = Math.sqrt(Math.max(0, fromA ** 2 - along ** 2));
  const [x, y] = [(b.uMm - a.uMm) / apart, (b.vMm - a.vMm) / apart];
  const at = (side: number): Spot => ({
    uMm: a.uMm + along * x - side * across * y,
    vMm: a.vMm + along * y + side * across * x,
  });
  return [at(1), at(-1)];
}

/** The place of a hole by its distances from two others, on the side against the clock of the line from the first to the second. */
export const placeByTwo = (a: Spot, fromA: number, b: Spot, fromB: number): Placed => {
  const [p] = meet(a, fromA, b, fromB);
  return { ...p, worstMm: Math.max(Math.abs(distance(p, a) - fromA), Math.abs(distance(p, b) - fromB)) };
};

/**
 * The place of a hole by its distances from three marks that lie on no one line: nearest to all three in the sense of least
 * squares (Gauss and Newton's steps from where two of the circles meet).
 */
export function placeByThree(marks: readonly [Spot, Spot, Spot], mm: readonly [number, number, number]): Placed {
  const misses = (p: Spot) => marks.map((m, i) => distance(p, m) - mm[i]!);
  const square = (p: Spot) => misses(p).reduce((s, r) => s + r * r, 0);
  let best = meet(marks[0], mm[0], marks[1], mm[1]).reduce((p, q) => (square(q) < square(p) ? q : p));
  for (let n = 0; n < STEPS; n++) {
    let [a, b, c, g, h] = [0, 0, 0, 0, 0];
    for (const [i, m] of marks.entries()) {
      const far = distance(best, m) || 1e-9;
      const [x, y] = [(best.uMm - m.uMm) / far, (best.vMm - m.vMm) / far];
      const miss = far - mm[i]!;
      a += x * x;
      b += x * y;
      c += y * y;
      g += x * miss;
      h += y * miss;
    }
    const whole = a * c - b * b;
    if (Math.abs(whole) < 1e-12) break;
    const next = { uMm: best.uMm - (c * g - b * h) / whole, vMm: best.vMm - (a * h - b * g) / whole };
    if (square(next) > square(best)) break;
    best = next;
  }
  return { ...best, worstMm: Math.max(...misses(best).map(Math.abs)) };
}

/** Twice the area that three marks span over the square of their greatest distance: next to nought where they lie on a line. */
export function spread([a, b, c]: readonly [Spot, Spot, Spot]): number {
  const area = Math.abs((b.uMm - a.uMm) * (c.vMm - a.vMm) - (b.vMm - a.vMm) * (c.uMm - a.uMm));
  return area / Math.max(distance(a, b), distance(b, c), distance(a, c)) ** 2;
}
