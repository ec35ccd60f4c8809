/** Fuel burnt, g/s, from brake power and specific consumption. */
export function fuelGramPerS(powerKw: number, bsfcGPerKwh: number): number {
  return (powerKw * bsfcGPerKwh) / 3600;
}

/** Flow that each injector must give at its allowed duty, cc/min: P·BSFC/(n·duty·ρ). */
export function injectorNeededCcPerMin(
  powerKw: number,
  bsfcGPerKwh: number,
  injectors: number,
  duty: number,
  densityKgPerL: number,
): number {
  return (fuelGramPerS(powerKw, bsfcGPerKwh) * 60) / densityKgPerL / (injectors * duty);
}

/** Flow at another pressure across the injector: an orifice goes with √Δp. */
export function injectorFlowAt(
  ratedCcPerMin: number,
  pressureDifferenceBar: number,
  referencePressureBar: number,
): number {
  return ratedCcPerMin * Math.sqrt(pressureDifferenceBar / referencePressureBar);
}

/** Pump delivery at rail pressure, l/h, with a reserve over what the engine burns. */
export function pumpLph(powerKw: number, bsfcGPerKwh: number, densityKgPerL: number, reservePct: number): number {
  return ((powerKw * bsfcGPerKwh) / 1000 / densityKgPerL) * (1 + reservePct / 100);
}

/** Bore of a line, mm, that keeps its fuel at a mean speed: 1 m/s on the suction side, 2 m/s on the pressure side. */
export function lineBoreMm(flowLph: number, speedMPerS: number): number {
  const m3PerS = flowLph / 3.6e6;
  return 1000 * Math.sqrt((4 * m3PerS) / (Math.PI * speedMPerS));
}
