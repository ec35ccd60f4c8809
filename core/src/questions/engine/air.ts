import { airDensity } from '../curve/index.ts';
import { KELVIN_AT_ZERO_C, powerKwFrom } from '../../units/index.ts';

/** Gas constant of dry air, J/(kg·K). */
export const R_AIR = 287.05;
const kelvin = (c: number) => c + KELVIN_AT_ZERO_C;

/** Air that a power needs, kg/s: P·BSFC·AFR. */
export function airKgPerS(powerKw: number, bsfcGPerKwh: number, airFuelRatio: number): number {
  return ((powerKw * bsfcGPerKwh) / 3.6e6) * airFuelRatio;
}

/** Flow brought to the map's air: m·√(T/Tref)/(p/pref). SAE J1826. */
export function correctedFlow(
  kgPerS: number,
  temperatureC: number,
  pressureKpa: number,
  referenceC: number,
  referenceKpa: number,
): number {
  return (kgPerS * Math.sqrt(kelvin(temperatureC) / kelvin(referenceC))) / (pressureKpa / referenceKpa);
}

/** Density of dry air, kg/m³. */
export const dryAirDensity = (temperatureC: number, pressureKpa: number) =>
  airDensity({ temperatureC, barometerKpa: pressureKpa, relativeHumidityPct: 0 });

/** Volumetric efficiency that a torque implies: its air over what the cylinders sweep. Heywood, eq. 2.27. */
export function volumetricEfficiency(i: {
  readonly torqueNm: number;
  readonly engineRpm: number;
  readonly bsfcGPerKwh: number;
  readonly airFuelRatio: number;
  readonly displacementCc: number;
  readonly airTemperatureC: number;
  readonly airPressureKpa: number;
}): { airKgPerS: number; volumetricEfficiency: number } {
  const flow = airKgPerS(powerKwFrom(i.torqueNm, i.engineRpm), i.bsfcGPerKwh, i.airFuelRatio);
  const swept = dryAirDensity(i.airTemperatureC, i.airPressureKpa) * i.displacementCc * 1e-6 * (i.engineRpm / 120);
  return { airKgPerS: flow, volumetricEfficiency: flow / swept };
}

/** Mean speed of a gas through round holes, m/s. */
export function speedInBore(kgPerS: number, densityKgPerM3: number, boreMm: number, holes = 1): number {
  return kgPerS / densityKgPerM3 / (holes * (Math.PI / 4) * (boreMm / 1000) ** 2);
}
