import { InputError } from '@sable/core';
import { Tinypool } from 'tinypool';
import { Problem } from '../http/problem.ts';
import type { SumOutcome, SumTask } from './sumWorker.ts';

export interface PoolLimits {
  readonly threads: number;
  /** How many sums may wait for a thread. */
  readonly queue: number;
  /** How long one may take, its waiting included, s. */
  readonly seconds: number;
}

export const POOL_LIMITS: PoolLimits = { threads: 2, queue: 16, seconds: 30 };
/** Memory of one thread, MB. */
const MEMORY_MB = 512;

/**
 * Sums in threads of their own, so that a long one holds up no other answer. Each has a time limit; more than
 * so many waiting are refused; one whose asker has gone is ended.
 */
export class SumPool {
  private readonly file: string;
  private readonly limits: PoolLimits;
  private pool: Tinypool | undefined;

  /** `file` is the bundle of sumWorker.ts. */
  constructor(file: string, limits: PoolLimits = POOL_LIMITS) {
    this.file = file;
    this.limits = limits;
  }

  /** The threads, started at the first sum: a shop that asks for none has none. */
  private threads(): Tinypool {
    this.pool ??= new Tinypool({
      filename: this.file,
      // As many at least as at most: a thread that was ended is made anew at once, else those that wait would wait for ever.
      minThreads: this.limits.threads,
      maxThreads: this.limits.threads,
      maxQueue: this.limits.queue,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    return this.pool;
  }

  /**
   * @throws InputError as the sum throws it, Problem 429 where too many wait, 503 where the time is over, the memory is used
   * up, or the asker has gone.
   */
  async run(task: SumTask, gone: AbortSignal): Promise<unknown> {
    const { seconds, queue } = this.limits;
    const over = new AbortController();
    const end = () => over.abort();
    gone.addEventListener('abort', end);
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      end();
    }, seconds * 1000);
    try {
      const outcome = (await this.threads().run(task, { signal: over.signal })) as SumOutcome;
      if ('fault' in outcome) throw new InputError(outcome.fault.pointer, outcome.fault.message);
      return outcome.output;
    } catch (error) {
      if (late)
        throw new Problem(
          503,
          `This took longer than the ${seconds} s that a sum may take, waiting included. Ask for less at once.`,
        );
      if (gone.aborted) throw new Problem(503, 'Nobody waits for this any more.');
      const { message, code } = error as Error & { code?: string };
      if (/queue is at limit/i.test(message))
        throw new Problem(429, `${queue} sums wait already. Ask again in a few seconds.`);
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(503, `This needs more than the ${MEMORY_MB} MB that a sum may take. Ask for less at once.`);
      throw error;
    } finally {
      clearTimeout(timer);
      gone.removeEventListener('abort', end);
    }
  }

  async close(): Promise<void> {
    await this.pool?.destroy();
  }
}
