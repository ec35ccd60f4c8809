/** Thrown on stopping, so that the asker knows that it was its own wish. */
export const STOPPED = 'stopped';
/** How long a worker computes before it listens again, ms. */
const SLICE_MS = 40;

/** Long work in slices, so that a word to stop is heard; pieces of work take turns. */
export class Driver {
  private readonly running = new Set<number>();

  stop(ticket: number): void {
    this.running.delete(ticket);
  }

  async run<P, T>(ticket: number, work: Generator<P, T>, tell: (progress: P) => void): Promise<T> {
    this.running.add(ticket);
    try {
      let until = performance.now() + SLICE_MS;
      for (;;) {
        const next = work.next();
        if (next.done) return next.value;
        if (performance.now() < until) continue;
        tell(next.value);
        await new Promise((resolve) => setTimeout(resolve, 0));
        if (!this.running.has(ticket)) throw new Error(STOPPED);
        until = performance.now() + SLICE_MS;
      }
    } finally {
      this.running.delete(ticket);
    }
  }
}
