import type { Assessment, Build, Changed, Library, LineupVerdict } from '@sable/core';
import { whatChanged } from '@sable/core/questions/lineup';
import { useCallback, useEffect, useRef, useState } from 'react';
import { judgingThread } from '../workers/client.ts';
import type { Judged } from '../workers/judging.ts';

/** A whole build judged: every candidate, the line-up, and the car as it was found for comparison. */
export interface Judgement {
  readonly assessments: readonly Assessment[];
  readonly verdict: LineupVerdict;
  readonly found: Assessment | undefined;
}

export interface Standing {
  readonly judgement: Judgement | undefined;
  /** What the newest change did to each candidate. */
  readonly changed: ReadonlyMap<string, readonly Changed[]>;
  /** Why the build as it stands could not be judged: then there is no judgement, and no older one either. */
  readonly fault: string | undefined;
}

const NOT_YET: Standing = { judgement: undefined, changed: new Map(), fault: undefined };

/** The judgement with what is new put in; assessments that nothing touched stay the very same objects. */
export function merged(old: Standing, build: Build, judged: Judged): Standing {
  const before = new Map(old.judgement?.assessments.map((a) => [a.candidateId, a]));
  const fresh = new Map(judged.renewed.map((a) => [a.candidateId, a]));
  const assessments = build.candidates.flatMap((c) => fresh.get(c.id) ?? before.get(c.id) ?? []);
  const changed = new Map<string, readonly Changed[]>();
  for (const now of judged.renewed) {
    const was = before.get(now.candidateId);
    const rows = was ? whatChanged(was, now) : [];
    if (rows.length > 0) changed.set(now.candidateId, rows);
  }
  const found = judged.found === undefined ? old.judgement?.found : (judged.found ?? undefined);
  return {
    judgement: { assessments, verdict: judged.verdict, found },
    changed: changed.size > 0 ? changed : old.changed,
    fault: undefined,
  };
}

/**
 * Judges builds in the worker; the last judgement stays on screen until the next is there. `judge` may be called before
 * the build is drawn, so that the worker is at work meanwhile. Every answer is taken in, in the order of asking: what the
 * worker renewed is told only once. A judgement that fails leaves none.
 */
export function useJudged(
  build: Build,
  library: Library,
  frozen: Library | undefined,
): Standing & { readonly judge: (build: Build) => void } {
  const [state, setState] = useState<Standing>(NOT_YET);
  const last = useRef<Build | undefined>(undefined);
  const lastFrozen = useRef<Library | undefined>(undefined);
  const judge = useCallback(
    (next: Build) => {
      const thread = judgingThread();
      const news = thread.know(library);
      if (last.current === next && lastFrozen.current === frozen && !news) return;
      // A page that holds no judgement yet must be told everything, not only what is new.
      if (!news && last.current === undefined) void thread.does.forget();
      last.current = next;
      lastFrozen.current = frozen;
      thread.does.judge(next, frozen).then(
        (judged) => setState((old) => merged(old, next, judged)),
        (error: unknown) => setState({ ...NOT_YET, fault: error instanceof Error ? error.message : String(error) }),
      );
    },
    [library, frozen],
  );
  useEffect(() => judge(build), [build, judge]);
  return { ...state, judge };
}
