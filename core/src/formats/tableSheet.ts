import { dsvFormat } from 'd3-dsv';

export type DecimalMark = '.' | ',';

export interface SheetRow {
  readonly cells: readonly string[];
  /** The line in the file, from 1. */
  readonly line: number;
}

/** A table as a spreadsheet writes it or as it is pasted: its headings, its lines, and how it writes numbers. */
export interface TableSheet {
  readonly head: readonly string[];
  /** The line of the headings, from 1. */
  readonly headLine: number;
  readonly rows: readonly SheetRow[];
  /** Undefined where not identified by a figure. */
  readonly decimal: DecimalMark | undefined;
  /** Lines that are no rows of it: a title above the headings, a line of sums. */
  readonly passedOver: readonly number[];
}

const SEPARATORS = ['\t', ';', ','] as const;
/** The whole cell: “Total seal rings” is a part. */
const SUMS = /^(sums?|totals?|summe|gesamt|somme|totaux)\s*:?$/i;
const filled = (cells: readonly string[]): number => cells.filter((c) => c !== '').length;

/** Lines of cells with one separator; quoted cells may hold it, and line breaks too. */
function linesBy(text: string, separator: string): SheetRow[] {
  let line = 1;
  return dsvFormat(separator)
    .parseRows(text)
    .map((cells) => {
      const at = line;
      // A cell that runs over lines moves the count of those behind it.
      line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0);
      return { cells: cells.map((c) => c.trim()), line: at };
    });
}

/** Where the headings stand: the first line with half as many cells filled as the fullest; a title has one, or two by a comma in it. */
function headOf(lines: readonly SheetRow[]): number {
  const most = Math.max(0, ...lines.map((l) => filled(l.cells)));
  const wide = most < 2 ? -1 : lines.findIndex((l) => filled(l.cells) >= most / 2);
  return wide < 0 ? lines.findIndex((l) => filled(l.cells) > 0) : wide;
}

/** The separator by which the headings fall into the most cells, and the lines below have as many. */
function separatorOf(text: string): string {
  const best = SEPARATORS.map((separator) => {
    const lines = linesBy(text, separator);
    const head = lines[headOf(lines)];
    const width = head ? head.cells.length : 0;
    const below = lines.filter((l) => filled(l.cells) > 0);
    const like = below.filter((l) => l.cells.length === width).length / Math.max(1, below.length);
    return { separator, score: width < 2 ? 0 : width * like ** 2 };
  }).reduce((a, b) => (b.score > a.score ? b : a));
  return best.score > 0 ? best.separator : ',';
}

/** The decimal mark of a whole table: what one of its figures can only be; undefined where none tells. */
export function decimalIn(cells: Iterable<string>): DecimalMark | undefined {
  let comma = false;
  let point = false;
  for (const raw of cells) {
    const c = raw.trim();
    if (/^-?\d+,(\d{1,2}|\d{4,})$|^-?0,\d+$|^-?\d{4,},\d+$|^-?\d{1,3}(\.\d{3})+,\d+$/.test(c)) comma = true;
    if (/^-?\d+\.(\d{1,2}|\d{4,})$|^-?0\.\d+$|^-?\d{4,}\.\d+$|^-?\d{1,3}(,\d{3})+\.\d+$/.test(c)) point = true;
  }
  return comma === point ? undefined : comma ? ',' : '.';
}

/** Where commas stand between the cells and a point within figures, the point is the decimal mark: else that land would write semicolons. */
const byCommas = (separator: string, rows: readonly SheetRow[]): DecimalMark | undefined =>
  separator === ',' && rows.some((r) => r.cells.some((c) => /^-?\d{1,3}\.\d{3}$/.test(c))) ? '.' : undefined;

/**
 * A table from a spreadsheet’s CSV or from cells that were pasted: commas, semicolons or tabs between them, quoted or not, with a mark of
 * UTF-8 in front or not, lines ended either way; a title above the headings, blank lines and a line of sums are passed over.
 */
