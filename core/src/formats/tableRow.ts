import { csvParseRows } from 'd3-dsv';
import { EVIDENCE, InputError, type Evidence, type Figure } from '../units/index.ts';
import type { ThreePoint } from '../model/index.ts';

/** One line of a table, its cells read by heading. Faults name the line and the heading. */
export interface TableRow {
  /** The line in the file, from 1. */
  readonly line: number;
  /** Whether the table has the column and the cell is filled. */
  has(column: string): boolean;
  text(column: string, otherwise?: string): string;
  number(column: string, otherwise?: number): number;
  whole(column: string, otherwise?: number): number;
  /** Figures with blanks between. */
  numbers(column: string): number[];
  one<T extends string>(column: string, of: readonly T[], otherwise?: T): T;
  yes(column: string): boolean;
  evidence(column: string, otherwise?: Evidence): Evidence;
  /** From `Title (unit)`, `Title ±`, `Title evidence`. What is there already is kept where the table says the same. */
  figure(title: string, unit: string, was?: Figure): Figure | undefined;
  /** From `Price low`, `Price likely`, `Price high`; the outer two guessed from the middle where they are left out. */
  price(was?: ThreePoint): ThreePoint | undefined;
  fault(column: string, what: string): InputError;
}

/** Share of the likely price below and above it that is taken where a table gives the middle alone. */
const BELOW = 0.85;
const ABOVE = 1.3;

function toNumber(raw: string): number {
  return Number(raw.includes('.') ? raw : raw.replace(',', '.'));
}

function rowOf(at: ReadonlyMap<string, number>, cells: readonly string[], line: number): TableRow {
  const cell = (c: string) => (cells[at.get(c.toLowerCase()) ?? -1] ?? '').trim().replace(/^'/, '');
  const fault = (column: string, what: string) =>
    new InputError(`/${line}/${column}`, `Line ${line}, ${column}: ${what}`);
  const row: TableRow = {
    line,
    fault,
    has: (c) => cell(c) !== '',
    text: (c, otherwise) => {
      const raw = cell(c) || otherwise;
      if (raw === undefined) throw fault(c, 'nothing is written there.');
      return raw;
    },
    number: (c, otherwise) => {
      const raw = cell(c);
      if (raw === '') {
        if (otherwise === undefined) throw fault(c, 'a figure is needed.');
        return otherwise;
      }
      const value = toNumber(raw);
      if (!Number.isFinite(value)) throw fault(c, `“${raw}” is not a number.`);
      return value;
    },
    whole: (c, otherwise) => {
      const value = row.number(c, otherwise);
      if (!Number.isInteger(value)) throw fault(c, `${value} is no whole number.`);
      return value;
    },
    numbers: (c) => {
      const values = cell(c).split(/\s+/).filter(Boolean).map(toNumber);
      if (values.length === 0 || !values.every((v) => v > 0 && Number.isFinite(v)))
        throw fault(c, `figures above nought with blanks between are needed, not “${cell(c)}”.`);
      return values;
    },
    one: (c, of, otherwise) => {
      const raw = cell(c) || otherwise;
      const found = of.find((x) => x === raw);
      if (found === undefined)
        throw fault(
          c,
          raw === undefined ? `one of ${of.join(', ')} is needed.` : `“${raw}” is none of ${of.join(', ')}.`,
        );
      return found;
    },
    yes: (c) => /^(yes|true|1|x)$/i.test(cell(c)),
    evidence: (c, otherwise = 'claimed') => row.one(c, EVIDENCE, otherwise),
    figure: (title, unit, was) => {
      const main = `${title} (${unit})`;
      if (!row.has(main)) return was;
      const value = row.number(main);
      const plusMinus = row.has(`${title} ±`) ? row.number(`${title} ±`) : undefined;
      const evidence = row.evidence(`${title} evidence`, was?.value === value ? was.evidence : undefined);
      if (was && was.value === value && was.plusMinus === plusMinus && was.evidence === evidence) return was;
      return { value, ...(plusMinus === undefined ? {} : { plusMinus }), evidence };
    },
    price: (was) => {
      if (!row.has('Price likely')) return was;
      const likely = row.number('Price likely');
      const price = {
        low: row.number('Price low', likely * BELOW),
        likely,
        high: row.number('Price high', likely * ABOVE),
        evidence: row.evidence('Price evidence', was?.evidence),
      };
      const { low, high } = price;
      if (was && was.low === low && was.likely === likely && was.high === high && was.evidence === price.evidence)
        return was;
      return price;
    },
  };
  return row;
}

/** Headings of a table, as they are written. */
export const headingsOf = (text: string): string[] =>
  (csvParseRows(text.replace(/^\uFEFF/, '').split(/\r?\n/, 1)[0] ?? '')[0] ?? []).map((h) => h.trim());

/**
 * Lines of a table with known headings, in any order; blank lines are passed over.
 * A comma in figures is taken as a decimal point where no point stands.
 * @throws InputError where a needed heading is missing or one is not known.
 */
export function readTable(text: string, columns: readonly string[], needed: readonly string[]): TableRow[] {
  const head = headingsOf(text);
  const at = new Map(head.map((h, i) => [h.toLowerCase(), i]));
  for (const c of needed)
    if (!at.has(c.toLowerCase()))
      throw new InputError(
        '/head',
        `The first line must name the columns; “${c}” is missing. Columns read: ${columns.join(', ')}.`,
      );
  const unknown = head.find((h) => h !== '' && !columns.some((c) => c.toLowerCase() === h.toLowerCase()));
  if (unknown !== undefined)
    throw new InputError('/head', `Column “${unknown}” is not known. Columns read: ${columns.join(', ')}.`);
  const lines = csvParseRows(text.replace(/^\uFEFF/, ''));
  return lines
    .map((cells, i) => ({ cells, line: i + 1 }))
    .slice(1)
    .filter(({ cells }) => cells.some((c) => c.trim() !== ''))
    .map(({ cells, line }) => rowOf(at, cells, line));
}
