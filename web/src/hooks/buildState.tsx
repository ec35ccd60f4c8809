import type { Assessment, Build, BuildAnswer, Candidate, Changed, Library, LineupVerdict } from '@sable/core';
import { whatChanged } from '@sable/core/questions/lineup';
import { replaceEqualDeep, useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { Judged } from '../workers/sums.worker.ts';
import { sumsWorker } from '../workers/sumsClient.ts';
import { ApiProblem, api } from './api.ts';

type PutTarget = 'name' | 'brief' | 'chassis' | 'decision' | `candidates/${string}`;

export interface Conflict {
  readonly target: PutTarget;
  readonly yours: unknown;
  readonly theirs: Build;
  readonly currentVersion: number;
}

/** A whole build judged: every candidate, the line-up, and the car as it was found for comparison. */
interface Judgement {
  readonly assessments: readonly Assessment[];
  readonly verdict: LineupVerdict;
  readonly found: Assessment | undefined;
}

interface BuildState {
  readonly build: Build;
  readonly library: Library;
  readonly version: number;
  readonly undoWords: string | null;
  readonly redoWords: string | null;
  readonly judgement: Judgement | undefined;
  /** The current candidate: the one in the address, else the leader, else the first. */
  readonly candidate: Candidate | undefined;
  readonly assessment: Assessment | undefined;
  readonly assessmentOf: (id: string) => Assessment | undefined;
  readonly verdict: LineupVerdict | undefined;
  /** What the newest change did to each candidate. */
  readonly changed: ReadonlyMap<string, readonly Changed[]>;
  readonly select: (candidateId: string) => void;
  /** Shows the change at once, sends it, and puts it back where the server says no. */
  readonly save: (target: PutTarget, content: unknown) => void;
  readonly saveCandidate: (candidate: Candidate) => void;
  readonly removeCandidate: (id: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly problem: ApiProblem | undefined;
  readonly conflict: Conflict | undefined;
  readonly dismiss: () => void;
  readonly takeTheirs: () => void;
  readonly putMine: () => void;
}

const Context = createContext<BuildState | undefined>(undefined);

function withContent(build: Build, target: PutTarget, content: unknown): Build {
  if (!target.startsWith('candidates/')) {
    return target === 'name' ? { ...build, name: (content as { name: string }).name } : { ...build, [target]: content };
  }
  const candidate = content as Candidate;
  const at = build.candidates.findIndex((c) => c.id === candidate.id);
  const candidates =
    at < 0 ? [...build.candidates, candidate] : build.candidates.map((c) => (c.id === candidate.id ? candidate : c));
  return { ...build, candidates };
}

export function BuildProvider({
  children,
  fallback,
}: {
  children: ReactNode;
  fallback: (problem: ApiProblem | undefined) => ReactNode;
}) {
  const { buildId = '' } = useParams();
  const client = useQueryClient();
  const key = useMemo(() => ['build', buildId] as const, [buildId]);
  const buildQuery = useQuery({ queryKey: key, queryFn: () => api.build(buildId), structuralSharing: false });
  const libraryQuery = useQuery({ queryKey: ['library'], queryFn: api.library, staleTime: Infinity });
  const setAnswer = useCallback(
    // What the server confirms is mostly what is shown already: parts that say the same stay the same objects.
    (next: BuildAnswer, confirmed: boolean) =>
      void client.setQueryData<BuildAnswer>(key, (old) =>
        old && confirmed ? { ...next, build: replaceEqualDeep(old.build, next.build) } : next,
      ),
    [client, key],
  );
  const error = buildQuery.error ?? libraryQuery.error;
  if (!buildQuery.data || !libraryQuery.data) return fallback(error instanceof ApiProblem ? error : undefined);
  return (
    <Loaded key={buildId} answer={buildQuery.data} library={libraryQuery.data} setAnswer={setAnswer}>
      {children}
    </Loaded>
  );
}

interface LoadedProps {
  readonly answer: BuildAnswer;
  readonly library: Library;
  readonly setAnswer: (next: BuildAnswer, confirmed: boolean) => void;
  readonly children: ReactNode;
}

function Loaded({ answer, library, setAnswer, children }: LoadedProps) {
  const { build } = answer;
  const [search, setSearch] = useSearchParams();
  const [problem, setProblem] = useState<ApiProblem>();
  const [conflict, setConflict] = useState<Conflict>();
  const { judgement, changed, judge } = useJudgement(build, library);

  // Writes go one after another, each with the version that the one before it brought back.
  const queue = useRef<Promise<void>>(Promise.resolve());
  const confirmed = useRef(answer);
  const waiting = useRef(0);
  useEffect(() => {
    if (waiting.current === 0) confirmed.current = answer;
  }, [answer]);

  const enqueue = useCallback(
    (send: () => Promise<BuildAnswer>, onProblem: (p: ApiProblem) => void) => {
      waiting.current++;
      queue.current = queue.current.then(async () => {
        try {
          confirmed.current = await send();
        } catch (e) {
          onProblem(e instanceof ApiProblem ? e : new ApiProblem(0, { detail: String(e) }));
        } finally {
          waiting.current--;
          if (waiting.current === 0) setAnswer(confirmed.current, true);
        }
      });
    },
    [setAnswer],
  );

  const save = useCallback(
    (target: PutTarget, content: unknown) => {
      setProblem(undefined);
      const next = withContent(answer.build, target, content);
      // Judged while the page draws the change, not after it.
      judge(next);
      setAnswer({ ...answer, build: next }, false);
      enqueue(
        () => api.put(build.id, target, content, confirmed.current.version),
        (p) => {
          const theirs = p.body['theirs'] as Build | undefined;
          if (p.status === 409 && theirs) {
            const currentVersion = p.body['currentVersion'] as number;
            confirmed.current = { ...confirmed.current, version: currentVersion, build: theirs };
            setConflict({ target, yours: content, theirs, currentVersion });
          } else setProblem(p);
        },
      );
    },
    [answer, build.id, enqueue, judge, setAnswer],
  );

  const step = useCallback(
    (direction: 'undo' | 'redo') => {
      setProblem(undefined);
      enqueue(() => api.step(build.id, direction), setProblem);
    },
    [build.id, enqueue],
  );

  const removeCandidate = useCallback(
    (id: string) => {
      setProblem(undefined);
      enqueue(
        () => api.remove(build.id, `candidates/${encodeURIComponent(id)}`, confirmed.current.version),
        setProblem,
      );
    },
    [build.id, enqueue],
  );

  const wanted = search.get('c');
  const candidate =
    build.candidates.find((c) => c.id === wanted) ??
    build.candidates.find((c) => c.id === (build.decision.candidateId ?? judgement?.verdict.leaderId)) ??
    build.candidates[0];
  const select = useCallback(
    (id: string) => setSearch((old) => ({ ...Object.fromEntries(old), c: id }), { replace: true }),
    [setSearch],
  );

  const state = useMemo<BuildState>(() => {
    const assessmentOf = (id: string) => judgement?.assessments.find((a) => a.candidateId === id);
    return {
      build,
      library,
      version: answer.version,
      undoWords: answer.undo,
      redoWords: answer.redo,
      judgement,
      candidate,
      assessment: candidate && assessmentOf(candidate.id),
      assessmentOf,
      verdict: judgement?.verdict,
      changed,
      select,
      save,
      saveCandidate: (c) => save(`candidates/${c.id}`, c),
      removeCandidate,
      undo: () => step('undo'),
      redo: () => step('redo'),
      problem,
      conflict,
      dismiss: () => setProblem(undefined),
      takeTheirs: () => setConflict(undefined),
      putMine: () => {
        if (conflict) save(conflict.target, conflict.yours);
        setConflict(undefined);
      },
    };
  }, [answer, build, library, judgement, candidate, changed, select, save, removeCandidate, step, problem, conflict]);
  return <Context value={state}>{children}</Context>;
}

interface Standing {
  readonly judgement: Judgement | undefined;
  readonly changed: ReadonlyMap<string, readonly Changed[]>;
}

/** The judgement with what is new put in; assessments that nothing touched stay the very same objects. */
function merged(old: Standing, build: Build, judged: Judged): Standing {
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
  };
}

let sentLibrary: Library | undefined;

/**
 * Judges builds in the worker; the last judgement stays on screen until the next is there. `judge` may be called before
 * the build is drawn, so that the worker is at work meanwhile. Every answer is taken in, in the order of asking: what the
 * worker renewed is told only once.
 */
function useJudgement(build: Build, library: Library): Standing & { readonly judge: (build: Build) => void } {
  const [state, setState] = useState<Standing>({ judgement: undefined, changed: new Map() });
  const last = useRef<Build | undefined>(undefined);
  const judge = useCallback(
    (next: Build) => {
      if (last.current === next) return;
      const worker = sumsWorker();
      if (sentLibrary !== library) void worker.setLibrary(library);
      // A page that holds no judgement yet must be told everything, not only what is new.
      else if (last.current === undefined) void worker.forget();
      sentLibrary = library;
      last.current = next;
      void worker.judge(next).then((judged) => setState((old) => merged(old, next, judged)));
    },
    [library],
  );
  useEffect(() => judge(build), [build, judge]);
  return { ...state, judge };
}

export function useBuild(): BuildState {
  const value = useContext(Context);
  if (!value) throw new Error('useBuild outside its provider');
  return value;
}
