import same from 'fast-deep-equal';

/** One field that two people changed differently since both saw the same. */
export interface FieldConflict {
  /** JSON pointer within what is merged. */
  readonly pointer: string;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Merged {
  readonly content: unknown;
  readonly conflicts: readonly FieldConflict[];
}

type Fields = Readonly<Record<string, unknown>>;
type Row = Fields & { readonly id: string };

const isFields = (x: unknown): x is Fields => typeof x === 'object' && x !== null && !Array.isArray(x);
const isRows = (x: unknown): x is readonly Row[] =>
  Array.isArray(x) && x.length > 0 && x.every((row) => isFields(row) && typeof row['id'] === 'string');
const isWords = (x: unknown): x is readonly string[] => Array.isArray(x) && x.every((word) => typeof word === 'string');
/** A figure with its evidence, or three points of a price: one thing, never half of one and half of another. */
const isWhole = (x: unknown): boolean => isFields(x) && ('evidence' in x || ('low' in x && 'high' in x));
const escaped = (key: string) => key.replaceAll('~', '~0').replaceAll('/', '~1');

/**
 * Two changes of the same content put together, by JSON pointer: what only one of them changed is taken from that one. A
 * field that both changed differently is a conflict, and stands as `prefer` says. Rows go by their id, lists of words as
 * sets, figures with their evidence as one. Undefined stands for what is not there.
 */
export function mergeThreeWay(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  prefer: 'mine' | 'theirs' = 'mine',
): Merged {
  const conflicts: FieldConflict[] = [];
  const merge = (b: unknown, m: unknown, t: unknown, at: string): unknown => {
    if (m === t || same(m, t)) return t;
    if (same(b, m)) return t;
    if (same(b, t)) return m;
    if (isFields(m) && isFields(t) && !isWhole(m) && !isWhole(t)) return mergeFields(isFields(b) ? b : {}, m, t, at);
    if (isRows(m) && isRows(t)) return mergeRows(isRows(b) ? b : [], m, t, at);
    if (isWords(b) && isWords(m) && isWords(t)) return mergeWords(b, m, t);
    if (Array.isArray(b) && Array.isArray(m) && Array.isArray(t) && b.length === m.length && b.length === t.length)
      return (m as unknown[]).map((x, i) => merge(b[i], x, t[i], `${at}/${i}`));
    conflicts.push({ pointer: at, mine: m, theirs: t });
    return prefer === 'mine' ? m : t;
  };
  const mergeFields = (b: Fields, m: Fields, t: Fields, at: string): Fields => {
    const out: Record<string, unknown> = {};
    for (const key of new Set([...Object.keys(t), ...Object.keys(m)])) {
      const value = merge(b[key], m[key], t[key], `${at}/${escaped(key)}`);
      if (value !== undefined) out[key] = value;
    }
    return out;
  };
  const mergeRows = (b: readonly Row[], m: readonly Row[], t: readonly Row[], at: string): Row[] => {
    const row = (list: readonly Row[], id: string) => list.find((r) => r.id === id);
    // In their order, mine behind: the order of rows is nobody's change.
    const ids = new Set([...t, ...m].map((r) => r.id));
    return [...ids].flatMap((id) => {
      const value = merge(row(b, id), row(m, id), row(t, id), `${at}/${escaped(id)}`) as Row | undefined;
      return value === undefined ? [] : [value];
    });
  };
  const content = merge(base, mine, theirs, '');
  return { content, conflicts };
}

function mergeWords(base: readonly string[], mine: readonly string[], theirs: readonly string[]): string[] {
  const gone = new Set(base.filter((w) => !mine.includes(w)));
  return [...theirs.filter((w) => !gone.has(w)), ...mine.filter((w) => !base.includes(w) && !theirs.includes(w))];
}
