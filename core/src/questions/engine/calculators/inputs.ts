import { FUEL } from '../fuels.ts';
import type { CalculatorInput } from './calculator.ts';
import { bsfcOf, count, counted, fuelOf, targetPower, usual } from './from.ts';

/** Top of the driving band. */
export const topOfBand: CalculatorInput = {
  name: 'bandHighRpm',
  label: 'Upper rpm limit',
  quantity: 'rpm',
  min: 500,
  max: 20000,
  usual: usual(5000, 0),
  from: (s) => ({ ...count(s.brief.band.highRpm), source: 'brief' }),
};

/** Cylinders of the engine. */
export const cylinders: CalculatorInput = {
  name: 'cylinders',
  label: 'Cylinders',
  quantity: 'count',
  min: 1,
  max: 16,
  usual: count(4),
  from: (s) => counted(s.engine.cylinders),
};

/** Geometric compression as the engine is. */
export const compressionNow: CalculatorInput = {
  name: 'compression',
  label: 'Compression now',
  quantity: 'number',
  digits: 1,
  min: 4,
  max: 25,
  usual: usual(10, 0.2),
  from: (s) => s.engine.compressionRatio,
};

/** Fuel for each kWh at full load, by induction and fuel. */
export const specificConsumption: CalculatorInput = {
  name: 'bsfcGPerKwh',
  label: 'BSFC',
  quantity: 'fuelGPerKwh',
  min: 100,
  max: 900,
  usual: usual(295, 15),
  from: bsfcOf,
};

/** Air for each part of fuel at full load, by mass. */
export const airToFuel: CalculatorInput = {
  name: 'airFuelRatio',
  label: 'Air–fuel ratio',
  quantity: 'number',
  digits: 1,
  min: 4,
  max: 60,
  usual: usual(12.8, 0.3),
  from: (s) => FUEL[fuelOf(s)].fullLoadAfr,
};

/** Power of the later target, else of the engine. */
export const power: CalculatorInput = {
  name: 'powerKw',
  label: 'Power',
  quantity: 'powerKw',
  min: 1,
  max: 2000,
  usual: usual(100, 5),
  from: targetPower,
};

/** The same, as a target without doubt. */
export const powerWanted: CalculatorInput = {
  name: 'powerKw',
  label: 'Target power',
  quantity: 'powerKw',
  min: 1,
  max: 2000,
  usual: usual(100, 0),
  from: targetPower,
};

/** Density of the brief’s fuel. */
export const fuelDensity: CalculatorInput = {
  name: 'fuelDensityKgPerL',
  label: 'Fuel, kg/l',
  quantity: 'number',
  digits: 3,
  min: 0.6,
  max: 1,
  usual: FUEL['petrol 95'].densityKgPerL,
  from: (s) => FUEL[fuelOf(s)].densityKgPerL,
};
