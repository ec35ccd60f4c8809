import { InputError } from './errors.ts';

/** What is not known to the penny or the minute: if all goes well, likely, and if nothing does. A PERT-beta distribution. */
export interface Distribution {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

/**
 * Mean and variance of a PERT-beta price: μ = (a + 4m + b)/6, σ² = (μ − a)(b − μ)/7. Vose, Risk Analysis, ch. 17.
 * @throws InputError unless low ≤ likely ≤ high.
 */
export function pert(p: Distribution): { mean: number; variance: number } {
  if (!(p.low <= p.likely && p.likely <= p.high)) {
    throw new InputError(
      p.low <= p.likely ? '/high' : '/likely',
      `A price needs low ≤ likely ≤ high; it is ${p.low}, ${p.likely}, ${p.high}.`,
    );
  }
  const mean = (p.low + 4 * p.likely + p.high) / 6;
  return { mean, variance: ((mean - p.low) * (p.high - mean)) / 7 };
}

/** Something that costs only where it happens: a rebuild, a failure. */
export interface CostlyEvent {
  /** 0 to 1. */
  readonly chance: number;
  readonly price: Distribution;
}

/** Mean and variance of a price; of an event p·μ and p·(σ² + μ²) − (p·μ)², for it costs all of it or nothing. */
export function momentsOf(price: Distribution, event?: CostlyEvent): { mean: number; variance: number } {
  if (!event) return pert(price);
  const { mean, variance } = pert(event.price);
  const expected = event.chance * mean;
  return { mean: expected, variance: event.chance * (variance + mean ** 2) - expected ** 2 };
}

/** Of the prices of one class, and of all hours, the normals behind them are so far alike (a Gaussian copula). */
export const CLASS_CORRELATION = 0.5;

/** Variance of a sum whose terms share a factor, from their standard deviations: ρ·(Σσ)² + (1 − ρ)·Σσ². */
export function sharedVariance(deviations: readonly number[], correlation = CLASS_CORRELATION): number {
  let [sum, squares] = [0, 0];
  for (const sd of deviations) {
    sum += sd;
    squares += sd ** 2;
  }
  return correlation * sum ** 2 + (1 - correlation) * squares;
}

export const NOTHING: Distribution = { low: 0, likely: 0, high: 0 };
export const fixed = (x: number): Distribution => ({ low: x, likely: x, high: x });

/** Low and high over likely, where somebody has told one figure only: what shops see again and again. */
export const USUAL_SPREAD = {
  price: { low: 0.8, high: 1.5 },
  hours: { low: 0.75, high: 1.6 },
  /** Seals, gaskets and shells: known goods, and now and then one more of them. */
  kit: { low: 0.85, high: 1.4 },
} as const;

/** A figure told alone, with the usual spread of its kind. */
export function about(likely: number, spread: keyof typeof USUAL_SPREAD): Distribution {
  const { low, high } = USUAL_SPREAD[spread];
  return { low: likely * low, likely, high: likely * high };
}

/** Three points of each added up: all go well, or none does. */
export function sumOf(list: readonly Distribution[]): Distribution {
  let { low, likely, high } = NOTHING;
  for (const x of list) {
    low += x.low;
    likely += x.likely;
    high += x.high;
  }
  return { low, likely, high };
}

/** The currency in which prices were gathered that ship with the program; each of them names it. */
export const GUIDE_CURRENCY = 'EUR';
