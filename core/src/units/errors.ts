/**
 * Bad input, in words for the person: `message` says what is wrong and what is allowed, `pointer` names the
 * field as a JSON pointer ("/curveRpm/2").
 */
export class InputError extends Error {
  readonly pointer: string;
  constructor(pointer: string, message: string) {
    super(message);
    this.name = 'InputError';
    this.pointer = pointer.startsWith('/') ? pointer : `/${pointer}`;
  }
}

/** All that is wrong with an input, line by line; its own message is the first of them. */
export class InputErrors extends InputError {
  readonly all: readonly InputError[];
  constructor(all: readonly [InputError, ...InputError[]]) {
    super(all[0].pointer, all[0].message);
    this.name = 'InputErrors';
    this.all = all;
  }
}

/** Throws an InputError unless the value is a finite number above zero. */
export function requirePositive(pointer: string, value: number, unit = ''): void {
  if (!(Number.isFinite(value) && value > 0)) {
    throw new InputError(pointer, `${fieldName(pointer)} must be above 0${unit && ` ${unit}`}; it is ${value}.`);
  }
}

/** The same of several figures, each by its name. */
export function requireAllPositive(figures: Readonly<Record<string, number>>): void {
  for (const [name, value] of Object.entries(figures)) requirePositive(`/${name}`, value);
}

/** The last named part of a JSON pointer as words: "/in/0/massKg" → "Mass". */
function fieldName(pointer: string): string {
  const parts = pointer.split('/').filter((p) => p !== '' && !/^\d+$/.test(p));
  return keyWords(parts.at(-1) ?? 'input');
}

const UNIT = /(Mm2|Mm3|Mm|Cm|Km|Kg|KgM2|Nm|NPerMm|N|Kw|Kpa|Bar|Rpm|Kph|Deg|Pct|C|V|A|J|Hz|L|S|M|M2|G)$/;

/** The words of a key in the data, without its unit: "coreHeightMm" → "Core height". */
export function keyWords(key: string): string {
  const words = key
    .replace(UNIT, '')
    .replaceAll(/([a-z\d])([A-Z])/g, '$1 $2')
    .toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
}
