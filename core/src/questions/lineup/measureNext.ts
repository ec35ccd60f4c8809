import type { Build, Verdictable } from '../../model/index.ts';

/** A figure that nobody has entered, and what would be known with it. */
export interface NextMeasurement {
  /** Where it is entered. */
  readonly pointer: string;
  /** What waits for it, each said once, and for which candidates. */
  readonly waits: readonly { readonly title: string; readonly letters: readonly string[] }[];
  /** Candidates of which nothing is unknown any more once it is entered. */
  readonly settles: readonly string[];
}

/**
 * What to measure or look up next: each absent figure that leaves something unknown, those first that leave nothing unknown of a
 * candidate, then those that most wait for. A blocked candidate waits for nothing as long as another is not.
 */
export function measureNext(build: Build, assessments: readonly Verdictable[]): readonly NextMeasurement[] {
  const open = assessments.filter((a) => a.state !== 'blocked');
  const asked = open.length > 0 ? open : assessments;
  const letterOf = new Map(build.candidates.map((c) => [c.id, c.letter]));
  const waits = new Map<string, Map<string, Set<string>>>();
  const settles = new Map<string, Set<string>>();
  for (const { candidateId, findings } of asked) {
    const letter = letterOf.get(candidateId) ?? candidateId;
    const unknown = findings.filter((f) => f.state === 'unknown');
    for (const { title, missing } of unknown)
      for (const pointer of missing) {
        const titles = waits.get(pointer) ?? new Map<string, Set<string>>();
        waits.set(pointer, titles);
        titles.set(title, (titles.get(title) ?? new Set()).add(letter));
      }
    const only = new Set(unknown.flatMap((f) => f.missing));
    const [pointer] = only;
    if (pointer !== undefined && only.size === 1 && unknown.every((f) => f.missing.length === 1))
      settles.set(pointer, (settles.get(pointer) ?? new Set()).add(letter));
  }
  const list = [...waits].map(([pointer, titles]): NextMeasurement => ({
    pointer,
    waits: [...titles].map(([title, letters]) => ({ title, letters: [...letters] })),
    settles: [...(settles.get(pointer) ?? [])],
  }));
  const weight = (n: NextMeasurement) => n.waits.reduce((sum, w) => sum + w.letters.length, 0);
  return list.sort((p, q) => q.settles.length - p.settles.length || weight(q) - weight(p));
}
