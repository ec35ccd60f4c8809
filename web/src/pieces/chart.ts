/** One style for every chart: thin axes, hairline grid, the bench's type. */
export const AXIS = { tick: { fontSize: 12.5, fill: 'var(--muted)' }, stroke: 'var(--line)', tickLine: false } as const;
export const GRID = { stroke: 'var(--line)', strokeWidth: 0.7, vertical: false } as const;

/** Moves labels apart that would lie on one another: given their wanted places, places at least `gap` apart, order kept. */
export function spread(wanted: readonly number[], gap: number): number[] {
  const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
  for (let k = 1; k < order.length; k++) order[k]!.y = Math.max(order[k]!.y, order[k - 1]!.y + gap);
  const out: number[] = [];
  for (const { y, i } of order) out[i] = y;
  return out;
}

/** Round steps for an axis from 0 to at least `top`. */
export function niceTicks(low: number, top: number, count: number): number[] {
  const raw = (top - low) / count;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 2.5, 5, 10].map((m) => m * power).find((s) => s >= raw) ?? raw;
  const first = Math.ceil(low / step - 1e-9) * step;
  const ticks: number[] = [];
  for (let v = first; v <= top + 1e-9; v += step) ticks.push(Number(v.toFixed(6)));
  return ticks;
}
