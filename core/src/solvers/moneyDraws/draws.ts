import { CLASS_CORRELATION, fillNormals, InputError, pert, seeded, type Distribution } from '../../units/index.ts';
import { drawInto } from './table.ts';

/** A line as it is drawn. */
export interface DrawnLine {
  readonly id: string;
  readonly price: Distribution;
  /** Prices of one class move together; without one it moves alone. */
  readonly class?: string | undefined;
  /** It happens with this chance, 0 to 1, on its own; always where nothing is said. */
  readonly chance?: number | undefined;
  readonly hours?: Distribution | undefined;
  /** Money an hour of it, where not as of all. */
  readonly hourlyRate?: number | undefined;
  /** What one unit of its money is worth, and how sure: lines of one currency share it. */
  readonly rate?: { readonly currency: string; readonly of: Distribution } | undefined;
}

export interface DrawInput {
  readonly lines: readonly DrawnLine[];
  /** Money an hour; none where the hours cost nothing. */
  readonly hourlyRate: number;
  readonly budget?: number | undefined;
  /** Of the normals behind the prices of one class, and behind all hours. */
  readonly correlation?: number | undefined;
  readonly draws?: number | undefined;
  readonly seed?: number | undefined;
}

export interface Drawn {
  readonly mean: number;
  readonly standardDeviation: number;
  readonly p10: number;
  readonly p50: number;
  readonly p80: number;
  readonly p95: number;
  readonly hours: { readonly p10: number; readonly p50: number; readonly p80: number; readonly p95: number };
  /** Undefined without a budget. */
  readonly chanceWithinBudget: number | undefined;
  /** What of the total’s variance each line brings, labour with the lines that bring the hours; together 1. */
  readonly shares: readonly { readonly id: string; readonly share: number }[];
  /** Those that bring most, most first. */
  readonly movers: readonly { readonly id: string; readonly share: number }[];
  /** The chance if one line were known to ± 5 %, for those where it changes most, best first. */
  readonly quotes: readonly { readonly id: string; readonly chanceThen: number }[];
  /** How often the total falls into each of equal bins from `from`, each `wide`. */
  readonly bins: { readonly from: number; readonly wide: number; readonly counts: readonly number[] };
}

export const DRAWS = 10_000;
const SEED = 20_260;
/** A quote in hand leaves so much of doubt. */
const QUOTED_WITHIN = 0.05;
const MOVERS_SHOWN = 5;
/** Of the variance: what brings less moves nothing. */
const LEAST_SHARE = 0.005;
const BINS = 48;

/** The value below which a share of the sorted ones lies. */
export function percentile(sorted: Float64Array, share: number): number {
  const at = share * (sorted.length - 1);
  const i = Math.floor(at);
  const above = sorted[Math.min(i + 1, sorted.length - 1)]!;
  return sorted[i]! + (at - i) * (above - sorted[i]!);
}

const within = (totals: Float64Array, budget: number): number => {
  let n = 0;
  for (const t of totals) if (t <= budget) n++;
  return n / totals.length;
};

function checked(lines: readonly DrawnLine[]): void {
  lines.forEach(({ id, price, hours, chance }, i) => {
    for (const d of [price, ...(hours ? [hours] : [])])
      if (!(d.low <= d.likely && d.likely <= d.high))
        throw new InputError(
          `/lines/${i}`,
          `“${id}” needs low ≤ likely ≤ high; it is ${d.low}, ${d.likely}, ${d.high}.`,
        );
    if (chance !== undefined && !(chance >= 0 && chance <= 1))
      throw new InputError(`/lines/${i}/chance`, `The chance of “${id}” has to be from 0 to 1; it is ${chance}.`);
  });
}

/**
 * What a bill comes to, drawn: PERT-beta prices and hours, the prices of one class and all hours each with one common factor (a Gaussian
 * copula), failures as events that happen or don’t, labour as the hours of each draw. The same seed draws the same.
 * @throws InputError naming the line whose three points are not in order.
 */
