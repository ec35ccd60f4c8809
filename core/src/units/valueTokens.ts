import { withSign } from './currency.ts';
import { formatNumber, formatQuantity, formatScatter, unitOf, type Units } from './display.ts';
import { QUANTITIES, scaleOf, systemOf, type Quantity } from './scales.ts';

/**
 * Sentences are written once, in core, and read in either unit system. A figure stands in a sentence as a token,
 * "{{18.2|lengthMm}}" or with its scatter "{{172±5|torqueNm}}", and `wordSentence` puts it in the reader's units.
 */
const TOKEN = /\{\{(-?[\d.eE+-]+)(?:±([\d.eE+-]+))?\|(\w+)(?:\|(\d*)(\+?))?(?:\|(\w*))?\}\}/g;

export interface SayOptions {
  readonly digits?: number;
  readonly signed?: boolean;
  readonly currency?: string;
}

/** A figure in a sentence: `Sump hits the crossmember by ${say(18.2, 'lengthMm')}`. */
export function say(value: number, quantity: Quantity, options: SayOptions = {}): string {
  return token(String(value), quantity, options);
}

/** A figure with its scatter in a sentence. */
export function sayDerived(
  figure: { value: number; plusMinus: number },
  quantity: Quantity,
  options: SayOptions = {},
): string {
  return token(`${figure.value}±${figure.plusMinus}`, quantity, options);
}

function token(number: string, quantity: Quantity, { digits, signed, currency }: SayOptions): string {
  return `{{${number}|${quantity}|${digits ?? ''}${signed ? '+' : ''}|${currency ?? ''}}}`;
}

/** The sentence with every figure in the reader's units. */
export function wordSentence(text: string, units: Units): string {
  return text.replace(
    TOKEN,
    (
      whole,
      value: string,
      scatter: string | undefined,
      quantity: string,
      digits?: string,
      plus?: string,
      currency?: string,
    ) => {
      if (!(QUANTITIES as readonly string[]).includes(quantity)) return whole;
      const q = quantity as Quantity;
      // Stated digits are the metric ones; in other units the quantity's own digits say as much.
      const keepDigits = digits && (systemOf(q, units) === 'metric' || sameInBoth(q));
      const options = {
        ...(keepDigits ? { digits: Number(digits) } : {}),
        ...(plus ? { signed: true } : {}),
        ...(currency ? { currency } : {}),
      };
      if (scatter === undefined) return formatQuantity(Number(value), q, units, options);
      const unit = unitOf(q, units, currency || undefined);
      const number = `${formatNumber(Number(value), q, units, options)} ± ${formatScatter(Number(scatter), q, units)}`;
      return q === 'money' ? withSign(number, unit) : `${number}${unit && ` ${unit}`}`;
    },
  );
}

function sameInBoth(quantity: Quantity): boolean {
  return scaleOf(quantity, { system: 'metric' }).unit === scaleOf(quantity, { system: 'us' }).unit;
}

/** The words with a capital, to begin a sentence with. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** A title as it stands within a sentence; what is all capitals stays, such as ECU, V6 or A/C. */
export const lowered = (words: string): string =>
  /^.[\p{Lu}\d/]/u.test(words) ? words : words.charAt(0).toLowerCase() + words.slice(1);
