import { MONTH_DAYS, momentsOf, pert } from '../../units/index.ts';
import { leadOf, workSchedule, type Pace, type WorkSchedule } from './schedule.ts';
import type { Stretch } from './tasks.ts';

/** What is ordered arrives so long before it is wanted, days. */
const EARLY_DAYS = 7;
/** What is left of a donor is sold so long after the work has begun on it, days. */
const SOLD_AFTER_DAYS = 30;
/** Bought already: nothing of it is to come. */
const BOUGHT = new Set(['ordered', 'received', 'fitted']);

export interface Due {
  readonly id: string;
  readonly name: string;
  /** What it is for. */
  readonly stretch: string;
  readonly money: number;
  /** Days from the begin of the work on which it is paid: ordered in time to be there when it is wanted. */
  readonly day: number;
  /** Days by which it comes later than it could be used, though it were ordered at once. */
  readonly lateDays: number;
  /** Moved here because its own month was full. */
  readonly moved: boolean;
  /** Its day can’t be another: labour is paid when it is done, leftovers when they are sold. */
  readonly fixed: boolean;
  /** Ordered together with the others of this name. */
  readonly set?: string;
}

export interface CashPlan {
  readonly dues: readonly Due[];
  /** Spent before the begin, or ordered already. */
  readonly spent: number;
  /** Months, from the begin, in which more is due than the limit allows and no month before has room. */
  readonly over: readonly number[];
  readonly finishDay: number;
  readonly days: WorkSchedule['days'];
}

/**
 * When the money of a bill is due: each line is ordered its lead time and a week before its stretch of work begins, those of one set
 * together; labour is paid at the end of its stretch. Where a monthly limit binds, earlier months take what one can’t hold.
 */
export function cashPlan(stretches: readonly Stretch[], pace: Pace): CashPlan {
  const { monthlyLimit } = pace;
  const { days, finishDay } = workSchedule(stretches, pace);
  const { days: unhindered } = workSchedule(stretches, { ...pace, waits: false });
  const dues: Due[] = [];
  const sets = new Map<string, number>();
  let spent = 0;
  for (const stretch of stretches) {
    const { start: wanted, end } = days.get(stretch.id)!;
    const labour = stretch.lines.reduce((s, l) => s + pert(l.hours).mean * l.hourly, 0);
    if (labour > 0)
      dues.push({
        id: `labour-${stretch.id}`,
        name: 'Labour',
        stretch: stretch.title,
        money: labour,
        day: end,
        lateDays: 0,
        moved: false,
        fixed: true,
      });
    for (const line of stretch.lines) {
      const money = momentsOf(line.price, line.event).mean;
      if (money === 0) continue;
      if (line.kept?.paid !== undefined || BOUGHT.has(line.kept?.status ?? '')) {
        spent += money;
        continue;
      }
      const day = money < 0 ? wanted + SOLD_AFTER_DAYS : wanted - leadOf(line) - EARLY_DAYS;
      const set = money < 0 ? undefined : line.kept?.set;
      if (set !== undefined) sets.set(set, Math.min(sets.get(set) ?? Infinity, Math.max(0, day)));
      dues.push({
        id: line.id,
        name: line.name,
        stretch: stretch.title,
        money,
        day: Math.max(0, day),
        lateDays: money < 0 ? 0 : Math.max(0, leadOf(line) - unhindered.get(stretch.id)!.start),
        moved: false,
        fixed: money < 0,
        ...(set === undefined ? {} : { set }),
      });
    }
  }
  for (const [i, due] of dues.entries()) if (due.set !== undefined) dues[i] = { ...due, day: sets.get(due.set)! };
  const over = new Set<number>();
  const placed = dues.sort((a, b) => a.day - b.day);
  if (monthlyLimit !== undefined) {
    const monthOf = (d: Due) => Math.floor(d.day / MONTH_DAYS);
    const sums = new Map<number, number>();
    // What can’t be another day has its room first.
    for (const due of placed) {
      if (!due.fixed || due.money < 0) continue;
      const total = (sums.get(monthOf(due)) ?? 0) + due.money;
      sums.set(monthOf(due), total);
      if (total > monthlyLimit) over.add(monthOf(due));
    }
    // From the last month back: what one can’t hold goes to the one before.
    for (let i = placed.length - 1; i >= 0; i--) {
      const due = placed[i]!;
      if (due.fixed) continue;
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
  return {
    dues: placed,
    spent,
    over: [...over].sort((a, b) => a - b),
    finishDay,
    days,
  };
}
