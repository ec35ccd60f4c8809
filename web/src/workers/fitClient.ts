import type { Library } from '@sable/core';
import { wrap, type Remote } from 'comlink';
import type { FitSums } from './fit.worker.ts';

let remote: Remote<FitSums> | undefined;
let sent: Library | undefined;

/** The worker that searches places, recipes and ways in; started at its first use, apart from the one that judges. */
export function fitWorker(library: Library): Remote<FitSums> {
  remote ??= wrap<FitSums>(new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' }));
  if (sent !== library) void remote.setLibrary(library);
  sent = library;
  return remote;
}
