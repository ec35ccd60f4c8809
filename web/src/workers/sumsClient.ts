import { wrap, type Remote } from 'comlink';
import type { Sums } from './sums.worker.ts';

let remote: Remote<Sums> | undefined;

/** The worker in which everything is judged; started at its first use. */
export function sumsWorker(): Remote<Sums> {
  remote ??= wrap<Sums>(new Worker(new URL('./sums.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}
