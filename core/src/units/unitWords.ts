import {
  CC_PER_MIN_PER_LB_H,
  GRAVITY,
  KG_PER_LB,
  KPA_PER_INHG,
  KPA_PER_PSI,
  KPH_PER_MPH,
  KW_PER_HP,
  KW_PER_PS,
  L_PER_US_GALLON,
  M3_PER_H_PER_CFM,
  MM_PER_IN,
  NM_PER_LBFT,
} from './constants.ts';
import type { Quantity } from './scales.ts';

/** One way to write a unit: how many of the kind’s base units it is, and what its zero reads in them. */
export interface WrittenUnit {
  readonly toBase: number;
  /** Base = (written − zero) × toBase: 32 for °F. */
  readonly zero?: number;
}

interface Kind {
  readonly name: string;
  /** What to write, for a message. */
  readonly such: string;
  readonly words: Readonly<Record<string, number | WrittenUnit>>;
}

const L_PER_CU_IN = MM_PER_IN ** 3 / 1e6;
const M2_PER_SQ_FT = 0.09290304;

/** Units as people write them behind a number, by kind of quantity; lower case. Base units: see each kind. */
const KINDS = {
  /** mm */
  length: {
    name: 'a length',
    such: 'mm, cm, m, in, ft',
    words: {
      mm: 1,
      cm: 10,
      m: 1000,
      km: 1e6,
      in: MM_PER_IN,
      inch: MM_PER_IN,
      inches: MM_PER_IN,
      '"': MM_PER_IN,
      '″': MM_PER_IN,
      '”': MM_PER_IN,
      ft: 12 * MM_PER_IN,
      foot: 12 * MM_PER_IN,
      feet: 12 * MM_PER_IN,
      "'": 12 * MM_PER_IN,
      '′': 12 * MM_PER_IN,
      '’': 12 * MM_PER_IN,
      yd: 36 * MM_PER_IN,
      mi: KPH_PER_MPH * 1e6,
      mile: KPH_PER_MPH * 1e6,
      miles: KPH_PER_MPH * 1e6,
      thou: MM_PER_IN / 1000,
      µm: 0.001,
      um: 0.001,
    },
  },
  /** kg */
  mass: {
    name: 'a mass',
    such: 'kg, g, t, lb, oz',
    words: { kg: 1, g: 0.001, t: 1000, lb: KG_PER_LB, lbs: KG_PER_LB, oz: KG_PER_LB / 16 },
  },
  /** N·m */
  torque: {
    name: 'a torque',
    such: 'N·m, lb-ft, kg·m',
    words: {
      nm: 1,
      n·m: 1,
      'n-m': 1,
      'n m': 1,
      'lb-ft': NM_PER_LBFT,
      lb·ft: NM_PER_LBFT,
      'lb ft': NM_PER_LBFT,
      'lbs-ft': NM_PER_LBFT,
      lbft: NM_PER_LBFT,
      lbf·ft: NM_PER_LBFT,
      'lbf-ft': NM_PER_LBFT,
      'lbf ft': NM_PER_LBFT,
      'ft-lb': NM_PER_LBFT,
      'ft-lbs': NM_PER_LBFT,
      ft·lb: NM_PER_LBFT,
      'ft lb': NM_PER_LBFT,
      'ft lbs': NM_PER_LBFT,
      ftlb: NM_PER_LBFT,
      'in-lb': NM_PER_LBFT / 12,
      in·lb: NM_PER_LBFT / 12,
      'lb-in': NM_PER_LBFT / 12,
      kg·m: GRAVITY,
      'kg-m': GRAVITY,
      kgf·m: GRAVITY,
      kgm: GRAVITY,
      mkg: GRAVITY,
    },
  },
  /** kW */
  power: {
    name: 'a power',
    such: 'kW, hp, PS',
    words: {
      kw: 1,
      w: 0.001,
      hp: KW_PER_HP,
      bhp: KW_PER_HP,
      whp: KW_PER_HP,
      ps: KW_PER_PS,
      cv: KW_PER_PS,
      pk: KW_PER_PS,
    },
  },
  /** km/h */
  speed: {
    name: 'a speed',
    such: 'km/h, mph, m/s',
    words: { 'km/h': 1, kmh: 1, kph: 1, mph: KPH_PER_MPH, 'm/s': 3.6, 'ft/s': 3.6 * 0.3048 },
  },
  /** °C */
  temperature: {
    name: 'a temperature',
    such: '°C, °F',
    words: {
      c: 1,
      '°c': 1,
      f: { toBase: 1 / 1.8, zero: 32 },
      '°f': { toBase: 1 / 1.8, zero: 32 },
      k: { toBase: 1, zero: 273.15 },
    },
  },
  /** kPa */
  pressure: {
    name: 'a pressure',
    such: 'bar, kPa, psi',
    words: {
      kpa: 1,
      hpa: 0.1,
      mbar: 0.1,
      bar: 100,
      mpa: 1000,
      psi: KPA_PER_PSI,
      inhg: KPA_PER_INHG,
      atm: 101.325,
    },
  },
  /** l */
  volume: {
    name: 'a volume',
    such: 'L, cc, gal, cu in',
    words: {
      l: 1,
      litre: 1,
      litres: 1,
      liter: 1,
      liters: 1,
      dm3: 1,
      'dm³': 1,
      ml: 0.001,
      cc: 0.001,
      ccm: 0.001,
      cm3: 0.001,
      'cm³': 0.001,
      gal: L_PER_US_GALLON,
      'us gal': L_PER_US_GALLON,
      'imp gal': 4.54609,
      qt: L_PER_US_GALLON / 4,
      'cu in': L_PER_CU_IN,
      cid: L_PER_CU_IN,
      ci: L_PER_CU_IN,
      in3: L_PER_CU_IN,
      'in³': L_PER_CU_IN,
    },
  },
  /** m² */
  area: {
    name: 'an area',
    such: 'm², cm², in², ft²',
    words: {
      m2: 1,
      'm²': 1,
      dm2: 0.01,
      'dm²': 0.01,
      cm2: 1e-4,
      'cm²': 1e-4,
      mm2: 1e-6,
      'mm²': 1e-6,
      ft2: M2_PER_SQ_FT,
      'ft²': M2_PER_SQ_FT,
      'sq ft': M2_PER_SQ_FT,
      in2: M2_PER_SQ_FT / 144,
      'in²': M2_PER_SQ_FT / 144,
      'sq in': M2_PER_SQ_FT / 144,
    },
  },
  powerPerMass: {
    name: 'a power-to-weight ratio',
    such: 'kW/t, hp/t, hp/ton',
    words: {
      'kw/t': 1,
      'w/kg': 1,
      'hp/t': KW_PER_HP,
      'ps/t': KW_PER_PS,
      'hp/ton': KW_PER_HP / (2 * KG_PER_LB),
      'kw/ton': 1 / (2 * KG_PER_LB),
      'ps/ton': KW_PER_PS / (2 * KG_PER_LB),
    },
  },
  rotation: { name: 'an engine speed', such: 'rpm', words: { rpm: 1, '1/min': 1, '/min': 1, 'u/min': 1, 'r/min': 1 } },
  share: { name: 'a share', such: '%', words: { '%': 1, pct: 1, percent: 1 } },
  angle: { name: 'an angle', such: '°', words: { '°': 1, deg: 1, degrees: 1 } },
  ratio: { name: 'a ratio', such: ':1', words: { ':1': 1, x: 1, '×': 1 } },
  sound: { name: 'a sound level', such: 'dB(A)', words: { 'db(a)': 1, dba: 1, db: 1 } },
  money: { name: 'a price', such: 'the currency of the build', words: {} },
  /** h */
  work: {
    name: 'a time of work',
    such: 'h, min',
    words: { h: 1, hr: 1, hrs: 1, hour: 1, hours: 1, min: 1 / 60, minutes: 1 / 60 },
  },
  days: { name: 'a number of days', such: 'days, weeks', words: { d: 1, day: 1, days: 1, wk: 7, week: 7, weeks: 7 } },
  plain: { name: 'a number without a unit', such: 'no unit', words: { ':1': 1 } },
  /** l/h */
  flow: {
    name: 'a flow',
    such: 'cc/min, lb/h, L/h, gal/h',
    words: {
      'l/h': 1,
      'l/min': 60,
      'cc/min': 0.06,
      'ccm/min': 0.06,
      'ml/min': 0.06,
      'cm³/min': 0.06,
      'cm3/min': 0.06,
      'lb/h': CC_PER_MIN_PER_LB_H * 0.06,
      'lb/hr': CC_PER_MIN_PER_LB_H * 0.06,
      'lbs/h': CC_PER_MIN_PER_LB_H * 0.06,
      'lbs/hr': CC_PER_MIN_PER_LB_H * 0.06,
      pph: CC_PER_MIN_PER_LB_H * 0.06,
      'gal/h': L_PER_US_GALLON,
      'us gal/h': L_PER_US_GALLON,
      gph: L_PER_US_GALLON,
    },
  },
  /** kg/min */
  airflow: {
    name: 'an air flow',
    such: 'kg/min, lb/min, g/s',
    words: { 'kg/min': 1, 'kg/s': 60, 'kg/h': 1 / 60, 'g/s': 0.06, 'lb/min': KG_PER_LB },
  },
  /** m³/h */
  fan: {
    name: 'a flow of air by volume',
    such: 'm³/h, m³/s, L/s, cfm',
    words: { 'm³/h': 1, 'm3/h': 1, 'm³/s': 3600, 'm3/s': 3600, 'm³/min': 60, 'l/s': 3.6, cfm: M3_PER_H_PER_CFM },
  },
  current: { name: 'a current', such: 'A', words: { a: 1, amp: 1, amps: 1, ma: 0.001 } },
  voltage: { name: 'a voltage', such: 'V', words: { v: 1, volt: 1, volts: 1, mv: 0.001 } },
  wire: { name: 'a cross section', such: 'mm²', words: { 'mm²': 1, mm2: 1, sqmm: 1 } },
  /** N/mm */
  stiffness: {
    name: 'a stiffness',
    such: 'N/mm, lb/in, kg/mm',
    words: {
      'n/mm': 1,
      'n/m': 0.001,
      'kn/m': 1,
      'kg/mm': GRAVITY,
      'kgf/mm': GRAVITY,
      'lb/in': (KG_PER_LB * GRAVITY) / MM_PER_IN,
      'lbs/in': (KG_PER_LB * GRAVITY) / MM_PER_IN,
    },
  },
  /** N·m for each degree */
  rollStiffness: {
    name: 'a roll stiffness',
    such: 'N·m/°, lb-ft/°',
    words: {
      'kgf·m/°': GRAVITY,
      'n·m/°': 1,
      'nm/°': 1,
      'nm/deg': 1,
      'n·m/deg': 1,
      'lb-ft/°': NM_PER_LBFT,
      'lb-ft/deg': NM_PER_LBFT,
    },
  },
  frequency: { name: 'a frequency', such: 'Hz', words: { hz: 1, 'cycles/s': 1 } },
  /** g/kWh */
  fuel: {
    name: 'a specific fuel consumption',
    such: 'g/kWh, lb/hp·h',
    words: { 'g/kwh': 1, 'lb/hp·h': (1000 * KG_PER_LB) / KW_PER_HP, 'lb/hph': (1000 * KG_PER_LB) / KW_PER_HP },
  },
  /** N */
  force: {
    name: 'a force',
    such: 'N, lbf',
    words: { n: 1, kn: 1000, lbf: KG_PER_LB * GRAVITY, kgf: GRAVITY },
  },
  /** m/s² */
  acceleration: {
    name: 'an acceleration',
    such: 'm/s², ft/s²',
    words: { 'm/s²': 1, 'm/s2': 1, 'ft/s²': 0.3048, 'ft/s2': 0.3048 },
  },
  /** kg·m² */
  inertia: {
    name: 'a moment of inertia',
    such: 'kg·m², lb·ft²',
    words: {
      'kg·m²': 1,
      'kgm²': 1,
      kgm2: 1,
      'kg m²': 1,
      'lb·ft²': KG_PER_LB * 0.3048 ** 2,
      'lb ft²': KG_PER_LB * 0.3048 ** 2,
      lbft2: KG_PER_LB * 0.3048 ** 2,
      'lb·in²': KG_PER_LB * 0.0254 ** 2,
    },
  },
  time: { name: 'a time', such: 's, min', words: { s: 1, sec: 1, seconds: 1, ms: 0.001, min: 60 } },
} as const satisfies Record<string, Kind>;
type KindId = keyof typeof KINDS;

