import type { Check, State, Verdictable } from '../../model/index.ts';

/** What one change did to one row. */
export interface Changed {
  readonly id: string;
  readonly title: string;
  readonly quantity: Check['quantity'];
  readonly before: { readonly value: number | undefined; readonly state: State };
  readonly after: { readonly value: number | undefined; readonly state: State };
}

/** Smaller than this share of its own scatter, a difference is not worth a line. */
const NOISE = 1e-6;

/** The rows whose figure or state differs between two assessments, changed states first. */
export function whatChanged(before: Verdictable, after: Verdictable): Changed[] {
  const old = new Map(before.checks.map((c) => [c.id, c]));
  const rows: Changed[] = [];
  for (const check of after.checks) {
    const was = old.get(check.id);
    const same = was && was.state === check.state && nearly(was.value, check.value);
    if (same) continue;
    rows.push({
      id: check.id,
      title: check.title,
      quantity: check.quantity,
      before: { value: was?.value, state: was?.state ?? 'unknown' },
      after: { value: check.value, state: check.state },
    });
  }
  const flipped = (r: Changed) => (r.before.state === r.after.state ? 1 : 0);
  return rows.sort((a, b) => flipped(a) - flipped(b));
}

function nearly(a: number | undefined, b: number | undefined): boolean {
  if (a === undefined || b === undefined) return a === b;
  return Math.abs(a - b) <= NOISE * Math.max(1, Math.abs(a));
}
