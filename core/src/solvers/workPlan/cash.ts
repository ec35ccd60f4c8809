import type { BillLine } from '../../model/index.ts';
import { momentsOf } from '../../units/index.ts';
import type { Stretch } from './tasks.ts';

/** What is ordered arrives so long before it is wanted, days. */
const EARLY_DAYS = 7;
/** What is left of a donor is sold so long after the work has begun on it, days. */
const SOLD_AFTER_DAYS = 30;
export const MONTH_DAYS = 30.4375;
/** Bought already: nothing of it is to come. */
const BOUGHT = new Set(['ordered', 'received', 'fitted']);

export interface Due {
  readonly line: BillLine;
  readonly money: number;
  /** Days from the begin of the work on which it is paid: ordered in time to be there when it is wanted. */
  readonly day: number;
  /** Days by which it comes later than it is wanted, though it were ordered at once. */
  readonly lateDays: number;
  /** Moved here because its own month was full. */
  readonly moved: boolean;
}

export interface CashPlan {
  readonly dues: readonly Due[];
  /** Spent before the begin, or ordered already. */
  readonly spent: number;
  /** Months, from the begin, in which more is due than the limit allows and no month before has room. */
  readonly over: readonly number[];
  readonly finishDay: number;
}

/**
 * When the money of a bill is due: each line is ordered its lead time and a week before its stretch of work begins; where a monthly limit
 * binds, earlier ones take what a month can’t hold.
 */
export function cashPlan(
  stretches: readonly Stretch[],
  { hoursPerWeek, monthlyLimit }: { readonly hoursPerWeek: number; readonly monthlyLimit?: number | undefined },
): CashPlan {
  const dayOf = (hours: number) => (7 * hours) / hoursPerWeek;
  const dues: Due[] = [];
  let spent = 0;
  for (const stretch of stretches)
    for (const line of stretch.lines) {
      const money = momentsOf(line.price, line.event).mean;
      if (money === 0) continue;
      if (line.kept?.paid !== undefined || BOUGHT.has(line.kept?.status ?? '')) {
        spent += money;
        continue;
      }
      const wanted = dayOf(stretch.startsAt);
      const day = money < 0 ? wanted + SOLD_AFTER_DAYS : wanted - line.leadDays - EARLY_DAYS;
      dues.push({
        line,
        money,
        day: Math.max(0, day),
        lateDays: money < 0 ? 0 : Math.max(0, -EARLY_DAYS - day),
        moved: false,
      });
    }
  const over = new Set<number>();
  const placed = dues.sort((a, b) => a.day - b.day);
  if (monthlyLimit !== undefined) {
    const monthOf = (d: Due) => Math.floor(d.day / MONTH_DAYS);
    const sums = new Map<number, number>();
    // From the last month back: what one can’t hold goes to the one before.
    for (let i = placed.length - 1; i >= 0; i--) {
      const due = placed[i]!;
      if (due.money < 0) continue;
      let month = monthOf(due);
      while (month > 0 && (sums.get(month) ?? 0) + due.money > monthlyLimit) month--;
      const moved = month !== monthOf(due);
      const total = (sums.get(month) ?? 0) + due.money;
      sums.set(month, total);
      if (total > monthlyLimit) over.add(month);
      if (moved) placed[i] = { ...due, day: Math.max(0, (month + 1) * MONTH_DAYS - 1), moved };
    }
    placed.sort((a, b) => a.day - b.day);
  }
  const last = stretches.at(-1);
  return {
    dues: placed,
    spent,
    over: [...over].sort((a, b) => a - b),
    finishDay: last ? dayOf(last.startsAt + last.hours) : 0,
  };
}
