import { formatEntry, fromDisplay, unitOf, type Units } from './display.ts';
import { signLeads, withSign } from './currency.ts';
import type { Quantity } from './scales.ts';
import { kindWords, unitAt, type WrittenUnit } from './unitWords.ts';

/** What a field may hold, in the internal unit; a limit that is not part of it is exclusive. */
export interface EntryRange {
  readonly min?: number;
  readonly max?: number;
  /** The least is not allowed itself: above 0. */
  readonly above?: boolean;
  readonly whole?: boolean;
  /** A difference of two such quantities, such as a ±: 2 °C are 3.6 °F. */
  readonly difference?: boolean;
  readonly currency?: string;
}

/** What somebody typed, as it was read. Values are in the internal unit. */
export type Entry =
  | { readonly kind: 'empty' }
  /** `plain` where nothing had to be read into it: the number alone, in the unit shown. */
  | { readonly kind: 'value'; readonly value: number; readonly plain: boolean }
  /** It can be read in more than one way: somebody has to say which. */
  | { readonly kind: 'ambiguous'; readonly values: readonly number[] }
  /** `why` is a sentence for the field. */
  | { readonly kind: 'wrong'; readonly why: string };

class Wrong extends Error {}

type Token =
  /** A number with every way that it can be read. */
  | { readonly is: 'number'; readonly values: readonly number[]; readonly text: string }
  | { readonly is: 'sign'; readonly sign: string }
  | { readonly is: 'unit'; readonly unit: WrittenUnit };

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const TAPE_PARTS = new Set([2, 4, 8, 16, 32, 64]);
/** No figure of a car, an engine, a part or a shop is larger than this, in the internal unit; a slip of the hand is. */
const LARGEST: Readonly<Record<Quantity, number>> = {
  lengthMm: 20_000,
  massKg: 20_000,
  torqueNm: 20_000,
  powerKw: 5000,
  speedKph: 600,
  temperatureC: 1500,
  warmerC: 1500,
  pressureKpa: 500_000,
  altitudeM: 9000,
  distanceM: 100_000,
  volumeL: 2000,
  displacementL: 100,
  displacementCc: 100_000,
  areaM2: 1000,
  powerPerMass: 10_000,
  rpm: 30_000,
  percent: 1000,
  angleDeg: 720,
  ratio: 100,
  soundDb: 200,
  money: 10_000_000,
  hours: 20_000,
  days: 3650,
  count: 100_000,
  inch: 100,
  number: 10_000_000,
  volumeCc: 50_000,
  massG: 100_000,
  flowCcPerMin: 100_000,
  flowLph: 10_000,
  portLPerS: 10_000,
  airKgPerMin: 1000,
  airM3PerH: 100_000,
  currentA: 2000,
  voltageV: 1000,
  wireMm2: 1000,
  minutes: 100_000,
  speedMPerS: 400,
  accelMPerS2: 1000,
  areaCm2: 100_000,
  pressureBar: 5000,
  stiffnessNPerMm: 100_000,
  rollNmPerDeg: 100_000,
  frequencyHz: 10_000,
  fuelGPerKwh: 2000,
  travelledKm: 5_000_000,
  seconds: 100_000,
  forceN: 1e6,
  inertiaKgM2: 100_000,
};

/** More than this is no entry but a paste that went wrong. */
const LONGEST = 80;
const OTHER_CURRENCY = /^(?:€|\$|£|¥|(?:eur|usd|gbp|chf|jpy|sek|nok|dkk|pln|czk|huf|cad|aud|nzd)(?![a-z]))/i;

/**
 * The number of a text of digits, points and commas, in every way that it can be meant. Of two different marks the last is
 * the decimal one; a mark that stands twice groups thousands; the reader’s own decimal mark is one. The other mark alone is
 * a decimal one too, unless it stands before exactly three figures where thousands could be meant: both ways then. Empty
 * where it is no number.
 */
export function numbersOf(text: string, decimal: '.' | ','): readonly number[] {
  const bare = text.replace(/[.,]$/, '');
  const marks: readonly string[] = bare.match(/[.,]/g) ?? [];
  const last = marks.at(-1);
  const asDecimal = (mark: string | undefined, group: string | undefined): number | undefined => {
    const [whole = '', ...rest] = mark === undefined ? [bare] : bare.split(mark);
    if (rest.length > 1) return undefined;
    if (group !== undefined && whole.includes(group) && !new RegExp(`^[1-9]\\d{0,2}(\\${group}\\d{3})+$`).test(whole))
      return undefined;
    if (rest[0] !== undefined && !/^\d+$/.test(rest[0])) return undefined;
    const digits = group === undefined ? whole : whole.replaceAll(group, '');
    if (!/^\d*$/.test(digits) || (digits === '' && rest[0] === undefined)) return undefined;
    return Number(`${digits === '' ? '0' : digits}.${rest[0] ?? '0'}`);
  };
  const ways: (number | undefined)[] = [];
  const other = last === '.' ? ',' : '.';
  if (last === undefined) ways.push(asDecimal(undefined, undefined));
  else if (marks.includes(other)) ways.push(asDecimal(last, other));
  else if (marks.length > 1) ways.push(asDecimal(undefined, last));
  else {
    ways.push(asDecimal(last, undefined));
    if (last !== decimal && /^[1-9]\d{0,2}[.,]\d{3}$/.test(bare)) ways.unshift(asDecimal(undefined, last));
  }
  return ways.filter((n): n is number => n !== undefined && Number.isFinite(n));
}

