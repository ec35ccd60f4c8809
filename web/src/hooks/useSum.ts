import type { CandidateSumInput, CandidateSumName, CandidateSumOutput, SumProgress } from '@sable/core';
import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { sumsThread, newTicket } from '../workers/client.ts';
import { useBuild } from './buildState.tsx';

/** What a sum is asked; the library is known where it is worked out. */
export type Question<N extends CandidateSumName> = Omit<CandidateSumInput<N>, 'library'>;

interface Standing<N extends CandidateSumName> {
  readonly running: boolean;
  /** How far it is, once it has told; undefined while nothing runs. */
  readonly progress: SumProgress | undefined;
  /** The last answer; it stays until another one is there, or it is put away. */
  readonly answer: CandidateSumOutput<N> | undefined;
  /** What that answers. */
  readonly to: Question<N> | undefined;
  readonly fault: string | undefined;
}

export interface Summed<N extends CandidateSumName> extends Standing<N> {
  readonly ask: (question: Question<N>) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

const QUIET = { running: false, progress: undefined, answer: undefined, to: undefined, fault: undefined };

/**
 * A sum of the registry, worked out in a thread: asked by `ask`, or by itself whenever `question` is another one. The
 * newest question wins, an older one is stopped; leaving the screen stops it too.
 */
export function useSum<N extends CandidateSumName>(name: N, question?: Question<N>): Summed<N> {
  const { library } = useBuild();
  const [standing, setStanding] = useState<Standing<N>>(QUIET);
  const mine = useRef(0);
  const drop = useCallback(() => {
    if (mine.current !== 0) void sumsThread().does.stop(mine.current);
    mine.current = 0;
  }, []);
  const stop = useCallback(() => {
    drop();
    setStanding((old) => ({ ...old, running: false, progress: undefined }));
  }, [drop]);
  const clear = useCallback(() => {
    drop();
    setStanding(QUIET);
  }, [drop]);
  const ask = useCallback(
    (next: Question<N>) => {
      drop();
      const ticket = newTicket();
      mine.current = ticket;
      const ifMine = (change: (old: Standing<N>) => Standing<N>) => {
        if (mine.current === ticket) setStanding(change);
      };
      ifMine((old) => ({ ...old, running: true, progress: { share: 0 }, fault: undefined }));
      const thread = sumsThread();
      thread.know(library);
      thread.does
        .compute(
          ticket,
          name,
          next,
          proxy((progress: SumProgress) => ifMine((old) => (old.running ? { ...old, progress } : old))),
        )
        .then(
          (answer) => ifMine(() => ({ ...QUIET, answer: answer as CandidateSumOutput<N>, to: next })),
          (e: unknown) => ifMine(() => ({ ...QUIET, fault: e instanceof Error ? e.message : String(e) })),
        );
    },
    [drop, library, name],
  );
  useEffect(() => {
    if (question) ask(question);
  }, [ask, question]);
  useEffect(() => drop, [drop]);
  return { ...standing, ask, stop, clear };
}
