import {
  PIN_FUNCTIONS,
  pinFunction,
  SIGNAL_KINDS,
  SPLICE_WAYS,
  type Pin,
  type PinRef,
  type PinUnused,
  type Splice,
  type Wiring,
} from '../model/index.ts';
import type { Schedule } from '../questions/wiring/index.ts';
import { InputError } from '../units/index.ts';
import { readTable, type TableRow } from './tableRow.ts';
import { readSheet, sheetText, withHead, type DecimalMark } from './tableSheet.ts';

/** A cell that starts like a formula would be run by a spreadsheet: a quote in front keeps it text. */
const cell = (s: string) => (/^[=+\-@\t\r]/.test(s) ? `'${s}` : s);
const table = (rows: readonly (readonly (string | number | undefined)[])[], decimal?: DecimalMark): string =>
  sheetText(
    rows.map((r) => r.map((c) => cell(c === undefined ? '' : String(c)))),
    decimal,
  );

export const PLUG_COLUMNS = ['Pin', 'Colour', 'Function', 'Signal', 'Current (A)', 'Pulses per turn', 'Note'] as const;

/** The pins of a plug as a table. */
export const plugCsv = (pins: readonly Pin[], decimal?: DecimalMark): string =>
  table(
    [
      PLUG_COLUMNS,
      ...pins.map((p) => [
        p.pin,
        p.colour,
        pinFunction(p.function)?.label ?? p.function,
        p.signal,
        p.currentAmps,
        p.pulsesPerRev,
        p.note,
      ]),
    ],
    decimal,
  );

const MOST_PINS = 200;

const plain = (s: string) =>
  s
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
const byWords = new Map(PIN_FUNCTIONS.flatMap((f) => [[plain(f.id), f.id] as const, [plain(f.label), f.id] as const]));

/** The function that words name: by id or label as they are, else the one of which they are the beginning; undefined where none or several. */
export function functionNamed(words: string): string | undefined {
  const asked = plain(words);
  if (asked === '') return undefined;
  const known = byWords.get(asked);
  if (known) return known;
  const begun = PIN_FUNCTIONS.filter((f) => plain(f.label).startsWith(`${asked} `) || plain(f.label).startsWith(asked));
  return begun.length === 1 ? begun[0]!.id : undefined;
}

export interface PinsRead {
  readonly pins: readonly Pin[];
  /** What stood under Function and is none of the list: kept as the note of its pin. */
  readonly unknown: readonly string[];
}

/**
 * Pins from a table with the headings of `plugCsv`, in any order; tabs or semicolons between are read too, and without headings the
 * columns as they stand there. A function that is not in the list is kept as the note of its pin, and told.
 * @throws InputError naming the line and the heading.
 */
export function readPlugCsv(text: string): PinsRead {
  const sheet = readSheet(text);
  const headed = sheet.head.some((h) => /^pin$/i.test(h));
  // Without headings its first line is one of pins.
  const rows = readTable(headed ? sheet : withHead(sheet, PLUG_COLUMNS), PLUG_COLUMNS, ['Pin']);
  if (rows.length > MOST_PINS)
    throw new InputError('/rows', `A plug has at most ${MOST_PINS} pins; the table has ${rows.length}.`);
  const seen = new Set<string>();
  const unknown: string[] = [];
  const pins = rows.map((row): Pin => {
    const pin = row.text('Pin');
    if (pin.length > 8) throw row.fault('Pin', `“${pin}” is longer than 8 characters.`);
    if (seen.has(pin)) throw row.fault('Pin', `there are two pins “${pin}”.`);
    seen.add(pin);
    const words = row.has('Function') ? row.text('Function') : '';
    const named = functionNamed(words);
    if (words !== '' && named === undefined) unknown.push(words);
    const notes = [
      ...(words !== '' && named === undefined ? [words] : []),
      ...(row.has('Note') ? [row.text('Note')] : []),
    ];
    const amps = positive(row, 'Current (A)', 500);
    const pulses = positive(row, 'Pulses per turn', 1000);
    return {
      pin,
      ...(row.has('Colour') ? { colour: row.text('Colour').slice(0, 20) } : {}),
      ...(named === undefined ? {} : { function: named }),
      ...(row.has('Signal') ? { signal: row.one('Signal', SIGNAL_KINDS) } : {}),
      ...(amps === undefined ? {} : { currentAmps: amps }),
      ...(pulses === undefined ? {} : { pulsesPerRev: pulses }),
      ...(notes.length > 0 ? { note: notes.join('; ').slice(0, 120) } : {}),
    };
  });
  return { pins, unknown };
}

function positive(row: TableRow, column: string, most: number): number | undefined {
  if (!row.has(column)) return undefined;
  const value = row.number(column);
  if (!(value > 0 && value <= most)) throw row.fault(column, `a figure above 0, to ${most}, is needed.`);
  return value;
}

export const SCHEDULE_COLUMNS = [
  'From plug',
  'From pin',
  'Colour',
  'Function',
  'How',
  'To plug',
  'To pin',
  'To colour',
  'Converter',
  'Add (mm)',
  'Wire (mm²)',
  'Place',
  'Why unused',
] as const;

