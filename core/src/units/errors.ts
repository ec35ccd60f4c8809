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

/** The last named part of a JSON pointer: "/in/0/massKg" → "massKg". */
function fieldName(pointer: string): string {
  const parts = pointer.split('/').filter((p) => p !== '' && !/^\d+$/.test(p));
  return parts.at(-1) ?? 'input';
}
