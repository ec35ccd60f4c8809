import type { Candidate } from '../model/index.ts';
import { restsOn, type Judging } from './judging.ts';
import { STAGE_NAMES, type Results, type StageName } from './stages.ts';

/** What of a candidate only some stages read, and resolving it does not: all others stand when nothing else of it changes. */
export const READ_BY = {
  bill: ['money'],
  wiring: ['joints', 'wiring', 'money'],
  jointWishes: [],
} as const satisfies { readonly [K in keyof Candidate]?: readonly StageName[] };

const isKnown = (key: string): key is keyof typeof READ_BY => key in READ_BY;

/** Keys by which two candidates differ. */
function differing(a: Candidate, b: Candidate): string[] {
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof Candidate>;
  return [...keys].filter((k) => a[k] !== b[k] && JSON.stringify(a[k]) !== JSON.stringify(b[k]));
}

/** The results of one judgement that hold for a candidate changed in what they don’t rest on; undefined where any might be another. */
export function unmoved(was: Judging, before: Candidate, now: Candidate): Partial<Results> | undefined {
  const changed = differing(before, now);
  if (!changed.every(isKnown)) return undefined;
  const moved = new Set<StageName>(changed.flatMap((k) => (isKnown(k) ? READ_BY[k] : [])));
  const stands = STAGE_NAMES.filter((s) => !moved.has(s) && !restsOn(s).some((on) => moved.has(on)));
  return Object.fromEntries(
    stands.flatMap((s) => {
      const result = was.find(s);
      return result === undefined ? [] : [[s, result]];
    }),
  ) as Partial<Results>;
}
