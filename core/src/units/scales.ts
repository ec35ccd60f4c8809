import {
  CC_PER_MIN_PER_LB_H,
  GRAVITY,
  KG_PER_LB,
  KPA_PER_PSI,
  KPH_PER_MPH,
  KW_PER_HP,
  KW_PER_PS,
  L_PER_US_GALLON,
  M3_PER_H_PER_CFM,
  MM_PER_IN,
  NM_PER_LBFT,
} from './constants.ts';

export const UNIT_SYSTEMS = ['metric', 'us'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/**
 * Kinds of quantity whose unit a reader may choose whatever the system is, each with its units. Areas go with lengths,
 * inertia and power to weight with masses, distances with speeds, stiffness with forces.
 */
export const UNIT_CHOICES = {
  length: ['mm', 'in'],
  mass: ['kg', 'lb'],
  power: ['kW', 'PS', 'hp'],
  torque: ['N·m', 'kgf·m', 'lb-ft'],
  pressure: ['bar', 'kPa', 'psi'],
  speed: ['km/h', 'mph'],
  temperature: ['°C', '°F'],
  volume: ['L', 'gal'],
  displacement: ['L', 'cc', 'cu in'],
  injectors: ['cc/min', 'lb/h'],
  force: ['N', 'lbf'],
} as const;
export type UnitKind = keyof typeof UNIT_CHOICES;
export type ChosenUnits = { readonly [K in UnitKind]?: (typeof UNIT_CHOICES)[K][number] };

export const QUANTITIES = [
  'lengthMm',
  'massKg',
  'torqueNm',
  'powerKw',
  'speedKph',
  'temperatureC',
  'warmerC',
  'pressureKpa',
  'altitudeM',
  'distanceM',
  'volumeL',
  'displacementL',
  'displacementCc',
  'areaM2',
  'powerPerMass',
  'rpm',
  'percent',
  'angleDeg',
  'ratio',
  'soundDb',
  'money',
  'hours',
  'days',
  'count',
  'inch',
  'number',
  'volumeCc',
  'massG',
  'flowCcPerMin',
  'flowLph',
  'portLPerS',
  'airKgPerMin',
  'airM3PerH',
  'currentA',
  'voltageV',
  'wireMm2',
  'minutes',
  'speedMPerS',
  'accelMPerS2',
  'areaCm2',
  'pressureBar',
  'stiffnessNPerMm',
  'rollNmPerDeg',
  'frequencyHz',
  'fuelGPerKwh',
  'travelledKm',
  'seconds',
  'forceN',
  'inertiaKgM2',
] as const;
export type Quantity = (typeof QUANTITIES)[number];

export interface Scale {
  readonly unit: string;
  readonly factor: number;
  readonly offset?: number;
  readonly digits: number;
  /** Places more than in the metric unit, where a caller said how many it wants there. */
  readonly shift?: number;
}

const same = (unit: string, digits: number): { metric: Scale; us: Scale } => ({
  metric: { unit, factor: 1, digits },
  us: { unit, factor: 1, digits },
});

/** A US ton: 2,000 lb, in tonnes. */
const T_PER_TON = 2 * KG_PER_LB;

/** Shown = internal × factor + offset. */
const SCALES: Record<Quantity, { readonly metric: Scale; readonly us: Scale }> = {
  lengthMm: { metric: { unit: 'mm', factor: 1, digits: 0 }, us: { unit: 'in', factor: 1 / MM_PER_IN, digits: 2 } },
  massKg: { metric: { unit: 'kg', factor: 1, digits: 0 }, us: { unit: 'lb', factor: 1 / KG_PER_LB, digits: 0 } },
  torqueNm: {
    metric: { unit: 'N·m', factor: 1, digits: 0 },
    us: { unit: 'lb-ft', factor: 1 / NM_PER_LBFT, digits: 0 },
  },
  powerKw: { metric: { unit: 'kW', factor: 1, digits: 0 }, us: { unit: 'hp', factor: 1 / KW_PER_HP, digits: 0 } },
  speedKph: {
    metric: { unit: 'km/h', factor: 1, digits: 0 },
    us: { unit: 'mph', factor: 1 / KPH_PER_MPH, digits: 0 },
  },
  temperatureC: {
    metric: { unit: '°C', factor: 1, digits: 0 },
    us: { unit: '°F', factor: 1.8, offset: 32, digits: 0 },
  },
  // A difference of two temperatures.
  warmerC: { metric: { unit: '°C', factor: 1, digits: 0 }, us: { unit: '°F', factor: 1.8, digits: 0 } },
  pressureKpa: {
    metric: { unit: 'kPa', factor: 1, digits: 1 },
    us: { unit: 'psi', factor: 1 / KPA_PER_PSI, digits: 1 },
  },
  altitudeM: { metric: { unit: 'm', factor: 1, digits: 0 }, us: { unit: 'ft', factor: 1 / 0.3048, digits: 0 } },
  distanceM: { metric: { unit: 'm', factor: 1, digits: 1 }, us: { unit: 'ft', factor: 1 / 0.3048, digits: 1 } },
  volumeL: {
    metric: { unit: 'L', factor: 1, digits: 1 },
    us: { unit: 'gal', factor: 1 / L_PER_US_GALLON, digits: 1 },
  },
  displacementL: {
    metric: { unit: 'L', factor: 1, digits: 1 },
    us: { unit: 'cu in', factor: 1e6 / MM_PER_IN ** 3, digits: 0 },
  },
  displacementCc: {
    metric: { unit: 'cc', factor: 1, digits: 0 },
    us: { unit: 'cu in', factor: 1000 / MM_PER_IN ** 3, digits: 0 },
  },
  areaM2: { metric: { unit: 'm²', factor: 1, digits: 2 }, us: { unit: 'ft²', factor: 1 / 0.09290304, digits: 1 } },
  // Put together from the units of power and mass: see `scaleOf`.
  powerPerMass: same('kW/t', 0),
  rpm: same('rpm', 0),
  percent: same('%', 1),
  angleDeg: same('°', 1),
  ratio: same('×', 2),
  soundDb: same('dB(A)', 0),
  money: same('', 0),
  hours: same('h', 0),
  days: same('days', 0),
  count: same('', 0),
  inch: same('in', 0),
  number: same('', 2),
  // A burette and a balance read cc and grams on both sides of the ocean: chambers, domes, pistons.
  volumeCc: same('cc', 1),
  massG: same('g', 0),
  flowCcPerMin: {
    metric: { unit: 'cc/min', factor: 1, digits: 0 },
    us: { unit: 'lb/h', factor: 1 / CC_PER_MIN_PER_LB_H, digits: 1 },
  },
  flowLph: {
    metric: { unit: 'L/h', factor: 1, digits: 0 },
    us: { unit: 'gal/h', factor: 1 / L_PER_US_GALLON, digits: 1 },
  },
  // Ports are measured on a bench, at the same drop on either side of the ocean.
  portLPerS: {
    metric: { unit: 'L/s', factor: 1, digits: 1 },
    us: { unit: 'cfm', factor: 3.6 / M3_PER_H_PER_CFM, digits: 0 },
  },
  airKgPerMin: {
    metric: { unit: 'kg/min', factor: 1, digits: 1 },
    us: { unit: 'lb/min', factor: 1 / KG_PER_LB, digits: 1 },
  },
  airM3PerH: {
    metric: { unit: 'm³/h', factor: 1, digits: 0 },
    us: { unit: 'cfm', factor: 1 / M3_PER_H_PER_CFM, digits: 0 },
  },
  currentA: same('A', 0),
  voltageV: same('V', 2),
  wireMm2: same('mm²', 1),
  minutes: same('min', 0),
  speedMPerS: { metric: { unit: 'm/s', factor: 1, digits: 1 }, us: { unit: 'ft/s', factor: 1 / 0.3048, digits: 0 } },
  accelMPerS2: {
    metric: { unit: 'm/s²', factor: 1, digits: 1 },
    us: { unit: 'ft/s²', factor: 1 / 0.3048, digits: 1 },
  },
  areaCm2: {
    metric: { unit: 'cm²', factor: 1, digits: 1 },
    us: { unit: 'in²', factor: 100 / MM_PER_IN ** 2, digits: 2 },
  },
  pressureBar: {
    metric: { unit: 'bar', factor: 1, digits: 2 },
    us: { unit: 'psi', factor: 100 / KPA_PER_PSI, digits: 1 },
  },
  stiffnessNPerMm: {
    metric: { unit: 'N/mm', factor: 1, digits: 1 },
    us: { unit: 'lb/in', factor: MM_PER_IN / (KG_PER_LB * GRAVITY), digits: 0 },
  },
  rollNmPerDeg: {
    metric: { unit: 'N·m/°', factor: 1, digits: 0 },
    us: { unit: 'lb-ft/°', factor: 1 / NM_PER_LBFT, digits: 0 },
  },
  frequencyHz: same('Hz', 2),
  fuelGPerKwh: {
    metric: { unit: 'g/kWh', factor: 1, digits: 0 },
    us: { unit: 'lb/hp·h', factor: KW_PER_HP / (1000 * KG_PER_LB), digits: 3 },
  },
  travelledKm: {
    metric: { unit: 'km', factor: 1, digits: 0 },
    us: { unit: 'miles', factor: 1 / KPH_PER_MPH, digits: 0 },
  },
  seconds: same('s', 1),
  forceN: {
    metric: { unit: 'N', factor: 1, digits: 0 },
    us: { unit: 'lbf', factor: 1 / (KG_PER_LB * GRAVITY), digits: 0 },
  },
  inertiaKgM2: {
    metric: { unit: 'kg·m²', factor: 1, digits: 2 },
    us: { unit: 'lb·ft²', factor: 1 / (KG_PER_LB * 0.3048 ** 2), digits: 1 },
  },
};

const KIND_OF: { readonly [Q in Quantity]?: UnitKind } = {
  lengthMm: 'length',
  areaM2: 'length',
  areaCm2: 'length',
  massKg: 'mass',
  inertiaKgM2: 'mass',
  powerKw: 'power',
  torqueNm: 'torque',
  rollNmPerDeg: 'torque',
  pressureKpa: 'pressure',
  pressureBar: 'pressure',
  speedKph: 'speed',
  altitudeM: 'speed',
  distanceM: 'speed',
  travelledKm: 'speed',
  temperatureC: 'temperature',
  warmerC: 'temperature',
  volumeL: 'volume',
  flowLph: 'volume',
  displacementL: 'displacement',
  displacementCc: 'displacement',
  flowCcPerMin: 'injectors',
  forceN: 'force',
  stiffnessNPerMm: 'force',
};

/** Units that belong to neither system’s column. */
const FURTHER: Readonly<Record<string, { readonly [Q in Quantity]?: Scale }>> = {
  PS: { powerKw: { unit: 'PS', factor: 1 / KW_PER_PS, digits: 0 } },
  kgf·m: {
    torqueNm: { unit: 'kgf·m', factor: 1 / GRAVITY, digits: 1, shift: 1 },
    rollNmPerDeg: { unit: 'kgf·m/°', factor: 1 / GRAVITY, digits: 1, shift: 1 },
  },
  bar: { pressureKpa: { unit: 'bar', factor: 0.01, digits: 2, shift: 2 } },
  kPa: { pressureBar: { unit: 'kPa', factor: 100, digits: 0, shift: -2 } },
  cc: { displacementL: { unit: 'cc', factor: 1000, digits: 0, shift: -3 } },
};
const US_WORDS = new Set<string>(['in', 'lb', 'hp', 'lb-ft', 'psi', 'mph', '°F', 'gal', 'cu in', 'lb/h', 'lbf']);

/** How a reader’s units are chosen: the system, and what was chosen beside it. */
interface Choosing {
  readonly system: UnitSystem;
  readonly chosen?: ChosenUnits;
}

/** The system whose unit a quantity is shown in: digits and grids of drawings go by it. */
export function systemOf(quantity: Quantity, { system, chosen }: Choosing): UnitSystem {
  const kind = KIND_OF[quantity];
  const word = kind && chosen?.[kind];
  return word === undefined ? system : US_WORDS.has(word) ? 'us' : 'metric';
}

/** How a quantity is shown to a reader. */
export function scaleOf(quantity: Quantity, units: Choosing): Scale {
  if (quantity === 'powerPerMass') {
    const power = scaleOf('powerKw', units);
    const us = systemOf('massKg', units) === 'us';
    return {
      unit: `${power.unit}/${us ? 'ton' : 't'}`,
      factor: power.factor * (us ? T_PER_TON : 1),
      digits: 0,
    };
  }
  const kind = KIND_OF[quantity];
  const word = kind && units.chosen?.[kind];
  const further = word === undefined ? undefined : FURTHER[word]?.[quantity];
  return further ?? SCALES[quantity][systemOf(quantity, units)];
}

/** Whether figures of a quantity stand in the unit that they are kept in. */
export const asKept = (quantity: Quantity, units: Choosing): boolean => {
  const { factor, offset } = scaleOf(quantity, units);
  return factor === 1 && offset === undefined;
};
