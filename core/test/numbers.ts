/** A number that a judgement rests on: its address, and that of its kind. */
export interface NumberInput {
  readonly pointer: string;
  /** Ids and places in lists left out: `*`. */
  readonly pattern: string;
  readonly value: number;
}

/** Numbers within a thing: figures by their value, plain numbers; places and shapes are no quantities of their own. */
export function numbersIn(of: unknown, pointer: string, pattern = pointer): NumberInput[] {
  if (typeof of === 'number') return [{ pointer, pattern, value: of }];
  if (typeof of !== 'object' || of === null) return [];
  if ('value' in of && 'evidence' in of) return [{ pointer, pattern, value: of.value as number }];
  // Points of a curve are one thing: it is scaled whole.
  if ('torqueNm' in of && 'rpm' in of && Array.isArray(of.rpm)) return [{ pointer, pattern, value: 1 }];
  if (Array.isArray(of))
    return of.every((x) => typeof x === 'number')
      ? []
      : of.flatMap((x, i) => numbersIn(x, `${pointer}/${i}`, `${pattern}/*`));
  return Object.entries(of).flatMap(([key, held]) => numbersIn(held, `${pointer}/${key}`, `${pattern}/${key}`));
}
