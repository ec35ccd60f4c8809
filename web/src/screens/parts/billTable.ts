import type { BillEdits, BillLine, OwnLine } from '@sable/core';
import { readEntry, wordSentence, type Units } from '@sable/core/units';
import { dsvFormat } from 'd3-dsv';
import { freeId, GRID_COLUMNS, withCell, withKept, type GridColumn } from './billChange.ts';

export type TableCell = string | number | boolean | Date | null | undefined;

/** Headings as they go out; those of a table that somebody made go by their beginning. */
const HEADS: Readonly<Record<GridColumn | 'id' | 'name' | 'paid' | 'supplier', RegExp>> = {
  id: /^id$/i,
  name: /^(item|line|name|what)\b/i,
  low: /^(price, )?low\b/i,
  likely: /^((price, )?likely\b|price( \(.*\))?$)/i,
  high: /^(price, )?high\b/i,
  hours: /^hours(, likely)?( \(h\))?$/i,
  status: /^(result|state|status)$/i,
  lead: /^(days|lead)/i,
  paid: /^paid/i,
  supplier: /^(supplier|from)/i,
};
const MOST_ROWS = 1000;
const textOf = (cell: TableCell): string =>
  typeof cell === 'number'
    ? String(Math.round(cell * 100) / 100)
    : cell instanceof Date || cell == null
      ? ''
      : String(cell).trim();

/** The rows of a table as text: by tabs, semicolons or commas, whichever its first line has most of. */
export function rowsOfText(text: string): string[][] {
  const plain = text.replace('\uFEFF', '');
  const first = plain.split(/\r?\n/, 1)[0] ?? '';
  const [mark] = [',', ';', '\t'].sort((a, b) => first.split(b).length - first.split(a).length);
  return dsvFormat(mark!).parseRows(plain);
}

export interface TableRead {
  readonly bill: BillEdits;
  readonly changed: number;
  readonly added: number;
  readonly faults: readonly string[];
}

/** A table may have gone out in other units than the reader has now. */
const nameIn = (line: BillLine, name: string, units: Units): boolean =>
  [units, { system: 'metric' } as const, { system: 'us' } as const].some((u) => wordSentence(line.name, u) === name);

/** Whether a cell says what the line shows: of figures 0 is nothing shown, and 4,10 is 4.1. */
function isSame(typed: string, shown: string, units: Units): boolean {
  if (typed === shown) return true;
  const read = readEntry(typed, 'number', units);
  return read.kind === 'value' && read.value === Number(shown);
}

/** What a line shows in a column, as it goes out. */
function shownOf(line: BillLine, column: GridColumn): string {
  if (column === 'hours') return line.hours.high > 0 ? String(Math.round(line.hours.likely * 100) / 100) : '';
  if (column === 'status') return line.kept?.status ?? '';
  if (column === 'lead') return line.leadDays > 0 ? String(line.leadDays) : '';
  return line.unpriced ? '' : String(Math.round(line.price[column] * 100) / 100);
}

/**
 * A bill with what a table says in place of what differs: rows by the id of their line, else by its name; a row of neither is a line of
 * one’s own. Sums, labour and lines that are sold again are passed over; what can’t be read is told by its row.
 */
export function fromTable(
  was: BillEdits,
  lines: readonly BillLine[],
  rows: readonly (readonly TableCell[])[],
  units: Units,
): TableRead {
  const [head = [], ...body] = rows;
  const at = Object.fromEntries(
    Object.entries(HEADS).map(([key, pattern]) => [key, head.findIndex((h) => pattern.test(textOf(h)))]),
  ) as Readonly<Record<keyof typeof HEADS, number>>;
  const faults: string[] = [];
  if (at.name < 0 || (at.likely < 0 && at.status < 0 && at.hours < 0))
    return {
      bill: was,
      changed: 0,
      added: 0,
      faults: ['The first row has to name the columns: Line, and Low, Likely, High, Hours, State or Days.'],
    };
  if (body.length > MOST_ROWS) faults.push(`Of ${body.length} rows the first ${MOST_ROWS} are read.`);
  let bill = was;
  let [changed, added] = [0, 0];
  body.slice(0, MOST_ROWS).forEach((row, i) => {
    const cell = (key: keyof typeof HEADS) => (at[key] < 0 ? '' : textOf(row[at[key]]));
    // A quote before what begins like a formula kept it text on its way out.
    const name = cell('name').replace(/^'(?=[=+\-@])/, '');
    if (name === '' || /^(sum|total)$/i.test(name) || cell('id') === 'labour') return;
    let line = lines.find((l) => l.id === cell('id')) ?? lines.find((l) => nameIn(l, name, units));
    if (line && line.price.low < 0) return;
    const before = bill;
    if (!line) {
      const own: OwnLine = { id: freeId(bill.own ?? []), name: name.slice(0, 120), class: 'own' };
      bill = { ...bill, own: [...(bill.own ?? []), own] };
      line = { ...BLANK, id: `own-${own.id}`, name: own.name, kept: own };
      added++;
    }
    const of = line;
    // Likely first: told alone it has the usual spread, which low and high then narrow.
    for (const column of ['likely', ...GRID_COLUMNS.filter((c) => c !== 'likely')] as const) {
      const typed = cell(column);
      const shown = shownOf(of, column);
      if (at[column] < 0 || typed === '' || isSame(typed, shown, units)) continue;
      const next = withCell(bill, of, column, typed, units);
      if (typeof next === 'string') faults.push(`Row ${i + 2}, “${name}”: ${next}`);
      else bill = next;
    }
    const paid = cell('paid');
    if (paid !== '' && !isSame(paid, String(of.kept?.paid ?? ''), units)) {
      const read = readEntry(paid, 'money', units);
      if (read.kind === 'value' && read.value >= 0) bill = withKept(bill, of, { paid: read.value });
      else faults.push(`Row ${i + 2}, “${name}”: “${paid}” is not a valid amount.`);
    }
    const supplier = cell('supplier');
    if (supplier !== '' && supplier !== of.kept?.supplier)
      bill = withKept(bill, of, { supplier: supplier.slice(0, 80) });
    if (bill !== before && of.kept !== undefined && !lines.includes(of)) return;
    if (bill !== before) changed++;
  });
  return { bill, changed, added, faults };
}

const NOUGHT = { low: 0, likely: 0, high: 0 };
const BLANK: BillLine = {
  id: '',
  name: '',
  class: 'own',
  why: '',
  price: NOUGHT,
  hours: NOUGHT,
  hourly: 0,
  currency: '',
  evidence: 'estimated',
  leadDays: 0,
  discontinued: false,
  unpriced: true,
};
