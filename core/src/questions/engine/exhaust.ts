import { KELVIN_AT_ZERO_C } from '../../units/index.ts';
import { R_AIR } from './air.ts';

/** Volume flow of exhaust gas, m³/s, as an ideal gas. */
export function exhaustM3PerS(
  kgPerS: number,
  temperatureC: number,
  pressureKpa: number,
  gasConstantJPerKgK = R_AIR,
): number {
  return (kgPerS * gasConstantJPerKgK * (temperatureC + KELVIN_AT_ZERO_C)) / (pressureKpa * 1000);
}

const sectionM2 = (boreMm: number) => (Math.PI / 4) * (boreMm / 1000) ** 2;

/** Mean gas speed in a pipe, m/s. */
export const pipeSpeed = (m3PerS: number, boreMm: number, pipes = 1) => m3PerS / (pipes * sectionM2(boreMm));

/** One school: the bore, mm, that keeps the gas at a mean speed (75 m/s for the road, 100 for racing). */
export const boreForSpeed = (m3PerS: number, speedMPerS: number, pipes = 1) =>
  1000 * Math.sqrt((4 * m3PerS) / (pipes * Math.PI * speedMPerS));

/** The other school: the bore, mm, for a power per section (2.2 kW/cm²). */
export const boreForPower = (powerKw: number, kwPerCm2: number, pipes = 1) =>
  10 * Math.sqrt((4 * powerKw) / (pipes * kwPerCm2 * Math.PI));
