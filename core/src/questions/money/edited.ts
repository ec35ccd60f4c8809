import {
  COSTS_NOTHING,
  hourPrice,
  type BillEdit,
  type BillLine,
  type Brief,
  type OwnLine,
  type Subject,
} from '../../model/index.ts';
import { fixed, InputError, NOTHING, type Distribution } from '../../units/index.ts';

const times = (d: Distribution, by: Distribution): Distribution => ({
  low: d.low * by.low,
  likely: d.likely * by.likely,
  high: d.high * by.high,
});

/** @throws InputError at the field unless low ≤ likely ≤ high */
function inOrder(d: Distribution | undefined, pointer: string, of: string): void {
  if (d && !(d.low <= d.likely && d.likely <= d.high))
    throw new InputError(pointer, `“${of}” needs low ≤ likely ≤ high; it is ${d.low}, ${d.likely}, ${d.high}.`);
}

function check(kept: BillEdit | OwnLine, of: string, pointer: string): void {
  inOrder(kept.price, `${pointer}/price`, of);
  inOrder(kept.hours, `${pointer}/hours`, of);
  inOrder(kept.foreign?.rate, `${pointer}/foreign/rate`, `${of}: rate of exchange`);
}

/** How much later than said a supplier has come. */
const lateBy = ({ suppliers }: Brief, name: string | undefined): number =>
  (name !== undefined && suppliers?.find((s) => s.name === name)?.lateDays) || 0;

/** A line with what a person has said of it. */
function withKept(line: BillLine, kept: BillEdit | OwnLine, brief: Brief): BillLine {
  const { price, hours, foreign, status, paid, leadDays } = kept;
  const { unpriced, untimed, event, ...rest } = line;
  const late = lateBy(brief, kept.supplier);
  const own: Distribution | undefined = price && { low: price.low, likely: price.likely, high: price.high };
  const free = status !== undefined && COSTS_NOTHING.has(status);
  const said = paid === undefined ? (free ? fixed(0) : own && (foreign ? times(own, foreign.rate) : own)) : fixed(paid);
  return {
    ...rest,
    kept,
    reckoned: { price: line.price, hours: line.hours },
    price: said ?? line.price,
    hours: hours ?? line.hours,
    evidence: paid === undefined ? (own && !free ? price!.evidence : line.evidence) : 'measured',
    leadDays: leadDays ?? line.leadDays,
    ...(late > 0 ? { lateDays: late } : {}),
    hourly: hourPrice(brief, kept.workBy),
    ...(kept.stage ? { stage: kept.stage } : {}),
    ...(said === undefined && unpriced ? { unpriced } : {}),
    ...(hours === undefined && untimed ? { untimed } : {}),
    // Somebody who has said a price has taken the place of what might happen.
    ...(said === undefined && event ? { event } : {}),
    ...(own && foreign && paid === undefined && !free
      ? { quoted: { currency: foreign.currency, price: own, rate: foreign.rate } }
      : {}),
  };
}

/** A line that somebody has put on the bill, as one of it. */
function ownLine(own: OwnLine, { currency, brief }: Pick<Subject, 'currency' | 'brief'>): BillLine {
  const { quantity = 1, price } = own;
  const each = price && { low: price.low, likely: price.likely, high: price.high };
  return {
    id: `own-${own.id}`,
    name: quantity === 1 ? own.name : `${own.name}, ${quantity} of them`,
    class: own.class,
    why: own.note ?? 'entered by hand',
    price: NOTHING,
    hours: NOTHING,
    hourly: hourPrice(brief),
    currency,
    evidence: each ? price.evidence : 'estimated',
    leadDays: 0,
    discontinued: false,
    ...(each ? {} : { unpriced: true }),
  };
}

/** As many as are wanted, or as many more as they are sold by; what was paid stands. */
function byBatch(line: BillLine, { paid, leastBatch = 1 }: BillEdit | OwnLine, quantity: number): BillLine {
  const count = Math.ceil(quantity / leastBatch) * leastBatch;
  // Less than one, such as half a day, is bought as it is where no batch is told.
  const by = leastBatch === 1 ? quantity : count;
  if (paid !== undefined || by === 1) return line;
  const { quoted } = line;
  const more = fixed(by);
  return {
    ...line,
    ...(by > quantity ? { why: `${line.why}; sold by ${leastBatch}` } : {}),
    price: times(line.price, more),
    ...(quoted ? { quoted: { ...quoted, price: times(quoted.price, more) } } : {}),
  };
}

export interface Edited {
  readonly lines: readonly BillLine[];
  /** Said of lines that are no longer on the bill: kept, for they may come again. */
  readonly orphans: readonly BillEdit[];
}

/**
 * The lines as reckoned with what people have said of them, and the lines that they have put there; `last` is reckoned from all of those.
 * @throws InputError at a field out of order
 */
export function withEdits(
  lines: readonly BillLine[],
  subject: Pick<Subject, 'candidate' | 'currency' | 'brief'>,
  last: (lines: readonly BillLine[]) => BillLine | undefined = () => undefined,
): Edited {
  const { brief } = subject;
  const { id, bill } = subject.candidate;
  if (!bill) return { lines, orphans: [] };
  const at = `/candidates/${id}/bill`;
  const edits = new Map(
    (bill.edits ?? []).map((edit, i) => {
      check(edit, edit.name ?? edit.id, `${at}/edits/${i}`);
      return [edit.id, edit] as const;
    }),
  );
  const edited = (l: BillLine) => {
    const edit = edits.get(l.id);
    return edit ? byBatch(withKept(l, edit, brief), edit, 1) : l;
  };
  const all = [
    ...lines.map(edited),
    ...(bill.own ?? []).map((own, i) => {
      check(own, own.name, `${at}/own/${i}`);
      return byBatch(withKept(ownLine(own, subject), own, brief), own, own.quantity ?? 1);
    }),
  ];
  const rest = last(all);
  const here = new Set([...lines, ...(rest ? [rest] : [])].map((l) => l.id));
  return {
    lines: rest ? [...all, edited(rest)] : all,
    orphans: [...edits.values()].filter((e) => !here.has(e.id)),
  };
}

/** Whether what is reckoned now is another than when a person put their own in its place. */
export function reckonedAnew({ kept, reckoned }: BillLine): boolean {
  if (!kept || !reckoned || 'class' in kept || !kept.was) return false;
  const apart = (a: Distribution | undefined, b: Distribution) =>
    a !== undefined && (['low', 'likely', 'high'] as const).some((k) => Math.abs(a[k] - b[k]) > 0.005);
  return apart(kept.was.price, reckoned.price) || apart(kept.was.hours, reckoned.hours);
}
