import type { Library, SumProgress } from '@sable/core';
import { isWork } from '@sable/core/model';
import { sumNamed } from '@sable/core/sums';
import type { WrapOptions, WrapProgress } from '@sable/core/geometry/scan';
import type { ScanUnit } from '@sable/core/formats/mesh';
import { expose } from 'comlink';
import { Driver } from './driven.ts';
import type { ReadScan, WrappedInTime } from './scans.ts';

const driver = new Driver();
let library: Library = { engines: [], gearboxes: [], parts: [] };

/** Whatever the page asks beside the judgement: sums of the registry by name, and scans. */
const sums = {
  setLibrary(next: Library): void {
    library = next;
  },

  /**
   * A sum of the registry; the library is added here, where it already is. What is long tells its progress and can be
   * stopped by its ticket.
   */
  async compute(ticket: number, name: string, input: object, tell: (progress: SumProgress) => void): Promise<unknown> {
    const sum = sumNamed(name);
    if (!sum) throw new Error(`Unknown calculator “${name}”.`);
    await sum.prepare?.();
    const answer = sum.run({ ...input, library });
    return isWork(answer) ? driver.run(ticket, answer, tell) : answer;
  },

  async readScan(name: string, content: ArrayBuffer, told?: ScanUnit): Promise<ReadScan> {
    return (await import('./scans.ts')).readScan(name, content, told);
  },
  async wrapScan(ticket: number, options: WrapOptions, tell: (come: WrapProgress) => void): Promise<WrappedInTime> {
    return driver.run(ticket, (await import('./scans.ts')).wrapRead(options), tell);
  },

  stop(ticket: number): void {
    driver.stop(ticket);
  },
};

export type Sums = typeof sums;
expose(sums);
