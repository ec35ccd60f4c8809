import type { Library } from '@sable/core';
import type { SumProgress } from '@sable/core';
import { expose } from 'comlink';
import { Driver } from './driven.ts';
import { forget, judge, setLibrary } from './judging.ts';
import type { ReadScan, WrapQuestion } from './scans.ts';
import type { Wrapped } from '@sable/core/geometry/scan';

const driver = new Driver();
let library: Library = { engines: [], gearboxes: [], parts: [] };

/** Everything that the page has computed for it: judgements, sums of the registry by name, scans. */
const sums = {
  setLibrary(next: Library): void {
    library = next;
    setLibrary(next);
  },
  judge,
  forget,

  /**
   * A sum of the registry; the library is added here, where it already is. What is long tells its progress and can be
   * stopped by its ticket. The registry is fetched when the first sum is asked for: judging needs none of it.
   */
  async compute(ticket: number, name: string, input: object, tell: (progress: SumProgress) => void): Promise<unknown> {
    const { isWork, sumNamed } = await import('./registry.ts');
    const sum = sumNamed(name);
    if (!sum) throw new Error(`There is no sum “${name}”.`);
    const answer = sum.run({ ...input, library });
    return isWork(answer) ? driver.run(ticket, answer, tell) : answer;
  },

  async readScan(name: string, content: ArrayBuffer, unit: 'mm' | 'in'): Promise<ReadScan> {
    return (await import('./scans.ts')).readScan(name, content, unit);
  },
  async wrapScan(ticket: number, question: WrapQuestion, tell: (share: number) => void): Promise<Wrapped> {
    return driver.run(ticket, (await import('./scans.ts')).wrapRead(question), tell);
  },

  stop(ticket: number): void {
    driver.stop(ticket);
  },
};

export type Sums = typeof sums;
expose(sums);