/** What kind each quantity is, and how many of the kind’s base units its internal unit is. */
const KIND_OF: Readonly<Record<Quantity, readonly [KindId, number]>> = {
  lengthMm: ['length', 1],
  altitudeM: ['length', 1000],
  distanceM: ['length', 1000],
  inch: ['length', MM_PER_IN],
  travelledKm: ['length', 1e6],
  massKg: ['mass', 1],
  massG: ['mass', 0.001],
  torqueNm: ['torque', 1],
  powerKw: ['power', 1],
  speedKph: ['speed', 1],
  speedMPerS: ['speed', 3.6],
  temperatureC: ['temperature', 1],
  warmerC: ['temperature', 1],
  pressureKpa: ['pressure', 1],
  pressureBar: ['pressure', 100],
  volumeL: ['volume', 1],
  displacementL: ['volume', 1],
  displacementCc: ['volume', 0.001],
  volumeCc: ['volume', 0.001],
  areaM2: ['area', 1],
  areaCm2: ['area', 1e-4],
  powerPerMass: ['powerPerMass', 1],
  rpm: ['rotation', 1],
  percent: ['share', 1],
  angleDeg: ['angle', 1],
  ratio: ['ratio', 1],
  soundDb: ['sound', 1],
  money: ['money', 1],
  hours: ['work', 1],
  days: ['days', 1],
  count: ['plain', 1],
  number: ['plain', 1],
  flowLph: ['flow', 1],
  flowCcPerMin: ['flow', 0.06],
  airKgPerMin: ['airflow', 1],
  airM3PerH: ['fan', 1],
  portLPerS: ['fan', 3.6],
  currentA: ['current', 1],
  voltageV: ['voltage', 1],
  wireMm2: ['wire', 1],
  minutes: ['time', 60],
  stiffnessNPerMm: ['stiffness', 1],
  rollNmPerDeg: ['rollStiffness', 1],
  frequencyHz: ['frequency', 1],
  fuelGPerKwh: ['fuel', 1],
  seconds: ['time', 1],
  forceN: ['force', 1],
  accelMPerS2: ['acceleration', 1],
  inertiaKgM2: ['inertia', 1],
};

