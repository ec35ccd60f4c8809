import { InputError, KELVIN_AT_ZERO_C, KPA_PER_INHG } from '../../units/index.ts';

/** Air as an engine breathes it. */
export interface Air {
  readonly barometerKpa: number;
  readonly temperatureC: number;
  readonly relativeHumidityPct: number;
}

export type Standard = 'ISO 1585' | 'SAE J1349' | 'SAE J607' | 'DIN 70020' | 'none';

/** Saturation vapour pressure by the Magnus form (WMO-No. 8, Annex 4.B), times relative humidity. kPa. */
export function vapourPressureKpa(temperatureC: number, relativeHumidityPct: number): number {
  return (relativeHumidityPct / 100) * 0.6112 * Math.exp((17.62 * temperatureC) / (243.12 + temperatureC));
}

/**
 * Pressure by the ISO 2533 standard atmosphere, kPa, −400 to 11,000 m.
 * @throws InputError outside that range.
 */
export function pressureAtAltitudeKpa(altitudeM: number): number {
  if (!(altitudeM >= -400 && altitudeM <= 11000))
    throw new InputError('/altitudeM', `Altitude must lie between −400 and 11,000 m; it is ${altitudeM}.`);
  return 101.325 * (1 - (0.0065 * altitudeM) / 288.15) ** 5.25588;
}

/** Density of moist air by the gas law with dry air and vapour apart, kg/m³. */
export function airDensity(air: Air): number {
  const vapour = vapourPressureKpa(air.temperatureC, air.relativeHumidityPct);
  const kelvin = air.temperatureC + KELVIN_AT_ZERO_C;
  return ((air.barometerKpa - vapour) * 1000) / (287.05 * kelvin) + (vapour * 1000) / (461.5 * kelvin);
}

function dryPressure(air: Air): number {
  checkAir(air);
  const dry = air.barometerKpa - vapourPressureKpa(air.temperatureC, air.relativeHumidityPct);
  if (!(dry > 0))
    throw new InputError(
      '/barometerKpa',
      `Barometric pressure must be higher than the vapour pressure; it is ${air.barometerKpa} kPa.`,
    );
  return dry;
}

function checkAir(air: Air): void {
  if (!(air.relativeHumidityPct >= 0 && air.relativeHumidityPct <= 100)) {
    throw new InputError(
      '/relativeHumidityPct',
      `Relative humidity must lie between 0 and 100; it is ${air.relativeHumidityPct}.`,
    );
  }
  if (!(air.temperatureC > -80 && air.temperatureC < 80)) {
    throw new InputError('/temperatureC', `temperatureC must lie between −80 and 80; it is ${air.temperatureC}.`);
  }
  if (!(air.barometerKpa > 0 && air.barometerKpa < 200)) {
    throw new InputError('/barometerKpa', `Barometric pressure must lie between 0 and 200; it is ${air.barometerKpa}.`);
  }
}

/** SAE J1349 for spark ignition (85 % mechanical efficiency): 1.18·(99/p_d)·√((t+273)/298) − 0.18. */
export function factorJ1349(air: Air): number {
  return 1.18 * (99 / dryPressure(air)) * Math.sqrt((air.temperatureC + 273) / 298) - 0.18;
}

/** SAE J607 "STD": (29.92/p_d in inHg)·√((t_F + 460)/520). */
export function factorJ607(air: Air): number {
  const fahrenheit = air.temperatureC * 1.8 + 32;
  return (29.92 / (dryPressure(air) / KPA_PER_INHG)) * Math.sqrt((fahrenheit + 460) / 520);
}

/** DIN 70020: (101.3/p)·√((t+273)/293), p barometric; some sheets put the dry pressure in, which is offered too. */
export function factorDin70020(air: Air, basis: 'barometric' | 'dry' = 'barometric'): number {
  checkAir(air);
  const p = basis === 'dry' ? dryPressure(air) : air.barometerKpa;
  return (101.3 / p) * Math.sqrt((air.temperatureC + 273) / 293);
}

/** ISO 1585 / ECE R85, spark ignition: (99/p_d)^1.2·(T/298)^0.6. */
export function factorIso1585Si(air: Air): number {
  return (99 / dryPressure(air)) ** 1.2 * ((air.temperatureC + 273) / 298) ** 0.6;
}

export interface DieselState {
  readonly fuelFlowGramPerS: number;
  readonly displacementL: number;
  readonly engineRpm: number;
  readonly strokes: 2 | 4;
  readonly chargePressureRatio: number;
  readonly turbocharged: boolean;
}

/** ISO 1585 / ECE R85, compression ignition: f_a^f_m with the engine factor f_m from fuel per cycle. */
export function factorIso1585Ci(
  air: Air,
  diesel: DieselState,
): { fuelPerCycleMgPerL: number; engineFactorFm: number; factor: number } {
  const dry = dryPressure(air);
  const kelvin = air.temperatureC + 273;
  const perCycle =
    ((diesel.strokes === 4 ? 120000 : 60000) * diesel.fuelFlowGramPerS) / (diesel.displacementL * diesel.engineRpm);
  const qc = perCycle / diesel.chargePressureRatio;
  const fm = qc < 40 ? 0.3 : qc > 65 ? 1.2 : 0.036 * qc - 1.14;
  const fa = diesel.turbocharged ? (99 / dry) ** 0.7 * (kelvin / 298) ** 1.5 : (99 / dry) * (kelvin / 298) ** 0.7;
  return { fuelPerCycleMgPerL: qc, engineFactorFm: fm, factor: fa ** fm };
}

/** The factor that brings a pull in this air to the standard's air; 1 for "none". Spark ignition. */
export function correctionFactor(standard: Standard, air: Air): number {
  switch (standard) {
    case 'ISO 1585':
      return factorIso1585Si(air);
    case 'SAE J1349':
      return factorJ1349(air);
    case 'SAE J607':
      return factorJ607(air);
    case 'DIN 70020':
      return factorDin70020(air);
    case 'none':
      return 1;
  }
}

/** Valid spans of the standards' factors: outside, the figure is flagged. */
export const isOutsideSi = (factor: number) => factor < 0.93 || factor > 1.07;
export const isOutsideCi = (factor: number) => factor < 0.9 || factor > 1.1;

/** The air at the owner's worst: temperature and altitude by the standard atmosphere. */
export function worstAir(worst: { temperatureC: number; altitudeM: number; humidityPct: number }): Air {
  return {
    barometerKpa: pressureAtAltitudeKpa(worst.altitudeM),
    temperatureC: worst.temperatureC,
    relativeHumidityPct: worst.humidityPct,
  };
}

/** Reference air of ISO 1585: 99 kPa dry, 25 °C. */
const REFERENCE_AIR: Air = { barometerKpa: 99, temperatureC: 25, relativeHumidityPct: 0 };

/**
 * What is left of a curve in that air, as a share. School "standard": 1/cf by the curve's own standard (ISO 1585 for a
 * curve with none). School "density": the density of the air against the reference, a stronger effect of heat.
 */
export function hotDayShare(air: Air, standard: Standard, school: 'standard' | 'density'): number {
  if (school === 'density') return airDensity(air) / airDensity(REFERENCE_AIR);
  return 1 / correctionFactor(standard === 'none' ? 'ISO 1585' : standard, air);
}
