export interface Times {
  readonly p50Ms: number;
  readonly p95Ms: number;
  readonly count: number;
}

export const round = (x: number, digits = 3): number => Number(x.toFixed(digits));

export function summary(samples: readonly number[]): Times {
  return { p50Ms: share(samples, 0.5), p95Ms: share(samples, 0.95), count: samples.length };
}

/** The figure that so large a share of some samples stays below. */
export function share(samples: readonly number[], part: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return round(sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))]!);
}

/** Milliseconds that each of some runs took, after some that warm up. */
export function timed(runs: number, warm: number, work: () => void): number[] {
  for (let i = 0; i < warm; i++) work();
  const samples: number[] = [];
  for (let i = 0; i < runs; i++) {
    const t = performance.now();
    work();
    samples.push(performance.now() - t);
  }
  return samples;
}
