import type { Assessment, Build, BuildAnswer, Candidate, Changed, Library, LineupVerdict } from '@sable/core';
import { libraryInForce } from '@sable/core/model';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { useParams, useSearchParams } from 'react-router';
import { api } from './api.ts';
import type { ContentOf, PutTarget } from './buildTarget.ts';
import { onShopEvent } from './events.ts';
import { useJudged, type Judgement } from './judgement.ts';
import { ApiProblem } from './problem.ts';
import { queueFor } from './queues.ts';
import { KEYS } from './queryKeys.ts';
import type { Conflict, SaveQueue } from './saveQueue.ts';
import { onLeaving } from './tab.ts';

/** The build as it is shown, with what waits to be saved. */
export interface BuildData {
  readonly build: Build;
  readonly library: Library;
  readonly version: number;
  readonly undoWords: string | null;
  readonly redoWords: string | null;
  /** The current candidate: the one in the address, else the leader, else the first. */
  readonly candidate: Candidate | undefined;
}

interface BuildJudgement {
  readonly judgement: Judgement | undefined;
  readonly assessment: Assessment | undefined;
  readonly assessmentOf: (id: string) => Assessment | undefined;
  readonly verdict: LineupVerdict | undefined;
  /** What the newest change did to each candidate. */
  readonly changed: ReadonlyMap<string, readonly Changed[]>;
  /** Why it can't be judged as it stands. */
  readonly fault: string | undefined;
}

