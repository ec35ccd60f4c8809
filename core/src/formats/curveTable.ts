import { dsvFormat } from 'd3-dsv';
import { decimalIn } from './tableSheet.ts';
import { InputError, powerKwFrom, readEntry, unitIn, type Quantity, type Units } from '../units/index.ts';

export interface CurveTable {
  readonly rpm: readonly number[];
  readonly torqueNm: readonly number[];
  /** What was read as what: “rpm and torque in lb-ft; 2 columns left out”. */
  readonly said: string;
}

const SPEED = /rpm|r\/min|1\/min|u\/min|speed|revs|n_|engine/i;
const TORQUE = /torque|moment|n[·.\s-]?m\b|lb|kg[·.\s-]?m/i;
const POWER = /power|kw\b|hp\b|ps\b|cv\b/i;
const SPEED_RANGE = { min: 50, max: 30_000 };

function asNumber(cell: string, quantity: Quantity, units: Units, range = {}): number | undefined {
  const e = readEntry(cell, quantity, units, range);
  return e.kind === 'value' ? e.value : undefined;
}
const isNumber = (cell: string) =>
  readEntry(cell, 'number', { system: 'metric' }).kind !== 'wrong' && cell.trim() !== '';

/** Rows of cells; the separator is the one that gives every line of figures the same number of cells, two at least. */
function cellsOf(text: string): { cells: string[]; line: number }[] {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const byBlanks = () => lines.map((l) => l.trim().split(/\s+/));
  const ways = [...['\t', ';', ','].map((d) => () => dsvFormat(d).parseRows(lines.join('\n'))), byBlanks];
  for (const way of ways) {
    const rows = way().map((cells, i) => ({ cells: cells.map((c) => c.trim()), line: i + 1 }));
    const full = rows.filter(({ cells }) => cells.some((c) => c !== ''));
    const figures = full.filter(({ cells }) => cells.filter(isNumber).length >= 2);
    const width = figures[0]?.cells.length ?? 0;
    if (width >= 2 && figures.length >= 2 && figures.every(({ cells }) => cells.length === width)) return full;
  }
  return byBlanks()
    .map((cells, i) => ({ cells, line: i + 1 }))
    .filter(({ cells }) => cells.some((c) => c !== ''));
}

/**
 * A torque curve as it is pasted from a sheet or read from a CSV: columns by their headings, in any order and with others
 * beside them; quoted or not, decimal comma or point; torque in the unit of its heading, else in the reader’s; power alone
 * gives the torque by P = M·2πn. Without headings two columns are engine speed and torque.
 * @throws InputError naming the line, or the columns that can't be told apart.
 */
export function readCurveTable(text: string, units: Units): CurveTable {
  const rows = cellsOf(text);
  const first = rows.findIndex(({ cells }) => cells.filter(isNumber).length >= 2);
  if (first < 0) throw new InputError('/1', 'Two columns of figures are needed: engine speed and torque.');
  const heading = first > 0 ? rows[first - 1]!.cells : [];
  const width = rows[first]!.cells.length;
  const has = (of: RegExp) => heading.findIndex((h) => of.test(h));
  const named = heading.some((h) => /[a-z]/i.test(h));
  const speedAt = named ? has(SPEED) : 0;
  let torqueAt = named ? heading.findIndex((h, i) => i !== speedAt && TORQUE.test(h) && !POWER.test(h)) : 1;
  const powerAt = named ? heading.findIndex((h, i) => i !== speedAt && POWER.test(h)) : -1;
  if (!named && width > 2)
    throw new InputError(
      `/${rows[first]!.line}`,
      `${width} columns without headings: write rpm, torque or power above them, with units.`,
    );
  if (speedAt < 0) throw new InputError('/head', 'No column for engine speed: head it “rpm”.');
  if (torqueAt < 0 && powerAt < 0) {
    if (width === 2) torqueAt = 1 - speedAt;
    else throw new InputError('/head', 'No column for torque or power: head it “torque, N·m” or “power, kW”.');
  }
  const fromPower = torqueAt < 0;
  const at = fromPower ? powerAt : torqueAt;
  const quantity = fromPower ? ('powerKw' as const) : ('torqueNm' as const);
  const written = unitIn(heading[at] ?? '', quantity);
  const decimal = decimalIn(rows.slice(first).flatMap(({ cells }) => cells)) ?? '.';
  const bare = { system: 'metric', decimal } as const;
  const rpm: number[] = [];
  const torqueNm: number[] = [];
  for (const { cells, line } of rows.slice(first)) {
    const speed = asNumber(cells[speedAt] ?? '', 'rpm', bare, SPEED_RANGE);
    const cell = cells[at] ?? '';
    const value = written ? asNumber(cell, 'number', bare) : asNumber(cell, quantity, { ...units, decimal });
    if (speed === undefined || value === undefined)
      throw new InputError(`/${line}`, `Line ${line} can’t be read: “${cells.join('  ').slice(0, 40)}”.`);
    const amount = written ? value * written.toInternal : value;
    rpm.push(speed);
    torqueNm.push(fromPower ? amount / powerKwFrom(1, speed) : amount);
  }
  if (rpm.length < 2) throw new InputError('/1', 'Two lines or more with engine speed and torque are needed.');
  const others = width - 2;
  return {
    rpm,
    torqueNm,
    said: `${rpm.length} points: rpm and ${fromPower ? `torque from power${written ? ` in ${written.word}` : ''}` : `torque${written ? ` in ${written.word}` : ''}`}${others > 0 ? `; ${others} column${others > 1 ? 's' : ''} left out` : ''}`,
  };
}
