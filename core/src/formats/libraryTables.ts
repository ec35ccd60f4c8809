import {
  MASS_BASES,
  PART_CLASSES,
  type Engine,
  type Gearbox,
  type Library,
  type MassRecord,
  type Part,
  type Rating,
  type ThreePoint,
  type TorqueCurve,
} from '../model/index.ts';
import { InputError, InputErrors, type Figure } from '../units/index.ts';
import { idFrom, inUseOrFirst, TABLE_COLUMNS } from './libraryCsv.ts';
import { guessColumns } from './columnMap.ts';
import { numberIn, readSheet, type TableSheet } from './tableSheet.ts';
import { readTable, type TableRow, type TableTold } from './tableRow.ts';

const GEARBOX_KINDS = [
  'manual',
  'automatic',
  'dual clutch',
  'sequential',
] as const satisfies readonly Gearbox['kind'][];
/** The same without what nobody has told. */
const known = <T extends object>(row: T) =>
  Object.fromEntries(Object.entries(row).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };

/**
 * Rows of a table with ids of their own; the row that is here under that id, if any, lends what the table doesn't tell.
 * @throws InputErrors with every line that can't be read
 */
function readRows<R extends { readonly id: string }>(
  text: string | TableSheet,
  told: TableTold | undefined,
  columns: readonly string[],
  needed: readonly string[],
  here: readonly R[],
  read: (row: TableRow, id: string, was: R | undefined) => R,
): R[] {
  const ids = new Set<string>();
  const byId = new Map(here.map((r) => [r.id, r]));
  /** For each id that was wanted more than once, the number that its next one is tried with. */
  const next = new Map<string, number>();
  const faults: InputError[] = [];
  const one = (row: TableRow): R => {
    const name = row.text('Name');
    const base = row.text('Id', idFrom(name));
    let id = base;
    let k = next.get(base) ?? 2;
    for (; ids.has(id); k++) id = `${base}-${k}`;
    next.set(base, k);
    ids.add(id);
    // An id that was made from the name is nobody's word that the same thing is meant.
    return read(row, id, row.has('Id') ? byId.get(id) : undefined);
  };
  const rows = readTable(text, columns, needed, told).flatMap((row): R[] => {
    try {
      return [one(row)];
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      faults.push(error);
      return [];
    }
  });
  const [first, ...rest] = faults;
  if (first) throw new InputErrors([first, ...rest]);
  return rows;
}

/** The list with its record in use (else the first) replaced; a new one put in front where there was none. */
function withRecord<T extends { readonly inUse: boolean }>(list: readonly T[], was: T | undefined, now: T): T[] {
  return was ? list.map((x) => (x === was ? now : x)) : [now, ...list];
}

function curveOf(row: TableRow, was: TorqueCurve | undefined): TorqueCurve | undefined {
  const column = 'Curve (rpm:N·m)';
  if (!row.has(column)) return was;
  const points = row
    .text(column)
    .split(/\s+/)
    .map((p) => p.split(':').map((v) => numberIn(v, v.includes('.') ? '.' : ',')));
  if (points.length < 2 || points.some((p) => p.length !== 2 || p.includes(undefined)))
    throw row.fault(column, 'points are written rpm:torque with blanks between, like 1000:120 2500:151.');
  const rpm = points.map((p) => p[0]!);
  const torqueNm = points.map((p) => p[1]! * row.factor(column));
  const evidence = row.evidence('Curve evidence', was?.evidence);
  const same = was?.evidence === evidence && was.rpm.join() === rpm.join() && was.torqueNm.join() === torqueNm.join();
  if (same) return was;
  return {
    id: was?.id ?? 'table',
    name: was?.name ?? 'From a table',
    rpm,
    torqueNm,
    standard: was?.standard ?? 'none',
    evidence,
    inUse: true,
  };
}

function massOf(row: TableRow, was: MassRecord | undefined): MassRecord | undefined {
  const massKg = row.figure('Mass', 'kg', was?.massKg);
  if (!massKg) return undefined;
  const basis = row.one('Mass basis', MASS_BASES, was?.basis ?? 'unknown');
  if (was && was.massKg === massKg && was.basis === basis) return was;
  return { id: was?.id ?? 'table', basis, includes: was?.includes ?? [], massKg, inUse: true };
}

