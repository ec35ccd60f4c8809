import { awgWords } from './awg.ts';
import { currencySign, withSign } from './currency.ts';
import { asKept, scaleOf, type ChosenUnits, type Quantity, type UnitSystem } from './scales.ts';

/** How a reader wants figures shown. */
export interface Units {
  readonly system: UnitSystem;
  /** Units of single kinds of quantity, whatever the system is. */
  readonly chosen?: ChosenUnits;
  /** The reader’s decimal mark; a point where nothing is said. */
  readonly decimal?: '.' | ',';
  /** What groups thousands; the mark that is not the decimal one where nothing is said. */
  readonly group?: '.' | ',' | '\u202f' | '’';
}

export function unitOf(quantity: Quantity, units: Units, currency = 'EUR'): string {
  return quantity === 'money' ? currencySign(currency) : scaleOf(quantity, units).unit;
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

export interface FormatOptions {
  readonly digits?: number;
  readonly signed?: boolean;
}

/** How many places a figure has where a caller asked for so many in the metric unit: an inch needs more than a millimetre. */
function digitsIn(quantity: Quantity, units: Units, asked: number | undefined): number {
  const { digits, shift } = scaleOf(quantity, units);
  if (asked === undefined) return digits;
  if (shift !== undefined) return Math.max(0, asked + shift);
  return asKept(quantity, units) ? asked : Math.max(asked, digits);
}

/** The number alone, in the reader's units, with a thin grouping comma and a true minus sign. */
export function formatNumber(value: number, quantity: Quantity, units: Units, options: FormatOptions = {}): string {
  const digits = digitsIn(quantity, units, options.digits);
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
  if (options.grouped) return written.replaceAll(groupOf(units), '');
  return written.replaceAll(groupOf(units), '').replace('−', '-');
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
  if (quantity === 'money') return withSign(number, unit);
  return unit === '' ? number : unit === '°' ? `${number}°` : `${number} ${unit}`;
}

const groupOf = ({ decimal, group }: Units): string => group ?? (decimal === ',' ? '.' : ',');

function groupDigits(value: number, digits: number, units: Units, signed = false): string {
  const fixed = Math.abs(value).toFixed(digits);
  const [whole = '0', fraction] = fixed.split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, groupOf(units));
  const body = fraction === undefined ? grouped : `${grouped}${units.decimal ?? '.'}${fraction}`;
  const isZero = Number(fixed) === 0;
  const sign = isZero ? (signed ? '±' : '') : value < 0 ? '−' : signed ? '+' : '';
  return sign + body;
}
