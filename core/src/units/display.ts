import {
  GRAVITY,
  KG_PER_LB,
  KPA_PER_PSI,
  KPH_PER_MPH,
  KW_PER_HP,
  KW_PER_PS,
  L_PER_US_GALLON,
  MM_PER_IN,
  NM_PER_LBFT,
} from './constants.ts';

export const UNIT_SYSTEMS = ['metric', 'us'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/** How a reader wants figures shown. `metricHp` shows power in metric horsepower (PS) in the metric system. */
export interface Units {
  readonly system: UnitSystem;
  readonly metricHp?: boolean;
}

export const QUANTITIES = [
  'lengthMm',
  'massKg',
  'torqueNm',
  'powerKw',
  'speedKph',
  'temperatureC',
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
  'speedMPerS',
  'areaCm2',
  'pressureBar',
  'stiffnessNPerMm',
  'frequencyHz',
  'fuelGPerKwh',
  'travelledKm',
  'seconds',
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
  return groupDigits(toDisplay(value, quantity, units), digits, options.signed ?? false);
}

/** A scatter to the quantity's digits, and to more where it would otherwise read as nought. */
export function formatScatter(plusMinus: number, quantity: Quantity, units: Units): string {
  const shown = scatterToDisplay(plusMinus, quantity, units);
  let digits = scaleOf(quantity, units).digits;
  while (shown > 0 && digits < 4 && Number(shown.toFixed(digits)) === 0) digits++;
  return groupDigits(shown, digits, false);
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
  return unit === '' ? number : unit === '°' ? `${number}°` : `${number} ${unit}`;
}

function groupDigits(value: number, digits: number, signed = false): string {
  const fixed = Math.abs(value).toFixed(digits);
  const [whole = '0', fraction] = fixed.split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, ',');
  const body = fraction === undefined ? grouped : `${grouped}.${fraction}`;
  const isZero = Number(fixed) === 0;
  const sign = isZero ? (signed ? '±' : '') : value < 0 ? '−' : signed ? '+' : '';
  return sign + body;
}

/**
 * A number as people write it, with a decimal point or a decimal comma: of two kinds of mark the last is the decimal one;
 * a mark that stands more than once groups thousands, and so does one comma before exactly three figures, as Sable itself
 * writes it ("1,234", but "0,125" and "4,1" are decimals). Undefined where thousands are not in threes.
 */
export function readNumber(text: string): number | undefined {
  const marks = text.match(/[.,]/g) ?? [];
  const last = marks.at(-1);
  const others = marks.filter((m) => m !== last);
  const grouping =
    others.length > 0
      ? others[0]
      : marks.length > 1 || (last === ',' && /^[1-9]\d{0,2},\d{3}$/.test(text))
        ? last
        : undefined;
  if (last !== grouping && marks.filter((m) => m === last).length > 1) return undefined;
  const [whole = '', ...rest] = last === grouping ? [text] : text.split(last!);
  if (grouping !== undefined && !new RegExp(`^\\d{1,3}(\\${grouping}\\d{3})+$`).test(whole)) return undefined;
  const value = Number(`${grouping === undefined ? whole : whole.replaceAll(grouping, '')}.${rest.join('') || '0'}`);
  return Number.isFinite(value) ? value : undefined;
}

/**
 * A typed number in the reader's units, or with its own: "610", "24 3/4 in", "61 cm", "4,1", "1,234.5". Returns the
 * internal value, or undefined when it is not a number of that quantity.
 */
export function parseQuantity(text: string, quantity: Quantity, units: Units): number | undefined {
  const match =
    /^\s*([-−+]?)\s*(?:(\d[\d,]*)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d[\d.,]*|[.,]\d+))\s*([^\d\s].*?)?\s*$/u.exec(text);
  if (!match) return undefined;
  const [, sign, mixedWhole, mixedTop, mixedBottom, top, bottom, plain, unit] = match;
  let value: number | undefined;
  if (mixedWhole !== undefined) {
    const whole = readNumber(mixedWhole);
    if (!Number.isInteger(whole)) return undefined;
    value = whole! + Number(mixedTop) / Number(mixedBottom);
  } else if (top !== undefined) value = Number(top) / Number(bottom);
  else value = readNumber(plain ?? '');
  if (value === undefined || !Number.isFinite(value)) return undefined;
  if (sign === '-' || sign === '−') value = -value;
  if (unit === undefined) return fromDisplay(value, quantity, units);
  const scale = UNIT_WORDS[quantity]?.[unit.toLowerCase()];
  return scale === undefined ? undefined : (value - (scale.offset ?? 0)) * scale.toInternal;
}

const UNIT_WORDS: Partial<Record<Quantity, Record<string, { toInternal: number; offset?: number }>>> = {
  lengthMm: {
    mm: { toInternal: 1 },
    cm: { toInternal: 10 },
    m: { toInternal: 1000 },
    in: { toInternal: MM_PER_IN },
    '"': { toInternal: MM_PER_IN },
    ft: { toInternal: 12 * MM_PER_IN },
  },
  massKg: { kg: { toInternal: 1 }, lb: { toInternal: KG_PER_LB }, lbs: { toInternal: KG_PER_LB } },
  torqueNm: { nm: { toInternal: 1 }, 'n·m': { toInternal: 1 }, 'lb-ft': { toInternal: NM_PER_LBFT } },
  powerKw: { kw: { toInternal: 1 }, hp: { toInternal: KW_PER_HP }, ps: { toInternal: KW_PER_PS } },
  speedKph: { 'km/h': { toInternal: 1 }, kph: { toInternal: 1 }, mph: { toInternal: KPH_PER_MPH } },
  temperatureC: {
    c: { toInternal: 1 },
    '°c': { toInternal: 1 },
    f: { toInternal: 1 / 1.8, offset: 32 },
    '°f': { toInternal: 1 / 1.8, offset: 32 },
  },
  altitudeM: { m: { toInternal: 1 }, ft: { toInternal: 0.3048 } },
  pressureBar: { bar: { toInternal: 1 }, kpa: { toInternal: 0.01 }, psi: { toInternal: KPA_PER_PSI / 100 } },
  travelledKm: {
    km: { toInternal: 1 },
    mi: { toInternal: KPH_PER_MPH },
    miles: { toInternal: KPH_PER_MPH },
  },
};
