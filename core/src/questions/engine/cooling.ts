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

/** Heat of a core 60 K above the air, kW for each m² of face and 25 mm of thickness, at road speed; see decision 8. */
const CORE_KW_PER_M2 = 250;

/**
 * Heat that a core gives off, kW, half of it at walking pace with its fans. About 4 kW/(m²·K) of face for the fins of
 * car radiators at 8 to 10 m/s: Kays and London, Compact Heat Exchangers, ch. 10.
 */
export function radiatorKw(faceM2: number, thicknessMm: number, walkingPace: boolean): number {
  return CORE_KW_PER_M2 * faceM2 * (thicknessMm / 25) * (walkingPace ? 0.5 : 1);
}
