import type { Quantity } from '../units/index.ts';

const SUFFIXES: readonly (readonly [string, Quantity])[] = [
  ['CcPerMin', 'flowCcPerMin'],
  ['NmPerDeg', 'rollNmPerDeg'],
  ['NPerMm', 'stiffnessNPerMm'],
  ['Mm', 'lengthMm'],
  ['KgEach', 'massKg'],
  ['KgM2', 'inertiaKgM2'],
  ['Kg', 'massKg'],
  ['Nm', 'torqueNm'],
  ['Kw', 'powerKw'],
  ['Kph', 'speedKph'],
  ['Rpm', 'rpm'],
  ['Cc', 'volumeCc'],
  ['Deg', 'angleDeg'],
  ['Db', 'soundDb'],
  ['Bar', 'pressureBar'],
  ['Pct', 'percent'],
  ['Kpa', 'pressureKpa'],
  ['M3PerH', 'airM3PerH'],
  ['Amps', 'currentA'],
  ['Mm2', 'wireMm2'],
  ['M2', 'areaM2'],
  ['Days', 'days'],
  ['Km', 'travelledKm'],
  ['L', 'volumeL'],
  ['M', 'distanceM'],
  ['C', 'temperatureC'],
];
const MONEY = new Set([
  'takesWithIt',
  'price',
  'newPrice',
  'rebuild',
  'cost',
  'costPerMm',
  'budget',
  'hourlyRate',
  'ownHourWorth',
]);
const HOURS = new Set(['hours', 'maxHours', 'hoursPerMm']);
/** A place; a direction has no unit. */
const LENGTHS = new Set(['at']);
const FORCES = new Set(['ratingN', 'bearingLoadN', 'clampLoadN']);

const known = (name: string) => SUFFIXES.find(([suffix]) => name.endsWith(suffix) && name.length > suffix.length);

/** What a field of the data holds, told by its name: `massKg`, `budget`. */
export function quantityOf(name: string): Quantity {
  if (MONEY.has(name)) return 'money';
  if (HOURS.has(name)) return 'hours';
  if (LENGTHS.has(name)) return 'lengthMm';
  if (FORCES.has(name)) return 'forceN';
  return known(name)?.[1] ?? 'number';
}

/** The unit at the end of a field’s name, as it stands there; empty where there is none. */
export const unitSuffix = (name: string): string => known(name)?.[0] ?? '';
