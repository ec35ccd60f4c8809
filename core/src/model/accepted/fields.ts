import type { Candidate } from '../candidate.ts';

/** The candidate with a field set; nothing, or a list of nothing, leaves it out. */
export function withField<K extends keyof Candidate>(
  candidate: Candidate,
  field: K,
  value: Candidate[K] | undefined,
): Candidate {
  const { [field]: _was, ...rest } = candidate;
  const empty = value === undefined || (Array.isArray(value) && value.length === 0 && field !== 'partIds');
  return (empty ? rest : { ...rest, [field]: value }) as Candidate;
}

/** A list with an entry in place of the one of the same key, or at its end. */
export function put<T>(list: readonly T[] | undefined, entry: T, keyOf: (entry: T) => string): T[] {
  const key = keyOf(entry);
  const at = (list ?? []).findIndex((x) => keyOf(x) === key);
  return at < 0 ? [...(list ?? []), entry] : list!.map((x, i) => (i === at ? entry : x));
}

/** A list without the entry of a key, or with the one that stood there before. */
export function take<T>(
  list: readonly T[] | undefined,
  key: string,
  keyOf: (entry: T) => string,
  before: readonly T[] | undefined,
): T[] {
  const was = before?.find((x) => keyOf(x) === key);
  return (list ?? []).flatMap((x) => (keyOf(x) !== key ? [x] : was === undefined ? [] : [was]));
}

export const itself = (id: string): string => id;