/** What can be done to a build; the same functions as long as it is open. */
interface BuildActions {
  readonly select: (candidateId: string) => void;
  /** Shows at once, and sends, what was changed between two contents of a target: what the page showed, and what was made of it. */
  readonly save: <T extends PutTarget>(target: T, from: ContentOf<T> | undefined, to: ContentOf<T>) => void;
  /** The same for a candidate; a new one comes from none. */
  readonly saveCandidate: (from: Candidate | undefined, to: Candidate) => void;
  readonly removeCandidate: (id: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly dismiss: () => void;
  readonly settle: (prefer: 'mine' | 'theirs') => void;
}

interface Saving {
  /** How many changes wait to be sent. */
  readonly waiting: number;
  readonly problem: ApiProblem | undefined;
  readonly conflict: Conflict | undefined;
}

const Data = createContext<BuildData | undefined>(undefined);
const Judged = createContext<BuildJudgement | undefined>(undefined);
const Actions = createContext<BuildActions | undefined>(undefined);
const SavingContext = createContext<Saving | undefined>(undefined);

/** Everything about one build, in four parts: who reads one is not drawn again for a change of another. */
export function BuildProvider({
  children,
  fallback,
}: {
  children: ReactNode;
  fallback: (problem: ApiProblem | undefined) => ReactNode;
}) {
  const { buildId = '' } = useParams();
  const client = useQueryClient();
  const buildQuery = useQuery({
    queryKey: KEYS.build(buildId),
    queryFn: () => api.build(buildId),
    structuralSharing: false,
  });
  const libraryQuery = useQuery({ queryKey: KEYS.library, queryFn: api.library, staleTime: Infinity });
  useEffect(
    () =>
      onShopEvent((event) => {
        if (event.library || event.missed) void client.invalidateQueries({ queryKey: KEYS.library });
        if (event.missed) void client.invalidateQueries({ queryKey: KEYS.build(buildId) });
      }),
    [client, buildId],
  );
  const error = buildQuery.error ?? libraryQuery.error;
  if (!buildQuery.data || !libraryQuery.data) return fallback(error instanceof ApiProblem ? error : undefined);
  return (
    <Loaded key={buildId} answer={buildQuery.data} library={libraryQuery.data}>
      {children}
    </Loaded>
  );
}

interface LoadedProps {
  readonly answer: BuildAnswer;
  readonly library: Library;
  readonly children: ReactNode;
}

function Loaded({ answer, library, children }: LoadedProps) {
  const queue = useMemo(() => queueFor(answer), [answer.build.id]); // oxlint-disable-line react-hooks/exhaustive-deps -- one queue as long as the build is open
  const state = useSyncExternalStore(queue.subscribe, queue.getState);
  const { shown: build, stored } = state;
  useEffect(() => queue.received(answer), [queue, answer]);
  useEffect(() => {
    const stops = [
      onShopEvent((event) => event.build === answer.build.id && event.version && queue.heard(event.version)),
      onLeaving(() => undefined),
    ];
    return () => stops.forEach((stop) => stop());
  }, [queue, answer.build.id]);

  const { judgement, changed, fault, judge } = useJudged(build, library, stored.frozen);
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('c');
  const leader = build.decision.candidateId ?? judgement?.verdict.leaderId;
  const candidate =
    build.candidates.find((c) => c.id === wanted) ??
    build.candidates.find((c) => c.id === leader) ??
    build.candidates[0];

  const setter = useRef(setSearch);
  useEffect(() => {
    setter.current = setSearch;
  }, [setSearch]);
  const actions = useActions(queue, judge, setter);
  // Whatever is worked out of the chosen candidate rests on the rows that it was chosen with.
  const { frozen } = stored;
  const inForce =
    frozen && candidate !== undefined && candidate.id === build.decision.candidateId
      ? libraryInForce(library, frozen).library
      : library;
  const data = useMemo<BuildData>(
    () => ({
      build,
      library: inForce,
      version: stored.version,
      undoWords: stored.undo,
      redoWords: stored.redo,
      candidate,
    }),
    [build, inForce, stored.version, stored.undo, stored.redo, candidate],
  );
  const id = candidate?.id;
  const judged = useMemo<BuildJudgement>(() => {
    const assessmentOf = (of: string) => judgement?.assessments.find((a) => a.candidateId === of);
    return {
      judgement,
      assessment: id === undefined ? undefined : assessmentOf(id),
      assessmentOf,
      verdict: judgement?.verdict,
      changed,
      fault,
    };
  }, [judgement, changed, fault, id]);
  const { waiting, problem, conflict } = state;
  const saving = useMemo<Saving>(() => ({ waiting, problem, conflict }), [waiting, problem, conflict]);
  return (
    <Actions value={actions}>
      <Data value={data}>
        <SavingContext value={saving}>
          <Judged value={judged}>{children}</Judged>
        </SavingContext>
      </Data>
    </Actions>
  );
}

type SetSearch = ReturnType<typeof useSearchParams>[1];

function useActions(queue: SaveQueue, judge: (build: Build) => void, setSearch: { current: SetSearch }): BuildActions {
  const save = useCallback<BuildActions['save']>(
    (target, from, to) => {
      queue.change(target, from, to);
      // Judged while the page draws the change, not after it.
      judge(queue.getState().shown);
    },
    [queue, judge],
  );
  return useMemo(
    () => ({
      select: (id) => setSearch.current((old) => ({ ...Object.fromEntries(old), c: id }), { replace: true }),
      save,
      saveCandidate: (from, to) => save(`candidates/${to.id}`, from, to),
      removeCandidate: (id) => queue.remove(`candidates/${id}`),
      undo: () => queue.step('undo'),
      redo: () => queue.step('redo'),
      dismiss: () => queue.dismiss(),
      settle: (prefer) => queue.settle(prefer),
    }),
    [queue, save, setSearch],
  );
}

function inside<T>(value: T | undefined): T {
  if (value === undefined) throw new Error('Build requested outside its provider');
  return value;
}

export const useBuild = (): BuildData => inside(useContext(Data));
export const useJudgement = (): BuildJudgement => inside(useContext(Judged));
export const useBuildActions = (): BuildActions => inside(useContext(Actions));
export const useSaving = (): Saving => inside(useContext(SavingContext));
