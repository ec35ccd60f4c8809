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
