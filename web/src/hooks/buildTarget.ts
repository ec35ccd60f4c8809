import type { Build, Candidate } from '@sable/core';

/** What one write of a build replaces. */
export type PutTarget = 'name' | 'currency' | 'brief' | 'chassis' | 'decision' | `candidates/${string}`;

/** What stands at a target of each kind. */
export type ContentOf<T extends PutTarget> = T extends 'name' | 'currency'
  ? Readonly<Record<T, string>>
  : T extends 'brief' | 'chassis' | 'decision'
    ? Build[T]
    : Candidate;

const CANDIDATES = 'candidates/';

/** The content of a build that a target names; undefined for a candidate that is not there. */
export function contentOf<T extends PutTarget>(build: Build, target: T): ContentOf<T> | undefined {
  const content = target.startsWith(CANDIDATES)
    ? build.candidates.find((c) => c.id === target.slice(CANDIDATES.length))
    : target === 'name'
      ? { name: build.name }
      : target === 'currency'
        ? { currency: build.currency }
        : build[target as 'brief' | 'chassis' | 'decision'];
  return content as ContentOf<T> | undefined;
}

/** The build with other content at a target; a candidate that was not there is added, undefined takes one out. */
export function withContent(build: Build, target: PutTarget, content: unknown): Build {
  if (target === 'name' || target === 'currency') return { ...build, ...(content as Partial<Build>) };
  if (!target.startsWith(CANDIDATES)) return { ...build, [target]: content };
  const id = target.slice(CANDIDATES.length);
  const { candidates } = build;
  if (content === undefined) return { ...build, candidates: candidates.filter((c) => c.id !== id) };
  const candidate = content as Candidate;
  return {
    ...build,
    candidates: candidates.some((c) => c.id === id)
      ? candidates.map((c) => (c.id === id ? candidate : c))
      : [...candidates, candidate],
  };
}
