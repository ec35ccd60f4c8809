import type { FuelName } from '../../model/index.ts';
import { FUEL } from '../engine/index.ts';
import { requirePositive } from '../../units/index.ts';

/** Friction mean effective pressure of a warm engine and the load at which its full-load consumption is told, bar. */
const FRICTION_BAR = { petrol: 1.6, diesel: 1.9 } as const;
const TOLD_AT_BAR = 9;

/**
 * Fuel of an engine at a load by a Willans line: fuel power = (friction power + output)/η_i, friction mean effective
 * pressure constant, η_i fixed by the full-load consumption. l/h. Heywood, Internal Combustion Engine Fundamentals, ch. 13.
 */
export function fuelLPerH(
  fuel: FuelName,
  boosted: boolean,
  displacementL: number,
  rpm: number,
  outputKw: number,
): number {
  requirePositive('/displacementL', displacementL, 'l');
  requirePositive('/rpm', rpm, 'rpm');
  const { bsfcGPerKwh, bsfcBoostedGPerKwh, densityKgPerL } = FUEL[fuel];
  const frictionBar = FRICTION_BAR[fuel === 'diesel' ? 'diesel' : 'petrol'];
  const told = (boosted ? bsfcBoostedGPerKwh : bsfcGPerKwh).value;
  // Full-load petrol figures carry the rich mixture, which part load does not: a tenth less.
  const indicated = ((fuel === 'diesel' ? told : 0.9 * told) * TOLD_AT_BAR) / (TOLD_AT_BAR + frictionBar);
  const frictionKw = (frictionBar * 1e5 * (displacementL / 1000) * rpm) / 120 / 1000;
  return (indicated * (frictionKw + Math.max(0, outputKw))) / 1000 / densityKgPerL.value;
}
