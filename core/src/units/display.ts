import { awgWords } from './awg.ts';
import {
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

/** How a reader wants figures shown. `metricHp` shows power in metric horsepower (PS) in the metric system. */
export interface Units {
  readonly system: UnitSystem;
  readonly metricHp?: boolean;
  /** The reader’s decimal mark; a point where nothing is said. */
  readonly decimal?: '.' | ',';
}

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
  'airKgPerMin',
  'airM3PerH',
  'currentA',
  'voltageV',
  'wireMm2',
  'minutes',
  'speedMPerS',
  'areaCm2',
  'pressureBar',
  'stiffnessNPerMm',
  'rollNmPerDeg',
  'frequencyHz',
  'fuelGPerKwh',
  'travelledKm',
  'seconds',
  'forceN',
] as const;
export type Quantity = (typeof QUANTITIES)[number];

interface Scale {
  readonly unit: string;
  readonly factor: number;
  readonly offset?: number;
  readonly digits: number;
}

const same = (unit: string, digits: number): { metric: Scale; us: Scale } => ({
  metric: { unit, factor: 1, digits },
  us: { unit, factor: 1, digits },
});

/** Shown = internal × factor + offset. */
const SCALES: Record<Quantity, { metric: Scale; us: Scale }> = {
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
    metric: { unit: 'l', factor: 1, digits: 1 },
    us: { unit: 'gal', factor: 1 / L_PER_US_GALLON, digits: 1 },
  },
  displacementL: same('l', 1),
  areaM2: { metric: { unit: 'm²', factor: 1, digits: 2 }, us: { unit: 'ft²', factor: 1 / 0.09290304, digits: 1 } },
  powerPerMass: {
    metric: { unit: 'kW/t', factor: 1, digits: 0 },
    us: { unit: 'hp/t', factor: 1 / KW_PER_HP, digits: 0 },
  },
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
  // Chambers, injectors and balance are spoken of in cc and grams on both sides of the ocean.
  volumeCc: same('cc', 1),
  massG: same('g', 0),
  flowCcPerMin: same('cc/min', 0),
  flowLph: {
    metric: { unit: 'l/h', factor: 1, digits: 0 },
    us: { unit: 'gal/h', factor: 1 / L_PER_US_GALLON, digits: 1 },
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
};

function scaleOf(quantity: Quantity, units: Units): Scale {
  if (quantity === 'powerKw' && units.system === 'metric' && units.metricHp) {
    return { unit: 'PS', factor: 1 / KW_PER_PS, digits: 0 };
  }
  return SCALES[quantity][units.system];
}

export function unitOf(quantity: Quantity, units: Units, currency = 'EUR'): string {
  return quantity === 'money' ? (CURRENCY_SIGNS[currency] ?? currency) : scaleOf(quantity, units).unit;
}

export function toDisplay(value: number, quantity: Quantity, units: Units): number {
  const s = scaleOf(quantity, units);
  return value * s.factor + (s.offset ?? 0);
}

export function fromDisplay(shown: number, quantity: Quantity, units: Units): number {
  const s = scaleOf(quantity, units);
  return (shown - (s.offset ?? 0)) / s.factor;
}

/** A scatter has no offset: 2 °C is 3.6 °F of doubt. */
function scatterToDisplay(plusMinus: number, quantity: Quantity, units: Units): number {
  return plusMinus * scaleOf(quantity, units).factor;
}

const CURRENCY_SIGNS: Readonly<Record<string, string>> = { EUR: '€', USD: '$', GBP: '£' };

export interface FormatOptions {
  readonly digits?: number;
  readonly signed?: boolean;
}

/** The number alone, in the reader's units, with a thin grouping comma and a true minus sign. */
export function formatNumber(value: number, quantity: Quantity, units: Units, options: FormatOptions = {}): string {
  const digits = options.digits ?? scaleOf(quantity, units).digits;
  return groupDigits(toDisplay(value, quantity, units), digits, units, options.signed ?? false);
}

const BARE = new Set<Quantity>(['number', 'ratio', 'count', 'areaM2']);

/**
 * The number as it was entered, for a field and to read back what was typed: with as many places as it has, not fewer than
 * `least`, three at most and four where it has no unit that is small; nothing grouped unless `grouped`. A `difference` has no zero of its own: 5 °C are 9 °F.
 */
export function formatEntry(
  value: number,
  quantity: Quantity,
  units: Units,
  options: { readonly least?: number; readonly grouped?: boolean; readonly difference?: boolean } = {},
): string {
  const shown = toDisplay(value, quantity, units) - (options.difference ? toDisplay(0, quantity, units) : 0);
  // Of a figure in another unit than it was typed in, six figures say enough; whole ones are never cut.
  const whole = Math.trunc(Math.abs(shown)).toString().length;
  const most = Math.min(BARE.has(quantity) ? 4 : 3, Math.max(0, 6 - whole));
  const has = (Number(shown.toFixed(most)).toString().split('.')[1] ?? '').length;
  const written = groupDigits(shown, Math.max(options.least ?? 0, has), units);
  // Four figures are read at a glance, and a year is never grouped.
  if (options.grouped && Math.abs(shown) >= 10_000) return written;
  if (options.grouped) return written.replaceAll(units.decimal === ',' ? '.' : ',', '');
  return written.replaceAll(units.decimal === ',' ? '.' : ',', '').replace('−', '-');
}

/** A scatter to the quantity's digits, and to more where it would otherwise read as nought. */
export function formatScatter(plusMinus: number, quantity: Quantity, units: Units): string {
  const shown = scatterToDisplay(plusMinus, quantity, units);
  let digits = scaleOf(quantity, units).digits;
  while (shown > 0 && digits < 4 && Number(shown.toFixed(digits)) === 0) digits++;
  return groupDigits(shown, digits, units);
}

/** The number with its unit, for sentences: "14 mm", "9,060 €". */
export function formatQuantity(
  value: number,
  quantity: Quantity,
  units: Units,
  options: FormatOptions & { currency?: string } = {},
): string {
  const unit = unitOf(quantity, units, options.currency);
  const number = formatNumber(value, quantity, units, options);
  if (quantity === 'wireMm2' && units.system === 'us') return awgWords(value, `${number} ${unit}`);
  return unit === '' ? number : unit === '°' ? `${number}°` : `${number} ${unit}`;
}

function groupDigits(value: number, digits: number, { decimal }: Units, signed = false): string {
  const fixed = Math.abs(value).toFixed(digits);
  const [whole = '0', fraction] = fixed.split('.');
  const comma = decimal === ',';
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, comma ? '.' : ',');
  const body = fraction === undefined ? grouped : `${grouped}${comma ? ',' : '.'}${fraction}`;
  const isZero = Number(fixed) === 0;
  const sign = isZero ? (signed ? '±' : '') : value < 0 ? '−' : signed ? '+' : '';
  return sign + body;
}