/** “a torque” for torqueNm, with what to write behind the number. */
export function kindWords(quantity: Quantity): { readonly name: string; readonly such: string } {
  return KINDS[KIND_OF[quantity][0]];
}

/** How a written unit goes into the internal unit of a quantity; the kind’s name where it is another kind’s. */
export type UnitMatch =
  | { readonly length: number; readonly unit: WrittenUnit }
  | { readonly length: number; readonly otherKind: string };

const wordsOf = (kind: KindId): [string, WrittenUnit][] =>
  Object.entries(KINDS[kind].words).map(([word, u]) => [word, typeof u === 'number' ? { toBase: u } : u]);
/** All units, the longest word first: “lb-ft” before “lb”. */
const ALL = (Object.keys(KINDS) as KindId[])
  .flatMap((kind) => wordsOf(kind).map(([word, unit]) => ({ kind, word, unit })))
  .sort((a, b) => b.word.length - a.word.length);

/** The unit that a text begins with. Undefined where that is none that is known. */
export function unitAt(text: string, quantity: Quantity): UnitMatch | undefined {
  const [kind, internal] = KIND_OF[quantity];
  const lower = text.toLowerCase();
  const begins = ALL.filter(({ word }) => {
    if (!lower.startsWith(word)) return false;
    // “m” is not the unit of “mph”: a word ends where its letters do.
    return !/[a-z]$/.test(word) || !/^[a-zµ]/.test(lower.slice(word.length));
  });
  const longest = begins[0]?.word.length;
  const candidates = begins.filter((b) => b.word.length === longest);
  const own = candidates.find((b) => b.kind === kind);
  if (own)
    return {
      length: own.word.length,
      unit: {
        toBase: own.unit.toBase / internal,
        ...(own.unit.zero === undefined ? {} : { zero: own.unit.zero }),
      },
    };
  const other = candidates[0];
  return other && { length: other.word.length, otherKind: KINDS[other.kind].name };
}

/** A unit of a quantity somewhere in a heading, such as “torque, lb-ft”: its word, and how many internal units it is. */
export function unitIn(
  heading: string,
  quantity: Quantity,
): { readonly word: string; readonly toInternal: number } | undefined {
  for (let at = 0; at < heading.length; at++) {
    if (at > 0 && /[a-z]/i.test(heading[at - 1]!)) continue;
    const found = unitAt(heading.slice(at), quantity);
    if (found && 'unit' in found) return { word: heading.slice(at, at + found.length), toInternal: found.unit.toBase };
  }
  return undefined;
}
