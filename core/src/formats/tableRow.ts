import { EVIDENCE, InputError, type Evidence, type Figure } from '../units/index.ts';
import type { ThreePoint } from '../model/index.ts';
import { guessColumns, type ColumnMap } from './columnMap.ts';
import { isTwoNumbers, numberIn, readSheet, type DecimalMark, type TableSheet } from './tableSheet.ts';

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
  /** Internal units for one of what stands in a column. */
  factor(column: string): number;
  fault(column: string, what: string): InputError;
}

/** Share of the likely price below and above it that is taken where a table gives the middle alone. */
const BELOW = 0.85;
const ABOVE = 1.3;

interface ReadAt {
  readonly index: number;
  /** Internal units for one of what stands there. */
  readonly factor: number;
  /** As it is headed in the file: by that a person finds it. */
  readonly heading: string;
}

function rowOf(
  at: ReadonlyMap<string, ReadAt>,
  cells: readonly string[],
  line: number,
  decimal: DecimalMark | undefined,
): TableRow {
  const cell = (c: string) => (cells[at.get(c.toLowerCase())?.index ?? -1] ?? '').trim().replace(/^'/, '');
  const factorOf = (c: string) => at.get(c.toLowerCase())?.factor ?? 1;
  const fault = (column: string, what: string) =>
    new InputError(`/${line}/${column}`, `Line ${line}, ${at.get(column.toLowerCase())?.heading || column}: ${what}`);
  const row: TableRow = {
    line,
    fault,
    factor: factorOf,
    has: (c) => cell(c) !== '',
    text: (c, otherwise) => {
      const raw = cell(c) || otherwise;
      if (raw === undefined) throw fault(c, 'empty cell.');
      return raw;
    },
    number: (c, otherwise) => {
      const raw = cell(c);
      if (raw === '') {
        if (otherwise === undefined) throw fault(c, 'enter a number.');
        return otherwise;
      }
      const value = numberIn(raw, decimal);
      if (value === undefined)
        throw fault(
          c,
          isTwoNumbers(raw, decimal)
            ? `“${raw}” can be a thousand and more or a number with three decimals: say which mark is the decimal one.`
            : `“${raw}” is not a number.`,
        );
      const factor = factorOf(c);
      // 3.5 in are 88.9 mm, not 88.89999999999999.
      return factor === 1 ? value : Number((value * factor).toPrecision(12));
    },
    whole: (c, otherwise) => {
      const value = row.number(c, otherwise);
      if (!Number.isInteger(value)) throw fault(c, `${value} is no whole number.`);
      return value;
    },
    numbers: (c) => {
      const values = cell(c)
        .split(/\s+/)
        .filter(Boolean)
        // Each by itself: no list of figures has thousands in it.
        .map((v) => numberIn(v, v.includes('.') ? '.' : ','));
      if (values.length === 0 || !values.every((v): v is number => v !== undefined && v > 0))
        throw fault(c, `enter positive numbers separated by spaces, not “${cell(c)}”.`);
      return values;
    },
    one: (c, of, otherwise) => {
      const raw = cell(c) || otherwise;
      const found = of.find((x) => x === raw);
      if (found === undefined)
        throw fault(
          c,
          raw === undefined
            ? `one of ${of.join(', ')} is needed.`
            : `“${raw}” is invalid. Use one of: ${of.join(', ')}.`,
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

/** What is told of a table beside its text: which column is which, and which mark is the decimal one. */
export interface TableTold {
  readonly columns?: readonly ColumnMap[] | undefined;
  readonly decimal?: DecimalMark | undefined;
}

/**
 * Lines of a table with known headings, in any order, in whatever a spreadsheet writes: see `readSheet`. Units stand in its headings; a column
 * that is known by none is refused where nobody has said what it is.
 * @throws InputError where a needed heading is missing or one is not known.
 */
export function readTable(
  of: string | TableSheet,
  columns: readonly string[],
  needed: readonly string[],
  told: TableTold = {},
): TableRow[] {
  const sheet = typeof of === 'string' ? readSheet(of) : of;
  const map = told.columns ?? guessColumns(sheet.head, columns);
  const at = new Map<string, ReadAt>();
  map.forEach(({ to, factor }, index) => {
    if (to !== undefined) at.set(to.toLowerCase(), { index, factor: factor ?? 1, heading: sheet.head[index] ?? '' });
  });
  for (const c of needed)
    if (!at.has(c.toLowerCase()))
      throw new InputError(
        '/head',
        `The first line must name the columns; “${c}” is missing. Columns read: ${columns.join(', ')}.`,
      );
  const unknown = told.columns ? -1 : map.findIndex(({ to }, i) => to === undefined && sheet.head[i] !== '');
  if (unknown >= 0)
    throw new InputError(
      '/head',
      `Column “${sheet.head[unknown]!}” is not known. Columns read: ${columns.join(', ')}.`,
    );
  return sheet.rows.map(({ cells, line }) => rowOf(at, cells, line, told.decimal ?? sheet.decimal));
}
