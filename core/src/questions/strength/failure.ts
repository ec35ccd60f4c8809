import { propagate, type Derived, type Figure } from '../../units/index.ts';

/** Chance of failure at two margins, over the distance that they were drawn up for; a default, editable by the reader. */
const HALF_AT = 0.7;
const TWENTIETH_AT = 1.2;
const STEEPNESS = Math.log(19) / Math.log(TWENTIETH_AT / HALF_AT);
/** Distance that the curve stands for, km. */
const FAILURE_DISTANCE_KM = 60_000;

/** Chance that a box at a margin fails over a distance: logistic in ln(margin), hazard even over the distance. 0 to 1. */
export function chanceAt(margin: number, distanceKm: number): number {
  if (margin <= 0) return 1;
  const p = 1 / (1 + Math.exp(STEEPNESS * Math.log(margin / HALF_AT)));
  return 1 - (1 - p) ** (distanceKm / FAILURE_DISTANCE_KM);
}

/** Nodes and weights of five-point Gauss–Hermite quadrature for a standard normal. */
const NORMAL = [
  [0, 8 / 15],
  [1.355626, 0.222076],
  [-1.355626, 0.222076],
  [2.85697, 0.011257],
  [-2.85697, 0.011257],
] as const;

/** The same over the doubt of the margin: a poor rating makes the chance flatter, in both directions. */
export function chanceOfFailure(margin: { value: number; plusMinus: number }, distanceKm: number): number {
  const s = margin.plusMinus / margin.value;
  return NORMAL.reduce((sum, [z, w]) => sum + w * chanceAt(margin.value * Math.exp(s * z), distanceKm), 0);
}

export interface BoxCost {
  readonly price: Figure;
  readonly chance: number;
  /** Price of another one, hours to change it and what it takes with it. */
  readonly replacement: Figure;
  readonly hours: number;
  readonly takesWithIt: number;
}

/** Expected cost of a box over the distance: price + chance × (replacement + hours × rate + what it takes with it). */
export function expectedCost(box: BoxCost, hourlyRate: number): Derived {
  return propagate(
    { price: box.price, replacement: box.replacement },
    (v) => v.price + box.chance * (v.replacement + box.hours * hourlyRate + box.takesWithIt),
  );
}

/** Price that the stronger box may cost more before the weaker one is the cheaper way. */
export function breakEvenExtra(weak: BoxCost, strong: BoxCost, hourlyRate: number): number {
  const fails = (b: BoxCost) => b.chance * (b.replacement.value + b.hours * hourlyRate + b.takesWithIt);
  return fails(weak) - fails(strong);
}