/**
 * Engines from a table with the headings of `enginesCsv`. Only the name must be there: what a table doesn't tell is taken
 * from the row that is here under the same Id, else it stays unknown.
 * @throws InputError naming the line and the heading.
 */
export function readEnginesCsv(text: string | TableSheet, here: readonly Engine[] = [], told?: TableTold): Engine[] {
  return readRows(text, told, TABLE_COLUMNS.engines, ['Name'], here, (row, id, was) => {
    const name = row.text('Name');
    const above = (title: string, unit: string, f: Figure | undefined): Figure | undefined => {
      const figure = row.figure(title, unit, f);
      if (figure && figure.value <= 0) throw row.fault(`${title} (${unit})`, 'a figure above 0 is needed.');
      return figure;
    };
    const mass = massOf(row, inUseOrFirst(was?.massRecords ?? []));
    const curve = curveOf(row, inUseOrFirst(was?.curves ?? []));
    const base: Omit<Engine, 'id' | 'name' | 'retired'> = was ?? {
      shortName: name.slice(0, 20),
      codes: [],
      curves: [],
      solids: [],
      slots: [],
      bosses: [],
      ports: [],
      massRecords: [],
      ancillaryMasses: [],
      faults: [],
    };
    const codes = row.has('Codes')
      ? row
          .text('Codes')
          .split(';')
          .map((c) => c.trim())
          .filter(Boolean)
      : base.codes;
    const { retired: wasRetired, ...kept } = { retired: undefined, ...base };
    const retired = row.has('Archived') ? row.yes('Archived') : wasRetired === true;
    const whole = (column: string, was: number | undefined) => (row.has(column) ? row.whole(column) : was);
    const one = <T extends string>(column: string, of: readonly T[], was: T | undefined) =>
      row.has(column) ? row.one(column, of) : was;
    return {
      ...kept,
      id,
      name,
      codes,
      ...known({
        family: row.has('Family') ? row.text('Family') : base.family,
        builtFrom: whole('Built from', base.builtFrom),
        builtTo: whole('Built to', base.builtTo),
        cylinders: whole('Cylinders', base.cylinders),
        arrangement: one('Arrangement', ['inline', 'vee', 'flat'], base.arrangement),
        fuel: one('Fuel', ['petrol', 'diesel'], base.fuel),
        induction: one('Induction', ['naturally aspirated', 'turbocharged', 'supercharged'], base.induction),
        boreMm: above('Bore', 'mm', base.boreMm),
        strokeMm: above('Stroke', 'mm', base.strokeMm),
        compressionRatio: above('Compression', 'ratio', base.compressionRatio),
        redlineRpm: above('Redline', 'rpm', base.redlineRpm),
        price: row.price(base.price),
      }),
      massRecords: mass ? withRecord(base.massRecords, inUseOrFirst(base.massRecords), mass) : base.massRecords,
      curves: curve ? withRecord(base.curves, inUseOrFirst(base.curves), curve) : base.curves,
      ...(retired ? { retired } : {}),
    };
  });
}

/**
 * Gearboxes from a table with the headings of `gearboxesCsv`. Name and ratios must be there; the rest as with engines. Ratios stand with blanks between, first gear first.
 * @throws InputError naming the line and the heading.
 */
export function readGearboxesCsv(
  text: string | TableSheet,
  here: readonly Gearbox[] = [],
  told?: TableTold,
): Gearbox[] {
  return readRows(text, told, TABLE_COLUMNS.gearboxes, ['Name', 'Ratios'], here, (row, id, was) => {
    const name = row.text('Name');
    const wasRating = inUseOrFirst((was?.ratings ?? []).filter((r) => r.gear === undefined));
    const torqueNm = row.figure('Torque rating', 'N·m', wasRating?.torqueNm);
    const rating: Rating | undefined =
      torqueNm === wasRating?.torqueNm
        ? wasRating
        : torqueNm && { id: wasRating?.id ?? 'table', ...wasRating, torqueNm, inUse: true };
    const base: Omit<Gearbox, 'id' | 'name' | 'retired'> = was ?? {
      shortName: name.slice(0, 20),
      kind: 'manual',
      ratios: [],
      ratings: [],
      solids: [],
      ports: [],
      wants: [],
    };
    const { retired: wasRetired, ...kept } = { retired: undefined, ...base };
    const retired = row.has('Archived') ? row.yes('Archived') : wasRetired === true;
    return {
      ...kept,
      id,
      name,
      kind: row.one('Kind', GEARBOX_KINDS, base.kind),
      ratios: row.numbers('Ratios'),
      ...(row.has('Final drive inside') ? { finalDriveInside: row.number('Final drive inside') } : {}),
      ratings: rating ? withRecord(base.ratings, wasRating, rating) : base.ratings,
      ...known({
        reverseRatio: row.has('Reverse') ? row.number('Reverse') : base.reverseRatio,
        lengthMm: row.figure('Length', 'mm', base.lengthMm),
        massKg: row.figure('Mass', 'kg', base.massKg),
        price: row.price(base.price),
      }),
      ...(retired ? { retired } : {}),
    };
  });
}

