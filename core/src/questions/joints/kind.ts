import type { Chassis, Gearbox, PortSpec } from '../../model/index.ts';

/** What a comparison of two sides says: they mate, they miss by something, or one of them is not known well enough. */
export type Match =
  | { readonly result: 'fits' }
  | { readonly result: 'misses'; readonly by: string }
  | { readonly result: 'unknown'; readonly missing: readonly string[] };

/** One kind of joint. A new joint is a new file with one of these, nothing else. */
export interface JointKind {
  readonly kind: string;
  readonly title: string;
  /** What its two sides are, in words. */
  readonly sides: { readonly a: string; readonly b: string };
  /** Which layouts need it closed. */
  readonly neededFor: (chassis: Chassis | null, gearbox: Gearbox) => boolean;
  readonly match: (a: PortSpec, b: PortSpec) => Match;
  /** What an open joint means for the car: it will not go together or run (blocked), or it will run wrong (tight). */
  readonly whenOpen: 'blocked' | 'tight';
  /** The sentence for a miss. */
  readonly openTitle: (by: string) => string;
}

/** Names of wanted keys that a side does not state. */
export function absent(side: 'a' | 'b', spec: PortSpec, keys: readonly string[]): string[] {
  return keys.filter((k) => spec[k] === undefined).map((k) => `${side}.${k}`);
}

/** Both must state the same word. */
export function sameWord(key: string, say: (a: string, b: string) => string) {
  return (a: PortSpec, b: PortSpec): Match => {
    const missing = [...absent('a', a, [key]), ...absent('b', b, [key])];
    if (missing.length > 0) return { result: 'unknown', missing };
    return a[key] === b[key] ? { result: 'fits' } : { result: 'misses', by: say(String(a[key]), String(b[key])) };
  };
}
