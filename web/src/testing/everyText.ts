/** What is typed into every field of the app, and what each text means to a reader with a decimal point or a comma. */
import { fromDisplay, type Quantity, type Units } from '@sable/core/units';
import { fireEvent } from '@testing-library/react';

export const TEXTS = ['4,1', '4.1', '1,234', '4.125', '-3', '1e9', '', 'abc'] as const;
type Text = (typeof TEXTS)[number];

/** The figures that a text can mean, in the unit that is shown; none where it is no number. */
function meant(text: Text, decimal: '.' | ','): readonly number[] {
  switch (text) {
    case '4,1':
    case '4.1':
      return [4.1];
    case '1,234':
      return decimal === ',' ? [1.234] : [1234, 1.234];
    case '4.125':
      return decimal === '.' ? [4.125] : [4125, 4.125];
    case '-3':
      return [-3];
    case '1e9':
      return [1e9];
    default:
      return [];
  }
}

/** The inputs of figures that stand on the page. */
export const figureInputs = (): HTMLInputElement[] =>
  [...document.querySelectorAll<HTMLInputElement>('[data-figure] input')].filter((i) => !i.disabled);

const near = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));

/** Types a text into a field and leaves it. */
export function typeAndLeave(input: HTMLInputElement, text: string): void {
  fireEvent.change(input, { target: { value: text } });
  fireEvent.blur(input);
}

/**
 * What is wrong with what came of a text that was typed into a field and left, undefined where nothing is: an error in words
 * at the field with nothing stored, or the figure meant handed on.
 */
export function wrongOf(
  input: HTMLInputElement,
  { quantity, difference }: { readonly quantity: Quantity; readonly difference?: boolean | undefined },
  text: Text,
  units: Units,
  handed: readonly unknown[],
): string | undefined {
  const means = meant(text, units.decimal ?? '.');
  if (input.getAttribute('aria-invalid') === 'true') {
    const helper = input.getAttribute('aria-describedby');
    const words = helper ? (document.getElementById(helper)?.textContent ?? '') : '';
    if (input.value.trim() !== text) return `keeps “${input.value}” of what was typed`;
    if (handed.length > 0) return 'is wrong and stored all the same';
    if (!/^(Which\?.+|.+\.)$/.test(words)) return `says “${words}”`;
    return /[a-z][A-Z]|undefined|NaN|null/.test(words.replaceAll(/N·m|kWh?|kPa|dB/g, ''))
      ? `says “${words}”`
      : undefined;
  }
  const [stored] = handed;
  // An empty field that is emptied says nothing new.
  if (text === '') return stored === undefined ? undefined : `stores ${String(stored)}`;
  if (handed.length !== 1) return `stores ${handed.length} times`;

  const zero = difference ? fromDisplay(0, quantity, units) : 0;
  return means.some((m) => typeof stored === 'number' && near(fromDisplay(m, quantity, units) - zero, stored))
    ? undefined
    : `stores ${String(stored)}`;
}
