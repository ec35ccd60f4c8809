import {
  LINE_STATUS,
  type BillEdit,
  type BillEdits,
  type BillLine,
  type Candidate,
  type LineStatus,
  type OwnLine,
} from '@sable/core';
import { readEntry, wordSentence, type Distribution, type Units } from '@sable/core/units';

/** Changes of what people have put to a bill, as functions of the newest content. */
export type ChangeBill = (change: (was: BillEdits) => BillEdits) => void;

/** Changes of the bill of one candidate, saved as changes of that candidate. */
export const changeOf =
  (candidate: Candidate, saveCandidate: (base: Candidate, next: Candidate) => void): ChangeBill =>
  (of) => {
    const { bill: was, ...rest } = candidate;
    const next = of(was ?? {});
    if (next === was) return;
    const kept = tidy(next);
    saveCandidate(candidate, kept ? { ...rest, bill: kept } : rest);
  };

/** What a person keeps of a line, whoever reckoned it. */
export type Kept = Omit<BillEdit, 'id' | 'was' | 'name'>;

export const isOwn = (kept: BillEdit | OwnLine | undefined): kept is OwnLine => kept !== undefined && 'class' in kept;

/** Keys that alone are no edit: they only say of what it is one. */
const FRAME = new Set(['id', 'name', 'was']);
const bare = <T extends object>(thing: { readonly [K in keyof T]: T[K] | undefined }): T =>
  Object.fromEntries(Object.entries(thing).filter(([, v]) => v !== undefined)) as T;

/** What the bill keeps of a line now: a page may show an older state of it. */
const keptIn = (bill: BillEdits, { id, kept }: BillLine): BillEdit | OwnLine | undefined =>
  isOwn(kept) ? bill.own?.find((o) => o.id === kept.id) : bill.edits?.find((e) => e.id === id);

/** A bill with what is kept of a line put in place of what was; an edit that says nothing any more is gone. */
export function withKept(
  bill: BillEdits,
  line: BillLine,
  more: { readonly [K in keyof Kept]?: Kept[K] | undefined },
): BillEdits {
  if (isOwn(line.kept)) {
    const { id } = line.kept;
    return { ...bill, own: (bill.own ?? []).map((o) => (o.id === id ? bare<OwnLine>({ ...o, ...more }) : o)) };
  }
  const edits = bill.edits ?? [];
  const was = edits.find((e) => e.id === line.id);
  const reckoned = line.reckoned ?? { price: line.price, hours: line.hours };
  const next = bare<BillEdit>({
    ...(was ?? { id: line.id, name: wordSentence(line.name, { system: 'metric' }).slice(0, 240) }),
    ...more,
  });
  const seen = {
    ...(next.price === undefined
      ? {}
      : { price: 'price' in more ? reckoned.price : (was?.was?.price ?? reckoned.price) }),
    ...(next.hours === undefined
      ? {}
      : { hours: 'hours' in more ? reckoned.hours : (was?.was?.hours ?? reckoned.hours) }),
  };
  const { was: _seen, ...rest } = next;
  const edit: BillEdit = Object.keys(seen).length === 0 ? rest : { ...rest, was: seen };
  const others = edits.filter((e) => e.id !== line.id);
  const says = Object.keys(edit).some((k) => !FRAME.has(k));
  const list = says ? (was ? edits.map((e) => (e === was ? edit : e)) : [...edits, edit]) : others;
  return { ...bill, edits: list };
}

/** What has been entered is put away where nothing is left of it. */
export function tidy({ edits, own, contingency }: BillEdits): BillEdits | undefined {
  const next = {
    ...(edits && edits.length > 0 ? { edits } : {}),
    ...(own && own.length > 0 ? { own } : {}),
    ...(contingency ? { contingency } : {}),
  };
  return Object.keys(next).length === 0 ? undefined : next;
}

const USUAL = { low: 0.8, high: 1.5 } as const;

/** Three points with one of them typed: told alone with the usual spread, beyond the others it takes them along. */
export function withPoint(was: Distribution | undefined, point: keyof Distribution, value: number): Distribution {
  if (!was)
    return point === 'likely'
      ? { low: value * USUAL.low, likely: value, high: value * USUAL.high }
      : { low: value, likely: value, high: value };
  const next = { ...was, [point]: value };
  if (point === 'low') return { low: value, likely: Math.max(value, was.likely), high: Math.max(value, was.high) };
  if (point === 'high') return { low: Math.min(value, was.low), likely: Math.min(value, was.likely), high: value };
  return { low: Math.min(value, was.low), likely: next.likely, high: Math.max(value, was.high) };
}

export const GRID_COLUMNS = ['low', 'likely', 'high', 'hours', 'status', 'lead'] as const;
export type GridColumn = (typeof GRID_COLUMNS)[number];