/** The splice schedule as a table: every wire, every pin that is unused and why, and every pin that is open. */
export function scheduleCsv({ rows }: Schedule, wiring: Wiring | undefined, decimal?: DecimalMark): string {
  const byKey = new Map(rows.map((r) => [r.key, r]));
  const of = ({ plug, pin }: PinRef) => byKey.get(`${plug}/${pin}`);
  const words = (ref: PinRef) => of(ref)?.fn?.label;
  return table(
    [
      SCHEDULE_COLUMNS,
      ...(wiring?.splices ?? []).map((s) => [
        s.a.plug,
        s.a.pin,
        of(s.a)?.pin.colour,
        words(s.a) ?? words(s.b),
        s.how,
        s.b.plug,
        s.b.pin,
        of(s.b)?.pin.colour,
        s.converter,
        s.addMm,
        s.sizeMm2,
        s.place,
        undefined,
      ]),
      ...(wiring?.unused ?? []).map((u) => [
        u.at.plug,
        u.at.pin,
        of(u.at)?.pin.colour,
        words(u.at),
        'not used',
        ...Array<undefined>(7).fill(undefined),
        u.why,
      ]),
      ...rows
        .filter((r) => r.state.how === 'open' && r.state.splices.length === 0)
        .map((r) => [r.plug.key, r.pin.pin, r.pin.colour, r.fn?.label, 'open', ...Array<undefined>(8).fill(undefined)]),
    ],
    decimal,
  );
}

const WAYS = [...SPLICE_WAYS, 'not used', 'open'] as const;

/**
 * Wires and unused pins from a table with the headings of `scheduleCsv`; what is open there stays so.
 * @throws InputError naming the line and the heading.
 */
export function readScheduleCsv(text: string): Required<Pick<Wiring, 'splices' | 'unused'>> {
  const splices: Splice[] = [];
  const unused: PinUnused[] = [];
  for (const row of readTable(text, SCHEDULE_COLUMNS, ['From plug', 'From pin', 'How'])) {
    const at = { plug: row.text('From plug'), pin: row.text('From pin') };
    const how = row.one('How', WAYS);
    if (how === 'open') continue;
    if (how === 'not used') {
      unused.push({ at, why: row.text('Why unused') });
      continue;
    }
    const add = row.has('Add (mm)') ? row.number('Add (mm)') : undefined;
    if (add !== undefined && !(add >= 0 && add <= 10_000))
      throw row.fault('Add (mm)', 'a length from 0 to 10,000 mm is needed.');
    const size = positive(row, 'Wire (mm²)', 120);
    splices.push({
      a: at,
      b: { plug: row.text('To plug'), pin: row.text('To pin') },
      how,
      ...(row.has('Converter') ? { converter: row.text('Converter') } : {}),
      ...(add === undefined ? {} : { addMm: add }),
      ...(size === undefined ? {} : { sizeMm2: size }),
      ...(row.has('Place') ? { place: row.text('Place') } : {}),
    });
  }
  if (splices.length > 600 || unused.length > 600)
    throw new InputError('/rows', 'The table has more than 600 wires, the maximum per candidate.');
  return { splices, unused };
}

/** A label to stick on one end of a wire: what it is and where it goes. */
export interface WireLabel {
  readonly label: string;
  readonly here: string;
  readonly goesTo: string;
  /** Both ends by the ids of their plugs, as bench sheets name them: short enough for a label. */
  readonly short: string;
  readonly does: string | undefined;
  readonly through: string;
}

/** The labels of every wire, two to each. */
export function wireLabels({ rows }: Schedule, wiring: Wiring | undefined): WireLabel[] {
  const byKey = new Map(rows.map((r) => [r.key, r]));
  const end = ({ plug, pin }: PinRef) => {
    const row = byKey.get(`${plug}/${pin}`);
    return row ? `${row.plug.plug.name} ${pin}` : `${plug} ${pin}`;
  };
  const id = ({ plug, pin }: PinRef) => `${byKey.get(`${plug}/${pin}`)?.plug.plug.id ?? plug} ${pin}`;
  return (wiring?.splices ?? []).flatMap((s, i) => {
    const does = byKey.get(`${s.a.plug}/${s.a.pin}`)?.fn?.label;
    const through = s.how === 'straight' ? '' : (s.converter ?? s.how);
    return [
      { label: `W${i + 1} A`, here: end(s.a), goesTo: end(s.b), short: `${id(s.a)} to ${id(s.b)}`, does, through },
      { label: `W${i + 1} B`, here: end(s.b), goesTo: end(s.a), short: `${id(s.b)} to ${id(s.a)}`, does, through },
    ];
  });
}

export const labelsCsv = (schedule: Schedule, wiring: Wiring | undefined, decimal?: DecimalMark): string =>
  table(
    [
      ['Label', 'Here', 'Goes to', 'Function', 'Through'],
      ...wireLabels(schedule, wiring).map((l) => [l.label, l.here, l.goesTo, l.does, l.through]),
    ],
    decimal,
  );
