import type { BillLine } from '../../model/index.ts';
import { EVIDENCE, NOTHING, type Distribution, type Evidence } from '../../units/index.ts';

/** Of a price, likely to be asked for once more by what is on no list, by how well it is known; at most three times as much. A guide. */
export const PUT_ASIDE: Readonly<Record<Evidence, number>> = {
  measured: 0.01,
  published: 0.04,
  claimed: 0.08,
  estimated: 0.15,
};
const AT_MOST = 3;
const PAID: ReadonlySet<string> = new Set(['received', 'fitted', 'sold', 'returned']);

/** Money put aside for what is on no list: the less is known of a bill, the more. Of what is paid or in hand nothing is put aside. */
export function putAside(lines: readonly BillLine[]): { readonly price: Distribution; readonly why: string } {
  const open = lines.filter((l) => l.price.likely > 0 && l.kept?.paid === undefined && !PAID.has(l.kept?.status ?? ''));
  const shares = EVIDENCE.map((evidence) => ({
    evidence,
    money: open.filter((l) => l.evidence === evidence).reduce((s, l) => s + l.price.likely, 0),
  })).filter((s) => s.money > 0);
  const likely = shares.reduce((s, x) => s + PUT_ASIDE[x.evidence] * x.money, 0);
  return {
    price: likely > 0 ? { low: 0, likely, high: AT_MOST * likely } : NOTHING,
    why: shares.map((s) => `${100 * PUT_ASIDE[s.evidence]} % of what is ${s.evidence}`).join(', '),
  };
}
