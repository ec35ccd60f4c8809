import type { Library } from '@sable/core';
import { wrap, type Remote } from 'comlink';
import type { Judging } from './judging.worker.ts';
import type { Sums } from './sums.worker.ts';

interface Thread<T> {
  readonly does: Remote<T>;
  /** Tells it the library, unless it has this one already; whether it had to be told. */
  readonly know: (library: Library) => boolean;
  readonly end: () => void;
}

function threadOf<T extends { setLibrary: (library: Library) => void }>(worker: Worker): Thread<T> {
  const does = wrap<T>(worker);
  let known: Library | undefined;
  return {
    does,
    know: (library) => {
      if (known === library) return false;
      known = library;
      void (does as Remote<{ setLibrary: (library: Library) => void }>).setLibrary(library);
      return true;
    },
    end: () => worker.terminate(),
  };
}

const once = <T>(start: () => Thread<T>): (() => Thread<T>) => {
  let thread: Thread<T> | undefined;
  return () => (thread ??= start());
};

export type SumsThread = Thread<Sums>;

/** A thread of its own for sums. */
export const startSums = (): SumsThread =>
  threadOf<Sums>(new Worker(new URL('./sums.worker.ts', import.meta.url), { type: 'module' }));

/** The thread for what is asked beside the judgement, so that no search keeps a judgement waiting. */
export const sumsThread = once(startSums);

/** The thread in which everything is judged; started at its first use. */
export const judgingThread = once(() =>
  threadOf<Judging>(new Worker(new URL('./judging.worker.ts', import.meta.url), { type: 'module' })),
);

let lastTicket = 0;
/** What a piece of work is stopped by. */
export const newTicket = (): number => ++lastTicket;
