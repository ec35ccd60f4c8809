import type { Library } from '@sable/core';
import { wrap, type Remote } from 'comlink';
import type { Sums } from './sums.worker.ts';

export interface Thread {
  readonly sums: Remote<Sums>;
  /** Tells it the library, unless it has this one already; whether it had to be told. */
  readonly know: (library: Library) => boolean;
  readonly end: () => void;
}

/** A thread of its own for sums. */
export function startThread(): Thread {
  const worker = new Worker(new URL('./sums.worker.ts', import.meta.url), { type: 'module' });
  const sums = wrap<Sums>(worker);
  let known: Library | undefined;
  return {
    sums,
    know: (library) => {
      if (known === library) return false;
      known = library;
      void sums.setLibrary(library);
      return true;
    },
    end: () => worker.terminate(),
  };
}

const once = (): (() => Thread) => {
  let thread: Thread | undefined;
  return () => (thread ??= startThread());
};

/** The thread in which everything is judged; started at its first use. */
export const judgingThread = once();
/** The thread for what is asked beside the judgement, so that no search keeps a judgement waiting. */
export const askingThread = once();

let lastTicket = 0;
/** What a piece of work is stopped by. */
export const newTicket = (): number => ++lastTicket;