const entryOf = (text: string, quantity: 'money' | 'hours', units: Units): number | undefined => {
  const read = readEntry(text, quantity, units);
  return read.kind === 'value' && Number.isFinite(read.value) && read.value >= 0 ? read.value : undefined;
};

/** A bill with one cell of a line as it was typed; a sentence where it can’t be so. Emptied, what was reckoned stands again. */
export function withCell(
  bill: BillEdits,
  line: BillLine,
  column: GridColumn,
  typed: string,
  units: Units,
): BillEdits | string {
  const text = typed.trim();
  const kept: Kept = keptIn(bill, line) ?? {};
  const reckoned = line.reckoned ?? { price: line.price, hours: line.hours };
  switch (column) {
    case 'low':
    case 'likely':
    case 'high': {
      if (text === '') return withKept(bill, line, { price: undefined, foreign: undefined });
      const value = entryOf(text, 'money', units);
      if (value === undefined) return `“${text}” is no price: enter a figure from 0.`;
      if (kept.foreign) return 'It is quoted in other money: change it in its details.';
      const from = kept.price ?? (isOwn(line.kept) || line.unpriced ? undefined : reckoned.price);
      const { evidence = 'claimed', source } = kept.price ?? {};
      return withKept(bill, line, {
        price: { ...withPoint(from, column, value), evidence, ...(source === undefined ? {} : { source }) },
      });
    }
    case 'hours': {
      if (text === '') return withKept(bill, line, { hours: undefined });
      const value = entryOf(text, 'hours', units);
      if (value === undefined) return `“${text}” is no time: enter hours from 0.`;
      const from = kept.hours ?? (reckoned.hours.high === 0 ? undefined : reckoned.hours);
      return withKept(bill, line, { hours: withPoint(from, 'likely', value) });
    }
    case 'status': {
      if (text === '') return withKept(bill, line, { status: undefined });
      const status = LINE_STATUS.find((s) => s === text.toLowerCase());
      return status ? withKept(bill, line, { status }) : `“${text}” is no state of a line: ${LINE_STATUS.join(', ')}.`;
    }
    case 'lead': {
      if (text === '') return withKept(bill, line, { leadDays: undefined });
      const days = Number(/^(\d{1,4})\s*(d|days?)?$/i.exec(text)?.[1] ?? NaN);
      return days >= 0 && days <= 1000
        ? withKept(bill, line, { leadDays: days })
        : `“${text}” is no number of days: 0 to 1,000.`;
    }
  }
}

/** An id that no line of one’s own has yet. */
export function freeId(own: readonly OwnLine[]): string {
  let n = own.length + 1;
  while (own.some((o) => o.id === `l${n}`)) n++;
  return `l${n}`;
}

const isStatus = (s: string): s is LineStatus => LINE_STATUS.some((x) => x === s);

/**
 * Lines pasted from a spreadsheet: name, low, likely, high, hours, status; fewer columns do, one figure is the likely one. What can’t be
 * read of a line is told with its number.
 */
export function readLines(text: string, own: readonly OwnLine[], units: Units): { lines: OwnLine[]; faults: string[] } {
  const lines: OwnLine[] = [];
  const faults: string[] = [];
  text
    .split(/\r?\n/)
    .map((row) => row.split('\t').map((c) => c.trim()))
    .forEach(([name = '', ...cells], i) => {
      if (name === '' && cells.every((c) => c === '')) return;
      const told = cells.filter((c) => c !== '' && !isStatus(c.toLowerCase()));
      const figures = told.map((c) => entryOf(c, 'money', units));
      // A first row of headings has no figure at all.
      if (i === 0 && told.length > 0 && figures.every((f) => f === undefined)) return;
      if (name === '') return void faults.push(`Line ${i + 1} has no name.`);
      const bad = told.find((_, k) => figures[k] === undefined);
      if (bad !== undefined) return void faults.push(`Line ${i + 1}, “${name}”: “${bad}” is no figure from 0.`);
      const [a, b, c, hours] = figures as readonly number[];
      const price: Distribution | undefined =
        a === undefined
          ? undefined
          : b === undefined || c === undefined
            ? withPoint(undefined, 'likely', a)
            : { low: a, likely: b, high: c };
      if (price && !(price.low <= price.likely && price.likely <= price.high))
        return void faults.push(`Line ${i + 1}, “${name}”: low, likely and high are not in order.`);
      const status = cells.map((x) => x.toLowerCase()).find(isStatus);
      const time = price && c !== undefined ? hours : b !== undefined && c === undefined ? b : undefined;
      lines.push({
        id: freeId([...own, ...lines]),
        name: name.slice(0, 120),
        class: 'own',
        ...(price ? { price: { ...price, evidence: 'claimed' } } : {}),
        ...(time === undefined ? {} : { hours: withPoint(undefined, 'likely', time) }),
        ...(status ? { status } : {}),
      });
    });
  return { lines, faults };
}
