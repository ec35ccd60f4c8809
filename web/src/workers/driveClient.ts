import type { Library } from '@sable/core';
import { wrap, type Remote } from 'comlink';
import type { DriveSums } from './drive.worker.ts';

let remote: Remote<DriveSums> | undefined;
let sent: Library | undefined;

/** The worker that runs cars and sweeps gearings; started at its first use, apart from the one that judges. */
export function driveWorker(library: Library): Remote<DriveSums> {
  remote ??= wrap<DriveSums>(new Worker(new URL('./drive.worker.ts', import.meta.url), { type: 'module' }));
  if (sent !== library) void remote.setLibrary(library);
  sent = library;
  return remote;
}
