import type { FuelName } from '../../model/index.ts';
import { say, type Figure } from '../../units/index.ts';

export interface FuelData {
  readonly densityKgPerL: Figure;
  /** Mass of air to burn a mass of fuel completely. */
  readonly stoichiometric: Figure;
  readonly heatingMjPerKg: Figure;
  /** Specific consumption at full load, naturally aspirated; boosted engines run richer. */
  readonly bsfcGPerKwh: Figure;
  readonly bsfcBoostedGPerKwh: Figure;
  /** Mixture at full load, mass of air to mass of fuel. */
  readonly fullLoadAfr: Figure;
  readonly ron: number;
}

const published = (value: number, plusMinus: number, source: string): Figure => ({
  value,
  plusMinus,
  evidence: 'published',
  source,
});
const estimated = (value: number, plusMinus: number): Figure => ({
  value,
  plusMinus,
  evidence: 'estimated',
  source: 'typical value at full load',
});

const petrol = (ron: number): FuelData => ({
  densityKgPerL: published(0.745, 0.012, `EN 228: 0.720 to 0.775 at ${say(15, 'temperatureC')}`),
  stoichiometric: published(14.6, 0.1, 'Heywood, Internal Combustion Engine Fundamentals, app. D'),
  heatingMjPerKg: published(43, 0.5, 'Heywood, app. D'),
  bsfcGPerKwh: estimated(295, 15),
  bsfcBoostedGPerKwh: estimated(330, 20),
  fullLoadAfr: estimated(12.8, 0.3),
  ron,
});

/** What the pump sells: densities, heating values and mixtures. E85 counts 85 % ethanol by volume; winter blends hold less. */
export const FUEL: Readonly<Record<FuelName, FuelData>> = {
  'petrol 91': petrol(91),
  'petrol 95': petrol(95),
  'petrol 98': petrol(98),
  E10: {
    ...petrol(95),
    densityKgPerL: published(0.75, 0.012, 'EN 228, with a tenth of ethanol'),
    stoichiometric: published(14.1, 0.15, 'from its 10 % of ethanol'),
    heatingMjPerKg: published(41.5, 0.6, 'from its 10 % of ethanol'),
    bsfcGPerKwh: estimated(306, 16),
    bsfcBoostedGPerKwh: estimated(342, 21),
    fullLoadAfr: estimated(12.4, 0.3),
  },
  E85: {
    densityKgPerL: published(0.781, 0.008, `EN 15293: 0.760 to 0.800 at ${say(15, 'temperatureC')}`),
    stoichiometric: published(9.8, 0.3, 'from its 70 to 85 % of ethanol'),
    heatingMjPerKg: published(29.2, 0.8, 'from its 70 to 85 % of ethanol'),
    bsfcGPerKwh: estimated(420, 22),
    bsfcBoostedGPerKwh: estimated(465, 28),
    fullLoadAfr: estimated(8.6, 0.3),
    ron: 104,
  },
  diesel: {
    densityKgPerL: published(0.835, 0.01, `EN 590: 0.820 to 0.845 at ${say(15, 'temperatureC')}`),
    stoichiometric: published(14.5, 0.1, 'Heywood, app. D'),
    heatingMjPerKg: published(42.6, 0.4, 'Heywood, app. D'),
    bsfcGPerKwh: estimated(250, 15),
    bsfcBoostedGPerKwh: estimated(215, 10),
    fullLoadAfr: estimated(20, 1.5),
    ron: 0,
  },
};

/** The fuel of the pump with this octane number, the lower grade where it stands between two. */
export function petrolOf(ron: number): FuelName {
  return ron >= 98 ? 'petrol 98' : ron >= 95 ? 'petrol 95' : 'petrol 91';
}
