import type { Transferable } from 'node:worker_threads';
import { Tinypool } from 'tinypool';
import { Problem } from '../http/problem.ts';
import type { Outcome } from './outcome.ts';

export interface PoolLimits {
  /** What the work is called, where it is refused. */
  readonly work: string;
  readonly threads: number;
  /** How many may wait for a thread. */
  readonly queue: number;
  /** How long one may take, its waiting included, s. */
  readonly seconds: number;
  /** Memory of one thread, MB. */
  readonly memoryMb: number;
}

export const SUM_LIMITS: PoolLimits = { work: 'sum', threads: 2, queue: 16, seconds: 30, memoryMb: 512 };
/** One at a time: what comes in is written in one transaction anyhow. */
export const FILE_LIMITS: PoolLimits = { work: 'file', threads: 1, queue: 8, seconds: 120, memoryMb: 1024 };

/**
 * Work in threads of its own, so that a long one holds up no other answer. Each has a time limit; more than
 * so many waiting are refused; one whose asker has gone is ended.
 */
export class WorkPool<Task> {
  private readonly file: string;
  private readonly limits: PoolLimits;
  private pool: Tinypool | undefined;

  /** `file` is the bundle that the threads start from; it answers each task with its outcome. */
  constructor(file: string, limits: PoolLimits) {
    this.file = file;
    this.limits = limits;
  }

  /** The threads, started at the first task: a shop that asks for none has none. */
  private threads(): Tinypool {
    this.pool ??= new Tinypool({
      filename: this.file,
      // As many at least as at most: a thread that was ended is made anew at once, else those that wait would wait for ever.
      minThreads: this.limits.threads,
      maxThreads: this.limits.threads,
      maxQueue: this.limits.queue,
      resourceLimits: { maxOldGenerationSizeMb: this.limits.memoryMb },
    });
    return this.pool;
  }

  /**
   * @param handedOver of the task, what goes to the thread and is no longer here
   * @throws Problem as the work names it; 429 where too many wait; 503 where the time is over, the memory is used
   * up, or the asker has gone.
   */
  async run(task: Task, gone: AbortSignal, handedOver: readonly Transferable[] = []): Promise<unknown> {
    const { seconds, queue, work, memoryMb } = this.limits;
    const over = new AbortController();
    const end = () => over.abort();
    gone.addEventListener('abort', end);
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      end();
    }, seconds * 1000);
    try {
      const options = { signal: over.signal, transferList: [...handedOver] as never };
      const outcome = (await this.threads().run(task, options)) as Outcome;
      if ('problem' in outcome) {
        const { status, detail, errors, more } = outcome.problem;
        throw new Problem(status, detail, errors, more);
      }
      return outcome.output;
    } catch (error) {
      if (late)
        throw new Problem(
          503,
          `Time limit of ${seconds} s for a ${work} exceeded, waiting included. Request less at once.`,
        );
      if (gone.aborted) throw new Problem(503, 'Cancelled by the client.');
      const { message, code } = error as Error & { code?: string };
      if (/queue is at limit/i.test(message))
        throw new Problem(429, `${queue} ${work}s are waiting already. Try again in a few seconds.`);
      if (code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new Problem(503, `Memory limit of ${memoryMb} MB for a ${work} exceeded. Request less at once.`);
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
