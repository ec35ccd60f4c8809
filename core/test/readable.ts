import type { Assessment } from '../src/index.ts';

/** No figure that is not one, and no sentence that speaks of what is not there. */
export function readable({ checks, findings }: Assessment): void {
  for (const c of checks)
    for (const v of [c.value, c.plusMinus, c.limit])
      if (v !== undefined && !Number.isFinite(v)) throw new Error(`${c.id} is no number`);
  for (const { id, title, because } of findings)
    if (/undefined|NaN|null|Infinity/.test(`${title} ${because}`)) throw new Error(`${id}: ${title} ${because}`);
}