/**
 * Parts from a table with the headings of `partsCsv`, in any order; only Name and Class must be there.
 * @throws InputError naming the line and the heading.
 */
export function readPartsCsv(text: string | TableSheet, here: readonly Part[] = [], told?: TableTold): Part[] {
  return readRows(text, told, TABLE_COLUMNS.parts, ['Name', 'Class'], here, (row, id, was) => {
    const base: Omit<Part, 'id' | 'name' | 'class'> = was ?? {
      provides: [],
      closes: [],
      requires: [],
      excludes: [],
      solids: [],
      made: 'by a maker',
    };
    return {
      ...base,
      id,
      name: row.text('Name'),
      class: row.one('Class', PART_CLASSES),
      ...known({
        massKg: row.figure('Mass', 'kg', base.massKg),
        price: row.price(base.price),
        hours: hoursOf(row, base.hours),
        leadDays: row.has('Lead time (days)') ? Math.round(row.number('Lead time (days)')) : base.leadDays,
        discontinued: row.has('Discontinued') ? row.yes('Discontinued') : base.discontinued,
        note: row.has('Note') ? row.text('Note') : base.note,
      }),
    };
  });
}

/** Hours low, likely and high; what is there already is kept where the table says the same. */
function hoursOf(row: TableRow, was: ThreePoint | undefined): ThreePoint | undefined {
  if (!row.has('Hours likely')) return was;
  const likely = row.number('Hours likely');
  const low = row.number('Hours low', was?.likely === likely ? was.low : likely * 0.75);
  const high = row.number('Hours high', was?.likely === likely ? was.high : likely * 1.6);
  return was?.likely === likely && was.low === low && was.high === high
    ? was
    : { low, likely, high, evidence: was?.evidence ?? 'estimated' };
}

export const TABLE_KINDS = ['engines', 'gearboxes', 'parts'] as const;
export type TableKind = (typeof TABLE_KINDS)[number];

/** Headings that only one of the tables has. */
const TELLS: Readonly<Record<TableKind, readonly string[]>> = {
  engines: ['Bore (mm)', 'Stroke (mm)', 'Cylinders', 'Curve (rpm:N·m)'],
  gearboxes: ['Ratios'],
  parts: ['Class'],
};

/** Which table it is, by its headings; undefined where they tell none. */
export const kindOfTable = ({ head }: Pick<TableSheet, 'head'>): TableKind | undefined =>
  TABLE_KINDS.find((kind) => guessColumns(head, TABLE_COLUMNS[kind]).some(({ to }) => TELLS[kind].includes(to ?? '')));

/**
 * A table of engines, gearboxes or parts, in whatever a spreadsheet writes: which of them is told by its headings, or by a person, who may
 * also have said which column is which.
 * @throws InputError where the headings tell none of them, InputErrors where lines are at fault.
 */
export function readLibraryTable(
  text: string,
  library: Library,
  told: TableTold & { readonly kind?: TableKind | undefined } = {},
): Library {
  const sheet = readSheet(text);
  const nothing = { engines: [], gearboxes: [], parts: [] };
  switch (told.kind ?? kindOfTable(sheet)) {
    case 'engines':
      return { ...nothing, engines: readEnginesCsv(sheet, library.engines, told) };
    case 'gearboxes':
      return { ...nothing, gearboxes: readGearboxesCsv(sheet, library.gearboxes, told) };
    case 'parts':
      return { ...nothing, parts: readPartsCsv(sheet, library.parts, told) };
    case undefined:
      throw new InputError(
        '/head',
        'The first line must contain the column names: “Bore (mm)” for engines, “Ratios” for gearboxes, “Class” for parts.',
      );
  }
}
