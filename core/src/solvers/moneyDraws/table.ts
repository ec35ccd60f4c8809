import { normalCdf, type Distribution } from '../../units/index.ts';

/** The standard normal is tabulated from −SPAN to SPAN in STEPS; a draw beyond it (6 in 100,000) takes the end. */
const SPAN = 4;
const STEPS = 512;
/** Steps of the integral over the density. */
const FINE = 1024;

/** Φ at each step of the table: the same for every line. */
const STEP_SHARE = Float64Array.from({ length: STEPS + 1 }, (_, i) => normalCdf(-SPAN + (2 * SPAN * i) / STEPS));

/**
 * Where in a PERT of shape t = (likely − low)/(high − low) a standard normal falls, 0 to 1: the inverse of Beta(1 + 4t, 5 − 4t) at Φ(z),
 * tabulated over z. The density is integrated over an angle (x = (1 − cos θ)/2), where it is smooth up to both ends.
 */
function quantiles(t: number): Float64Array {
  const sums = new Float64Array(FINE + 1);
  const density = (k: number): number => {
    const theta = (Math.PI * k) / FINE;
    const x = (1 - Math.cos(theta)) / 2;
    return x ** (4 * t) * (1 - x) ** (4 - 4 * t) * Math.sin(theta);
  };
  let before = density(0);
  for (let k = 1; k <= FINE; k++) {
    const [mid, after] = [density(k - 0.5), density(k)];
    sums[k] = sums[k - 1]! + (before + 4 * mid + after) / 6;
    before = after;
  }
  const whole = sums[FINE]!;
  const table = new Float64Array(STEPS + 1);
  let k = 0;
  for (let i = 0; i <= STEPS; i++) {
    const wanted = STEP_SHARE[i]! * whole;
    while (k < FINE - 1 && sums[k + 1]! < wanted) k++;
    const part = (wanted - sums[k]!) / (sums[k + 1]! - sums[k]!);
    const theta = (Math.PI * (k + Math.min(1, Math.max(0, part)))) / FINE;
    table[i] = (1 - Math.cos(theta)) / 2;
  }
  return table;
}

const known = new Map<number, Float64Array>();
/** Shapes kept: lines told by one figure and the usual spread share theirs. */
const MOST_KNOWN = 2000;

/** The table of a shape, made once. */
function tableOf({ low, likely, high }: Distribution): Float64Array {
  const t = (likely - low) / (high - low);
  let table = known.get(t);
  if (!table) {
    if (known.size >= MOST_KNOWN) known.clear();
    table = quantiles(t);
    known.set(t, table);
  }
  return table;
}

/** Each of many standard normals as a draw of a distribution, put in its place in `into`; fixed where low is high. */
export function drawInto(into: Float64Array, z: Float64Array, d: Distribution): void {
  if (!(d.high > d.low)) {
    into.fill(d.low);
    return;
  }
  const table = tableOf(d);
  const { low } = d;
  const wide = d.high - low;
  const scale = STEPS / (2 * SPAN);
  for (let k = 0; k < z.length; k++) {
    const at = Math.min(STEPS - 1e-9, Math.max(0, (z[k]! + SPAN) * scale));
    const i = Math.trunc(at);
    const from = table[i]!;
    into[k] = low + wide * (from + (at - i) * (table[i + 1]! - from));
  }
}
