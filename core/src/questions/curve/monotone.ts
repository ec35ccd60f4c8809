/**
 * Monotone piecewise cubic Hermite interpolation (Fritsch and Carlson, SIAM J. Numer. Anal. 17 (1980) 238–246): tangents
 * start as the mean of the neighbouring secants and are drawn back into the circle α² + β² ≤ 9, so that the curve never
 * overshoots its points and a flat stretch stays flat.
 */
export interface MonotoneCubic {
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** Tangent dy/dx at each point. */
  readonly slope: readonly number[];
}

/** x strictly rising, as many y as x, two or more (checked by the caller). */
export function monotoneCubic(x: readonly number[], y: readonly number[]): MonotoneCubic {
  const n = x.length;
  const secant: number[] = [];
  for (let i = 0; i < n - 1; i++) secant.push((y[i + 1]! - y[i]!) / (x[i + 1]! - x[i]!));
  const slope: number[] = [secant[0]!];
  for (let i = 1; i < n - 1; i++) {
    const before = secant[i - 1]!;
    const after = secant[i]!;
    slope.push(before * after <= 0 ? 0 : (before + after) / 2);
  }
  slope.push(secant[n - 2]!);
  for (let i = 0; i < n - 1; i++) {
    const d = secant[i]!;
    if (d === 0) {
      slope[i] = 0;
      slope[i + 1] = 0;
      continue;
    }
    const a = slope[i]! / d;
    const b = slope[i + 1]! / d;
    const r = a * a + b * b;
    if (r > 9) {
      const t = 3 / Math.sqrt(r);
      slope[i] = t * a * d;
      slope[i + 1] = t * b * d;
    }
  }
  return { x, y, slope };
}

/** Index of the piece that holds `at`: x[i] ≤ at ≤ x[i+1]. */
function pieceOf(x: readonly number[], at: number): number {
  let low = 0;
  let high = x.length - 2;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (x[mid]! <= at) low = mid;
    else high = mid - 1;
  }
  return low;
}

/** The curve's value; undefined beyond its ends, where nothing is known. */
export function valueAt(curve: MonotoneCubic, at: number): number | undefined {
  const { x, y, slope } = curve;
  if (!(at >= x[0]! && at <= x.at(-1)!)) return undefined;
  const i = pieceOf(x, at);
  const h = x[i + 1]! - x[i]!;
  const t = (at - x[i]!) / h;
  const t2 = t * t;
  const t3 = t2 * t;
  return (
    (2 * t3 - 3 * t2 + 1) * y[i]! +
    (t3 - 2 * t2 + t) * h * slope[i]! +
    (-2 * t3 + 3 * t2) * y[i + 1]! +
    (t3 - t2) * h * slope[i + 1]!
  );
}

/** The very same curve as far as an x inside it, and no farther. */
export function cutAt(curve: MonotoneCubic, at: number): MonotoneCubic {
  const { x, y, slope } = curve;
  if (at >= x.at(-1)!) return curve;
  const i = pieceOf(x, at);
  const h = x[i + 1]! - x[i]!;
  const t = (at - x[i]!) / h;
  const rise = (6 * t ** 2 - 6 * t) * ((y[i]! - y[i + 1]!) / h);
  const tangent = rise + (3 * t ** 2 - 4 * t + 1) * slope[i]! + (3 * t ** 2 - 2 * t) * slope[i + 1]!;
  // A piece of a cubic is that cubic again, by its ends and the tangents there.
  const kept = t === 0 ? i : i + 1;
  return {
    x: [...x.slice(0, kept), at],
    y: [...y.slice(0, kept), valueAt(curve, at)!],
    slope: [...slope.slice(0, kept), tangent],
  };
}

/** Three-point Gauss–Legendre on each piece: exact for polynomials up to degree five. */
const GAUSS = [
  [-Math.sqrt(3 / 5), 5 / 9],
  [0, 8 / 9],
  [Math.sqrt(3 / 5), 5 / 9],
] as const;

/**
 * ∫ weight(x)·curve(x) dx from `from` to `to`, both inside the curve; exact when the weight is a polynomial of degree
 * two or less.
 */
export function integrate(
  curve: MonotoneCubic,
  from: number,
  to: number,
  weight: (x: number) => number = () => 1,
): number {
  const inner = curve.x.filter((x) => x > from && x < to);
  const edges = [from, ...inner, to];
  let sum = 0;
  for (let i = 0; i < edges.length - 1; i++) {
    const half = (edges[i + 1]! - edges[i]!) / 2;
    const mid = (edges[i + 1]! + edges[i]!) / 2;
    for (const [node, w] of GAUSS) {
      const x = mid + half * node;
      sum += w * half * weight(x) * (valueAt(curve, x) ?? 0);
    }
  }
  return sum;
}

/** Where weight(x)·curve(x) is greatest, by a scan of each piece and golden section; accurate to 1e-6 of the range. */
export function maximise(curve: MonotoneCubic, weight: (x: number) => number = () => 1): { x: number; value: number } {
  const f = (x: number) => weight(x) * (valueAt(curve, x) ?? -Infinity);
  let best = { x: curve.x[0]!, value: f(curve.x[0]!) };
  for (let i = 0; i < curve.x.length - 1; i++) {
    const steps = 16;
    const a = curve.x[i]!;
    const h = (curve.x[i + 1]! - a) / steps;
    for (let k = 1; k <= steps; k++) {
      const value = f(a + k * h);
      if (value > best.value) best = { x: a + k * h, value };
    }
  }
  const spacing = Math.max(...curve.x.slice(1).map((x, i) => x - curve.x[i]!)) / 16;
  let low = Math.max(curve.x[0]!, best.x - spacing);
  let high = Math.min(curve.x.at(-1)!, best.x + spacing);
  const ratio = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 60; i++) {
    const left = high - ratio * (high - low);
    const right = low + ratio * (high - low);
    if (f(left) < f(right)) low = left;
    else high = right;
  }
  const x = (low + high) / 2;
  return f(x) > best.value ? { x, value: f(x) } : best;
}
