/** Thrown on stopping, so that the asker knows that it was its own wish. */
export const STOPPED = 'stopped';
/** How long a worker computes before it listens again, ms. */
const SLICE_MS = 40;

/** Long work in slices, one piece at a time: a new piece, or a word, ends the one before it. */
export class Driver {
  private turn = 0;

  stop(): void {
    this.turn++;
  }

  async run<P, T>(work: Generator<P, T>, tell: (progress: P) => void): Promise<T> {
    const mine = ++this.turn;
    let until = performance.now() + SLICE_MS;
    for (;;) {
      const next = work.next();
      if (next.done) return next.value;
      if (performance.now() < until) continue;
      tell(next.value);
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (this.turn !== mine) throw new Error(STOPPED);
      until = performance.now() + SLICE_MS;
    }
  }
}
