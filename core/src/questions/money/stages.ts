import type { BillLine } from '../../model/index.ts';
import { momentsOf, pert } from '../../units/index.ts';
import type { Bill } from './bill.ts';

/** What a line is expected to cost with the work on it. */
export const expectedOf = (l: BillLine): number => momentsOf(l.price, l.event).mean + pert(l.hours).mean * l.hourly;

/** Done already: it can no longer be left out. */
const SPENT: ReadonlySet<string> = new Set(['have', 'ordered', 'received', 'fitted']);

export interface StageSums {
  /** Until it runs, and for the power to come; expected money with the work on it, and hours. */
  readonly first: { readonly money: number; readonly hours: number };
  readonly later: { readonly money: number; readonly hours: number };
  /** Lines that a later one takes the place of: paid for and worked on twice. */
  readonly twice: readonly {
    readonly id: string;
    readonly name: string;
    readonly money: number;
    readonly hours: number;
    readonly by: string;
  }[];
  /** All of it where what lasts is bought at once; with what is bought twice it is both stages. */
  readonly once: number;
}

/** The stages of a bill: running first, then what is marked for later, and what of the first is bought and done twice. */
export function stagesOf({ lines }: Pick<Bill, 'lines'>): StageSums {
  const work = lines.filter((l) => l.id !== 'labour');
  const sum = (of: readonly BillLine[]) => ({
    money: of.reduce((s, l) => s + expectedOf(l), 0),
    hours: of.reduce((s, l) => s + pert(l.hours).mean, 0),
  });
  const later = work.filter((l) => l.stage === 'later');
  const first = work.filter((l) => l.stage !== 'later');
  const twice = first.flatMap((line) => {
    const by = later.find((l) => l.kept?.insteadOf === line.id);
    if (!by || line.kept?.paid !== undefined || SPENT.has(line.kept?.status ?? '')) return [];
    const { money, hours } = sum([line]);
    return money > 0 || hours > 0 ? [{ id: line.id, name: line.name, money, hours, by: by.id }] : [];
  });
  const [now, then] = [sum(first), sum(later)];
  return { first: now, later: then, twice, once: now.money + then.money - twice.reduce((s, x) => s + x.money, 0) };
}