const GROUPED = /^[1-9]\d{0,2}(?:[ \u00a0\u2009\u202f'’]\d{3})+(?!\d)(?:[.,]\d+)?/;
const PLAIN = /^(?:\d[\d.,]*|[.,]\d+)(?:e[+-]?\d{1,3}(?![a-z\d]))?/i;
const FRACTION = /^(\d+)\/(\d+)(?![\d.,])/;

/** A whole number and the fraction behind it: “24 3/4”; a tape’s “24-3/4” is that to one and a subtraction to another. */
function withFraction(last: Token | undefined, rest: string, apart: string, first: boolean): Token | undefined {
  const found = FRACTION.exec(apart === '-' ? rest.slice(1) : rest);
  if (!found || last?.is !== 'number' || !last.values.every(Number.isInteger)) return undefined;
  const [top, bottom] = [Number(found[1]), Number(found[2])];
  if (top >= bottom) return undefined;
  const part = top / bottom;
  const text = `${last.text}${apart}${found[0]}`;
  if (apart === ' ') return { is: 'number', values: last.values.map((w) => w + part), text };
  return first && TAPE_PARTS.has(bottom)
    ? { is: 'number', values: last.values.flatMap((w) => [w + part, w - part]), text }
    : undefined;
}

function tokensOf(text: string, quantity: Quantity, units: Units, currency: string | undefined): Token[] {
  const tokens: Token[] = [];
  const decimal = units.decimal ?? '.';
  let rest = text;
  const take = (n: number) => (rest = rest.slice(n));
  while (rest !== '') {
    const last = tokens.at(-1);
    const blanks = /^\s*/.exec(rest)![0].length;
    take(blanks);
    const apart = rest.startsWith('-') ? '-' : ' ';
    const mixed = blanks > 0 || apart === '-' ? withFraction(last, rest, apart, tokens.length === 1) : undefined;
    if (mixed) {
      tokens[tokens.length - 1] = mixed;
      take(FRACTION.exec(rest.slice(apart === '-' ? 1 : 0))![0].length + (apart === '-' ? 1 : 0));
      continue;
    }
    if (last?.is === 'number' && /^1\/min\b/i.test(rest)) take(1);
    const grouped = GROUPED.exec(rest);
    if (grouped) {
      const [all] = grouped;
      tokens.push({
        is: 'number',
        values: [Number(all.replaceAll(/[^\d.,]/g, '').replace(',', '.'))],
        text: all,
      });
      take(all.length);
      continue;
    }
    const plain = PLAIN.exec(rest);
    if (plain) {
      const [all] = plain;
      const [digits = '', power] = all.split(/e/i);
      const values = numbersOf(digits, decimal).map((n) => n * 10 ** Number(power ?? 0));
      if (values.length === 0)
        throw new Wrong(`“${all}” is not a number: thousands are in threes, with one decimal mark.`);
      tokens.push({ is: 'number', values, text: all });
      take(all.length);
      continue;
    }
    const sign = /^[+*/()-]|^[×](?=\s*\d)/.exec(rest);
    if (sign && !(sign[0] === '/' && last?.is === 'number' && /^\/min\b/i.test(rest))) {
      tokens.push({ is: 'sign', sign: sign[0] === '×' ? '*' : sign[0] });
      take(sign[0].length);
      continue;
    }
    if (quantity === 'money') {
      const own = [unitOf('money', units, currency), currency ?? 'EUR'].map((w) => w.toLowerCase());
      const written = own.find((w) => w !== '' && rest.toLowerCase().startsWith(w));
      if (written !== undefined) {
        take(written.length);
        continue;
      }
      if (OTHER_CURRENCY.test(rest))
        throw new Wrong(`Prices of this build are in ${own[0]!.toUpperCase()}: convert it first.`);
    }
    const unit = unitAt(rest, quantity);
    if (unit && 'unit' in unit) {
      tokens.push({ is: 'unit', unit: unit.unit });
      take(unit.length);
      continue;
    }
    const { name, such } = kindWords(quantity);
    if (unit && tokens.some((t) => t.is === 'number'))
      throw new Wrong(`“${rest.slice(0, unit.length)}” is the unit of ${unit.otherKind}; this is ${name}: ${such}.`);
    const word = /^[^\s\d+*/()-]+/.exec(rest)?.[0] ?? rest;
    throw new Wrong(
      tokens.some((t) => t.is === 'number')
        ? `“${word}” is no unit of ${name}: ${such}.`
        : `“${text.trim().slice(0, 30)}” is not a number.`,
    );
  }
  return tokens;
}

/** A value of a term with the unit that stands behind it. */
interface Term {
  readonly value: number;
  readonly unit?: WrittenUnit;
  /** Follows a length in another unit without a sign: 2 ft 1 in. */
  readonly joined: boolean;
}

/** Terms of a sum, by the usual rules: times before plus, brackets first; a unit holds for the whole term before it. */
function termsOf(tokens: readonly Token[], pick: readonly number[]): Term[] {
  let at = 0;
  let nth = 0;
  const sign = () => {
    const t = tokens[at];
    return t?.is === 'sign' ? t.sign : undefined;
  };
  const factor = (): number => {
    const t = tokens[at];
    if (!t) throw new Wrong('A figure is missing at the end.');
    if (t.is === 'number') {
      at++;
      return t.values[pick[nth++] ?? 0] ?? t.values[0]!;
    }
    if (t.is === 'sign' && (t.sign === '-' || t.sign === '+')) {
      at++;
      return t.sign === '-' ? -factor() : factor();
    }
    if (t.is === 'sign' && t.sign === '(') {
      at++;
      let sum = product();
      for (let s = sign(); s === '+' || s === '-'; s = sign()) {
        at++;
        sum += (s === '-' ? -1 : 1) * product();
      }
      if (sign() !== ')') throw new Wrong('A bracket is not closed.');
      at++;
      return sum;
    }
    throw new Wrong(
      t.is === 'unit' ? 'A figure is missing before its unit.' : `A figure is missing before “${t.sign}”.`,
    );
  };
  const product = (begin = factor()): number => {
    let value = begin;
    for (let s = sign(); s === '*' || s === '/'; s = sign()) {
      at++;
      const by = factor();
      if (s === '/' && by === 0) throw new Wrong('Division by zero.');
      value = s === '*' ? value * by : value / by;
    }
    return value;
  };
  const terms: Term[] = [];
  let minus = false;
  let joined = false;
  for (;;) {
    let value = product();
    const t = tokens[at];
    let unit: WrittenUnit | undefined;
    if (t?.is === 'unit') {
      at++;
      unit = t.unit;
      value = product(value);
    }
    terms.push({ value: minus ? -value : value, joined, ...(unit ? { unit } : {}) });
    const next = tokens[at];
    if (!next) return terms;
    if (next.is === 'sign' && (next.sign === '+' || next.sign === '-')) {
      at++;
      minus = next.sign === '-';
      joined = false;
    } else if (next.is === 'number' && unit) joined = true;
    else if (next.is === 'number') throw new Wrong('Two numbers entered: enter one, or an addition such as 116+14.');
    else
      throw new Wrong(
        next.is === 'sign' ? `“${next.sign}” has no place there.` : 'One unit behind a figure is enough.',
      );
  }
}

function valueOf(terms: readonly Term[], quantity: Quantity, units: Units, difference: boolean): number {
  const stated = terms.filter((t) => t.unit);
  if (stated.length > 0 && terms.some((t) => t.joined && !t.unit)) throw new Wrong('Enter a unit for each figure.');
  const one = new Set(stated.map((t) => t.unit!.toBase)).size === 1 ? stated[0]!.unit : undefined;
  if (stated.length > 0 && stated.length < terms.length && !one) throw new Wrong('Enter a unit for each figure.');
  if (terms.length > 1 && quantity === 'temperatureC' && !difference)
    throw new Wrong('Write one temperature: temperatures are not added.');
  const zero = difference ? fromDisplay(0, quantity, units) : 0;
  return terms.reduce((sum, t) => {
    const unit = t.unit ?? one;
    return (
      sum +
      (unit
        ? (t.value - (difference ? 0 : (unit.zero ?? 0))) * unit.toBase
        : fromDisplay(t.value, quantity, units) - zero)
    );
  }, 0);
}

/** Every choice of one reading for each number. */
function picksOf(tokens: readonly Token[]): number[][] {
  const numbers = tokens.flatMap((t) => (t.is === 'number' ? [t] : []));
  if (numbers.filter((t) => t.values.length > 1).length > 3) throw new Wrong('Write it without marks for thousands.');
  return numbers.reduce<number[][]>((all, t) => all.flatMap((p) => t.values.map((_, i) => [...p, i])), [[]]);
}

/**
 * What somebody typed into a field of a quantity: a number as people write it (4,1 and 4.1; 1 234,5 and 1,234.5), with its
 * own unit or without (185 lb-ft, 5/8 in, 2 ft 1 in), or a small sum (116+14). Nothing is guessed: what can be meant in two
 * ways comes back as both, unless the range of the field allows only one.
 */
export function readEntry(text: string, quantity: Quantity, units: Units, range: EntryRange = {}): Entry {
  const written = text
    .replaceAll(/[−–—]/g, '-')
    .replaceAll(/(\d?)([½¼¾⅛⅜⅝⅞])/g, (_, whole: string, part: string) => `${whole}${whole && ' '}${VULGAR[part]}`)
    .trim();
  if (written === '') return { kind: 'empty' };
  if (written.length > LONGEST) return { kind: 'wrong', why: 'That is too long for a figure.' };
  try {
    const tokens = tokensOf(written, quantity, units, range.currency);
    if (!tokens.some((t) => t.is === 'number')) throw new Wrong(`“${written}” is not a number.`);
    const values = [
      ...new Set(
        picksOf(tokens).map((pick) =>
          valueOf(termsOf(tokens, pick), quantity, units, range.difference ?? quantity === 'warmerC'),
        ),
      ),
    ];
    // Three inches are 76.2 mm, not what binary fractions make of them.
    const sound = values.filter((v) => Number.isFinite(v)).map((v) => Number(v.toPrecision(12)));
    if (sound.length === 0) throw new Wrong('That is more than any figure here can be.');
    const bounds = { min: -LARGEST[quantity], max: LARGEST[quantity], ...range };
    const fits = sound.filter((v) => isWithin(v, bounds));
    if (fits.length === 0) return { kind: 'wrong', why: rangeWords(quantity, units, bounds, sound) };
    if (fits.length > 1) return { kind: 'ambiguous', values: fits };
    const plain = units.decimal === ',' ? /^-?\d+(,\d+)?$/ : /^-?\d+(\.\d+)?$/;
    return { kind: 'value', value: fits[0]!, plain: plain.test(written) };
  } catch (error) {
    if (error instanceof Wrong) return { kind: 'wrong', why: error.message };
    throw error;
  }
}

const HAIR = 1e-9;
function isWithin(value: number, { min, max, above, whole }: EntryRange): boolean {
  // A limit of 500 mm is 19.69 in on the screen: what is shown as allowed is allowed.
  const slack = HAIR * Math.max(1, Math.abs(value));
  if (whole && !Number.isInteger(value)) return false;
  if (min !== undefined && (above ? value <= min : value < min - slack)) return false;
  return max === undefined || value <= max + slack;
}

const exact = (value: number, quantity: Quantity, units: Units, currency: string | undefined) =>
  [formatEntry(value, quantity, units, { grouped: true }), unitOf(quantity, units, currency)] as const;

/** The range beside a field: “20 to 5,000 kg”, “0 or more”; empty where anything goes. */
export function rangeOf(quantity: Quantity, units: Units, range: EntryRange): string {
  const { min, max, above, whole, currency } = range;
  const low = min === undefined ? undefined : exact(min, quantity, units, currency);
  const high = max === undefined ? undefined : exact(max, quantity, units, currency);
  // A ratio is a bare number; its sign belongs to figures that multiply.
  const unit = quantity === 'ratio' ? '' : (low?.[1] ?? high?.[1] ?? '');
  const gap = unit === '' ? '' : unit === '°' ? unit : ` ${unit}`;
  if (quantity === 'money') {
    const sign = (amount: string) => withSign(amount, unit);
    // A sign behind the figure stands once, one before it stands with each.
    const first = (amount: string) => (signLeads(unit) ? sign(amount) : amount);
    if (low && high)
      return above ? `above ${first(low[0])}, up to ${sign(high[0])}` : `${first(low[0])} to ${sign(high[0])}`;
    if (low) return above ? `above ${sign(low[0])}` : `${sign(low[0])} or more`;
    return high ? `up to ${sign(high[0])}` : '';
  }
  const words =
    low && high
      ? above
        ? `above ${low[0]}, up to ${high[0]}${gap}`
        : `${low[0]} to ${high[0]}${gap}`
      : low
        ? above
          ? `above ${low[0]}${gap}`
          : `${low[0]}${gap} or more`
        : high
          ? `up to ${high[0]}${gap}`
          : '';
  return whole ? `${words}${words && ', '}whole` : words;
}

function rangeWords(quantity: Quantity, units: Units, range: EntryRange, values: readonly number[]): string {
  const whole = range.whole && values.some((v) => isWithin(v, { ...range, whole: false }));
  return whole ? 'Enter a whole number.' : `Enter ${rangeOf(quantity, units, range)}.`;
}
