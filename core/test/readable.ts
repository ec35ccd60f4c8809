import type { Assessment } from '../src/index.ts';
import { bannedIn } from './words.ts';

/** No figure that is not one, and no sentence that speaks of what is not there or in words that are banned. */
export function readable({ checks, findings }: Assessment): void {
  for (const c of checks)
    for (const v of [c.value, c.plusMinus, c.limit])
      if (v !== undefined && !Number.isFinite(v)) throw new Error(`${c.id} is no number`);
  for (const { id, title, because } of findings)
    if (/undefined|NaN|null|Infinity/.test(`${title} ${because}`)) throw new Error(`${id}: ${title} ${because}`);
  for (const c of checks) banned(c.id, `${c.title} ${c.because}`);
  for (const f of findings) banned(f.id, [f.title, f.because, ...f.remedies.map((r) => r.title)].join(' '));
}

function banned(id: string, text: string): void {
  const words = bannedIn(text);
  if (words.length > 0) throw new Error(`${id} says “${words.join('”, “')}”: ${text}`);
}
