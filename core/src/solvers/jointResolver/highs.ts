import type { Highs } from 'highs';

let solver: Highs | undefined;

/** Loads the solver of integer programs (HiGHS, in WebAssembly) where it is not there yet: 3.5 MB that nothing else waits for. */
export async function loadHighs(): Promise<void> {
  solver ??= await (await import('highs')).default({});
}

/** A choice of columns: each 0 or 1. Rows are sums of columns within bounds. */
export interface BinaryProgram {
  /** Cost of each column. */
  readonly costs: readonly number[];
  readonly rows: readonly BinaryRow[];
}
export interface BinaryRow {
  readonly terms: readonly (readonly [column: number, times: number])[];
  readonly atLeast?: number;
  readonly atMost?: number;
}

/** The columns that are 1 in a choice of least cost; undefined where no choice satisfies every row. @throws Error where it was not loaded. */
export function solveBinary({ costs, rows }: BinaryProgram): Set<number> | undefined {
  if (!solver) throw new Error('Solver not loaded.');
  if (costs.length === 0) return rows.every((r) => (r.atLeast ?? 0) <= 0) ? new Set() : undefined;
  const number = (v: number) => Number(v.toPrecision(12)).toString();
  const sum = (terms: BinaryRow['terms']) =>
    terms.map(([c, t]) => `${t < 0 ? '-' : '+'} ${number(Math.abs(t))} x${c}`).join(' ');
  const lines: string[] = [];
  for (const r of rows) {
    if (r.terms.length === 0) {
      if ((r.atLeast ?? 0) > 0 || (r.atMost ?? 0) < 0) return undefined;
      continue;
    }
    if (r.atLeast !== undefined) lines.push(` ${sum(r.terms)} >= ${number(r.atLeast)}`);
    if (r.atMost !== undefined) lines.push(` ${sum(r.terms)} <= ${number(r.atMost)}`);
  }
  const columns = costs.map((_, i) => `x${i}`);
  const model = [
    'Minimize',
    ` obj: ${sum(costs.map((c, i) => [i, c] as const))}`,
    'Subject To',
    ...(lines.length > 0 ? lines : [' + 1 x0 >= 0']),
    'Binary',
    ` ${columns.join(' ')}`,
    'End',
  ].join('\n');
  const answer = solver.solve(model, { mip_rel_gap: 0, mip_abs_gap: 1e-9 });
  if (answer.Status === 'Infeasible') return undefined;
  if (answer.Status !== 'Optimal') throw new Error(`The solver ended with “${answer.Status}”.`);
  return new Set(
    columns.flatMap((name, i) => ((answer.Columns[name] as { readonly Primal: number }).Primal > 0.5 ? [i] : [])),
  );
}
