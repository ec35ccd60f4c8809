import type { Calculator } from './calculator.ts';
import { fuel } from './fuel.ts';
import { bottomEnd } from './shortBlock.ts';

/** Calculators that every candidate is judged by, whether a sum of the bench was landed in it or not. */
const JUDGED: readonly Calculator[] = [...bottomEnd, ...fuel];
const judged = new Map(JUDGED.map((c) => [c.id, c]));

let bench: ((id: string) => Calculator | undefined) | undefined;

/** The whole bench is there from now on: a page in which nothing of it is landed need not load it. */
export function openBench(named: (id: string) => Calculator | undefined): void {
  bench = named;
}

/** Whether a landed sum asks for the bench, which is not there yet. */
export const asksBench = (sums: readonly string[]): boolean => !bench && sums.some((id) => !judged.has(id));

/**
 * A calculator that judging asks for; undefined where there is none of that name.
 * @throws Error where the bench it stands on was not opened.
 */
export function landedCalculator(id: string): Calculator | undefined {
  const known = judged.get(id);
  if (known) return known;
  if (!bench) throw new Error(`Engine calculators not loaded: “${id}” is needed.`);
  return bench(id);
}
