import type { BillLine } from '../../model/index.ts';
import { CLASS_CORRELATION, fillNormals, seeded } from '../../units/index.ts';
import { drawInto, percentile } from '../moneyDraws/index.ts';
import { HANDS_WANTED, type Stretch, type StretchId } from './tasks.ts';

const WEEK_DAYS = 7;
const DRAWS = 1000;
const SEED = 17_600;
/** In hand, or for nobody to order. */
const THERE: ReadonlySet<string> = new Set(['have', 'from the shelf', 'transfer', 'received', 'fitted', 'sold']);

/** How it is worked on. */
export interface Pace {
  readonly hoursPerWeek: number;
  readonly hands?: number | undefined;
  readonly monthlyLimit?: number | undefined;
  /** Whether work waits for what is on its way; it does. */
  readonly waits?: boolean | undefined;
}

export interface WorkSchedule {
  /** Days from the begin on which each stretch begins and ends. */
  readonly days: ReadonlyMap<StretchId, { readonly start: number; readonly end: number }>;
  /** When it runs: all but what is kept for later. */
  readonly finishDay: number;
  /** The end of all. */
  readonly endDay: number;
}

/** Days from the order to the day on which it is there. */
export const leadOf = ({ leadDays, lateDays = 0 }: Pick<BillLine, 'leadDays' | 'lateDays'>): number =>
  leadDays + lateDays;

/** The soonest day on which all that a stretch wants can be there, though it were ordered at the begin. */
const thereOn = ({ lines }: Stretch): number =>
  Math.max(0, ...lines.filter((l) => !THERE.has(l.kept?.status ?? '')).map((l) => leadOf(l)));

/**
 * One stretch after another as hands are free: of those that could begin, what has the least slack first. Hours are those of one person, a
 * week of each; what wants two pairs of hands has both, where there are two, for half the time. Outside work waits for its own days and
 * takes nobody.
 */
export function workSchedule(
  stretches: readonly Stretch[],
  { hoursPerWeek, hands = 1, waits = true }: Pace,
  hoursOf: (s: Stretch, i: number) => number = (s) => s.hours,
): WorkSchedule {
  const days = new Map<StretchId, { start: number; end: number }>();
  const waiting = stretches.map((stretch, i) => {
    const at = Math.min(hands, HANDS_WANTED.has(stretch.id) ? 2 : 1);
    const hours = hoursOf(stretch, i);
    return {
      stretch,
      at: hours > 0 ? at : 0,
      lasts: (WEEK_DAYS * hours) / hoursPerWeek / at,
      from: waits ? thereOn(stretch) : 0,
    };
  });
  const running: { readonly id: StretchId; readonly until: number; readonly at: number }[] = [];
  let free = hands;
  let day = 0;
  const here = new Set<string>(stretches.map((s) => s.id));
  while (waiting.length > 0 || running.length > 0) {
    // In the order of the stretches, which is by slack.
    for (let i = 0; i < waiting.length; i++) {
      const { stretch, at, lasts, from } = waiting[i]!;
      const open = stretch.after.some((id) => here.has(id) && !(days.has(id) && !running.some((r) => r.id === id)));
      if (open || from > day + 1e-9 || at > free) continue;
      waiting.splice(i--, 1);
      free -= at;
      days.set(stretch.id, { start: day, end: day + lasts });
      running.push({ id: stretch.id, until: day + lasts, at });
    }
    const next = Math.min(
      ...running.map((r) => r.until),
      ...waiting.filter((w) => w.from > day + 1e-9).map((w) => w.from),
    );
    if (!Number.isFinite(next)) break;
    day = Math.max(day, next);
    for (let i = running.length - 1; i >= 0; i--)
      if (running[i]!.until <= day + 1e-9) {
        free += running[i]!.at;
        running.splice(i, 1);
      }
  }
  const ends = [...days].map(([id, d]) => ({ id, end: d.end }));
  return {
    days,
    finishDay: Math.max(0, ...ends.filter((e) => e.id !== 'later').map((e) => e.end)),
    endDay: Math.max(0, ...ends.map((e) => e.end)),
  };
}

export interface FinishSpread {
  readonly p10: number;
  readonly p50: number;
  readonly p80: number;
  readonly p95: number;
}

/** How far the day on which it runs may be out: the hours of every line drawn, with one factor common to all, and scheduled anew each time. */
export function finishSpread(stretches: readonly Stretch[], pace: Pace, draws = DRAWS, seed = SEED): FinishSpread {
  const uniform = seeded(seed);
  const drawn = () => new Float64Array(draws);
  const common = drawn();
  fillNormals(common, uniform);
  const [own, z, h] = [drawn(), drawn(), drawn()];
  const [shared, alone] = [Math.sqrt(CLASS_CORRELATION), Math.sqrt(1 - CLASS_CORRELATION)];
  const hours = stretches.map(({ lines }) => {
    const sum = drawn();
    for (const line of lines) {
      if (line.hours.high === 0) continue;
      fillNormals(own, uniform);
      for (let k = 0; k < draws; k++) z[k] = shared * common[k]! + alone * own[k]!;
      drawInto(h, z, line.hours);
      for (let k = 0; k < draws; k++) sum[k] = sum[k]! + h[k]!;
    }
    return sum;
  });
  const days = drawn();
  for (let k = 0; k < draws; k++) days[k] = workSchedule(stretches, pace, (_, i) => hours[i]![k]!).finishDay;
  days.sort();
  return {
    p10: percentile(days, 0.1),
    p50: percentile(days, 0.5),
    p80: percentile(days, 0.8),
    p95: percentile(days, 0.95),
  };
}
