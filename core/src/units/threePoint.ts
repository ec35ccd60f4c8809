import { InputError } from './errors.ts';

export interface Spread {
  readonly low: number;
  readonly likely: number;
  readonly high: number;
}

/**
 * Mean and variance of a PERT-beta price: μ = (a + 4m + b)/6, σ² = (μ − a)(b − μ)/7. Vose, Risk Analysis, ch. 17.
 * @throws InputError unless low ≤ likely ≤ high.
 */
export function pert(p: Spread): { mean: number; variance: number } {
  if (!(p.low <= p.likely && p.likely <= p.high)) {
    throw new InputError('/likely', `A price needs low ≤ likely ≤ high; it is ${p.low}, ${p.likely}, ${p.high}.`);
  }
  const mean = (p.low + 4 * p.likely + p.high) / 6;
  return { mean, variance: ((mean - p.low) * (p.high - mean)) / 7 };
}