export function drawTotals(input: DrawInput): Drawn {
  const { lines, hourlyRate, budget, correlation = CLASS_CORRELATION, draws = DRAWS, seed = SEED } = input;
  checked(lines);
  const uniform = seeded(seed);
  const [shared, own] = [Math.sqrt(correlation), Math.sqrt(1 - correlation)];
  const drawn = () => new Float64Array(draws);
  /** One factor for each class, one for all hours, one worth for each currency. */
  const factors = new Map<string, Float64Array>();
  const factorOf = (of: string): Float64Array => {
    let factor = factors.get(of);
    if (!factor) {
      factor = drawn();
      fillNormals(factor, uniform);
      factors.set(of, factor);
    }
    return factor;
  };
  const worths = new Map<string, Float64Array>();
  const worthOf = ({ currency, of }: NonNullable<DrawnLine['rate']>): Float64Array => {
    let worth = worths.get(currency);
    if (!worth) {
      worth = drawn();
      drawInto(worth, factorOf(`rate ${currency}`), of);
      worths.set(currency, worth);
    }
    return worth;
  };
  const z = drawn();
  /** Normals of a line: its own, and so much of its factor. */
  const mix = (factor: Float64Array | undefined): void => {
    fillNormals(z, uniform);
    if (factor) for (let d = 0; d < draws; d++) z[d] = shared * factor[d]! + own * z[d]!;
  };
  const totals = drawn();
  const hours = drawn();
  const time = drawn();
  const isFixed = lines.map((l) => !(l.price.high > l.price.low));
  /** What each line brings to each draw, labour with it, and the normals behind its price. */
  const each = lines.map((line, i) => {
    const brought = drawn();
    const behind = isFixed[i] ? undefined : drawn();
    if (behind) {
      mix(line.class === undefined ? undefined : factorOf(`class ${line.class}`));
      behind.set(z);
    }
    drawInto(brought, z, line.price);
    if (line.rate) {
      const worth = worthOf(line.rate);
      for (let d = 0; d < draws; d++) brought[d] = brought[d]! * worth[d]!;
    }
    const hourly = line.hourlyRate ?? hourlyRate;
    const timed = line.hours !== undefined && line.hours.high > 0;
    if (timed) {
      mix(factorOf('hours'));
      drawInto(time, z, line.hours);
    }
    for (let d = 0; d < draws; d++) {
      const happens = line.chance === undefined || uniform() < line.chance;
      const h = timed && happens ? time[d]! : 0;
      brought[d] = happens ? brought[d]! + h * hourly : 0;
      totals[d] = totals[d]! + brought[d]!;
      hours[d] = hours[d]! + h;
    }
    return { brought, behind };
  });
  const mean = totals.reduce((s, x) => s + x, 0) / draws;
  const variance = totals.reduce((s, x) => s + (x - mean) ** 2, 0) / Math.max(1, draws - 1);
  const sorted = totals.slice().sort();
  const sortedHours = hours.slice().sort();
  const chance = budget === undefined ? undefined : within(totals, budget);
  const shares = lines.map(({ id }, i) => ({
    id,
    share: variance > 0 ? covariance(each[i]!.brought, totals) / variance : 0,
  }));
  const movers = shares.filter((m) => m.share > LEAST_SHARE).sort((a, b) => b.share - a.share);
  const quotes =
    budget === undefined
      ? []
      : movers
          .slice(0, 3 * MOVERS_SHOWN)
          .flatMap(({ id }) => {
            const i = lines.findIndex((l) => l.id === id);
            const line = lines[i]!;
            const { behind } = each[i]!;
            // A quote says what it costs, not whether it happens nor how long it takes.
            if (!behind || line.chance !== undefined) return [];
            const { mean: likely } = pert(line.price);
            const [now, quoted] = [drawn(), drawn()];
            drawInto(now, behind, line.price);
            // What is sold again stands below nought.
            const give = QUOTED_WITHIN * Math.abs(likely);
            drawInto(quoted, behind, { low: likely - give, likely, high: likely + give });
            const worth = line.rate && worthOf(line.rate);
            let inside = 0;
            for (let d = 0; d < draws; d++)
              if (totals[d]! + (quoted[d]! - now[d]!) * (worth ? worth[d]! : 1) <= budget) inside++;
            return [{ id, chanceThen: inside / draws }];
          })
          .sort((a, b) => Math.abs(b.chanceThen - (chance ?? 0)) - Math.abs(a.chanceThen - (chance ?? 0)))
          .slice(0, MOVERS_SHOWN);
  return {
    mean,
    standardDeviation: Math.sqrt(variance),
    p10: percentile(sorted, 0.1),
    p50: percentile(sorted, 0.5),
    p80: percentile(sorted, 0.8),
    p95: percentile(sorted, 0.95),
    hours: {
      p10: percentile(sortedHours, 0.1),
      p50: percentile(sortedHours, 0.5),
      p80: percentile(sortedHours, 0.8),
      p95: percentile(sortedHours, 0.95),
    },
    chanceWithinBudget: chance,
    shares,
    movers: movers.slice(0, MOVERS_SHOWN),
    quotes,
    bins: binned(sorted),
  };
}

function covariance(a: Float64Array, b: Float64Array): number {
  let [sa, sb, sab] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    sa += a[i]!;
    sb += b[i]!;
    sab += a[i]! * b[i]!;
  }
  return (sab - (sa * sb) / a.length) / Math.max(1, a.length - 1);
}

function binned(sorted: Float64Array): Drawn['bins'] {
  const [from, to] = [sorted[0] ?? 0, sorted[sorted.length - 1] ?? 0];
  const wide = (to - from) / BINS || 1;
  const counts = new Array<number>(BINS).fill(0);
  for (const x of sorted) {
    const i = Math.min(BINS - 1, Math.floor((x - from) / wide));
    counts[i] = counts[i]! + 1;
  }
  return { from, wide, counts };
}