export function readSheet(text: string): TableSheet {
  const plain = text.replace(/^\uFEFF/, '').replaceAll(/\r\n?/g, '\n');
  const separator = separatorOf(plain);
  const lines = linesBy(plain, separator);
  const at = headOf(lines);
  const below = lines.slice(at + 1).filter((l) => filled(l.cells) > 0);
  const sums = below.filter((l) => SUMS.test(l.cells.find((c) => c !== '') ?? ''));
  const rows = below.filter((l) => !sums.includes(l));
  const above = lines.slice(0, Math.max(0, at)).filter((l) => filled(l.cells) > 0);
  return {
    head: lines[at]?.cells ?? [],
    headLine: lines[at]?.line ?? 1,
    rows,
    decimal: decimalIn(rows.flatMap((r) => r.cells)) ?? byCommas(separator, rows),
    passedOver: [...above, ...sums].map((l) => l.line),
  };
}

/** A table that has no headings, with those that its columns stand under: what was taken for headings is its first row. */
export const withHead = (sheet: TableSheet, head: readonly string[]): TableSheet => ({
  ...sheet,
  head: [...head],
  rows: [{ cells: sheet.head, line: sheet.headLine }, ...sheet.rows].filter((r) => r.cells.some((c) => c !== '')),
});

/** What a cell says as a number: with thousands apart, a sign of money or a blank in it; undefined where it is none, or could be two. */
export function numberIn(raw: string, decimal: DecimalMark | undefined): number | undefined {
  const c = raw.replaceAll(/[€$£\s\u00A0\u202F’']/g, '');
  if (c === '') return undefined;
  const whole = /^[-−+]?\d+$/.test(c);
  const grouped = (mark: string, point: string) =>
    new RegExp(`^[-−+]?\\d{1,3}(\\${mark}\\d{3})+(\\${point}\\d+)?$`).test(c);
  // One group and nothing else: 1,234 is a thousand and more, or one and a bit.
  const either = /^[-−+]?[1-9]\d{0,2}[.,]\d{3}$/.test(c);
  if (either && decimal === undefined) return undefined;
  const mark = decimal ?? (c.includes(',') && !c.includes('.') ? ',' : '.');
  const other = mark === ',' ? '.' : ',';
  if (!whole && c.includes(other) && !grouped(other, mark)) return undefined;
  const value = Number(c.replaceAll(other, '').replace(mark, '.').replace('−', '-'));
  return Number.isFinite(value) ? value : undefined;
}

/** Whether a cell can be read as two numbers while nobody has said which mark is the decimal one. */
export const isTwoNumbers = (raw: string, decimal: DecimalMark | undefined): boolean =>
  decimal === undefined && /^[-−+]?[1-9]\d{0,2}[.,]\d{3}$/.test(raw.trim());

/** With a comma, three decimals behind one to three figures would read as thousands: a nought more says that they are none. */
const withComma = (cell: string): string =>
  /^-?\d+\.\d+$/.test(cell)
    ? cell.replace('.', ',') + (/^-?\d{1,3}\.\d{3}$/.test(cell) ? '0' : '')
    : // Several figures with blanks between.
      /^\d+(\.\d+)?( \d+(\.\d+)?)+$/.test(cell)
      ? cell.replaceAll('.', ',')
      : cell;

/**
 * A table as a file that spreadsheets open: commas between cells, or semicolons where the decimal mark is a comma; figures with that mark. What
 * tells them that it is UTF-8 stands in front.
 */
export function sheetText(rows: readonly (readonly string[])[], decimal: DecimalMark = '.'): string {
  const text =
    decimal === '.'
      ? dsvFormat(',').formatRows(rows as string[][])
      : dsvFormat(';').formatRows(rows.map((cells) => cells.map(withComma)));
  return `\uFEFF${text}`;
}
