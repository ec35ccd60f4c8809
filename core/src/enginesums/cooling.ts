/** Chemical energy of the fuel at full power, kW: P·BSFC·LHV. */
export function fuelEnergyKw(powerKw: number, bsfcGPerKwh: number, heatingMjPerKg: number): number {
  return (powerKw * bsfcGPerKwh * heatingMjPerKg) / 3600;
}

/** Share of full power that a use asks for over the minutes that heat a radiator through. */
export const USE_DUTY: Readonly<Record<string, number>> = {
  street: 0.2,
  'touring and tow': 0.6,
  track: 0.65,
  'off-road': 0.45,
  drift: 0.6,
  'drag with slicks': 0.2,
};

/**
 * Heat that a core gives off, kW: 55 kW for each m² of face and 25 mm of thickness at road speed, half of it at walking
 * pace with its fans. A rule of the field for a copper or aluminium core 60 K above the air.
 */
export function radiatorKw(faceM2: number, thicknessMm: number, walkingPace: boolean): number {
  return 55 * faceM2 * (thicknessMm / 25) * (walkingPace ? 0.5 : 1);
}

/** Heat that a charge cooler takes out, kW. */
export const chargeHeatKw = (airKgPerS: number, fromC: number, toC: number) => 1.006 * airKgPerS * (fromC - toC);
