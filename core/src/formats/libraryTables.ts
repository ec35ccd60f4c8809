import {
  MASS_BASES,
  PART_CLASSES,
  type Engine,
  type Gearbox,
  type Library,
  type MassRecord,
  type Part,
  type Rating,
  type TorqueCurve,
} from '../model/index.ts';
import { InputError, type Figure } from '../units/index.ts';
import { idFrom, inUseOrFirst, TABLE_COLUMNS } from './libraryCsv.ts';
import { headingsOf, readTable, type TableRow } from './tableRow.ts';

const GEARBOX_KINDS = [
  'manual',
  'automatic',
  'dual clutch',
  'sequential',
] as const satisfies readonly Gearbox['kind'][];
const guessed = (value: number, from: string, plusMinus?: number): Figure => ({
  value,
  ...(plusMinus === undefined ? {} : { plusMinus }),
  evidence: 'estimated',
  source: from,
});

/** Rows of a table with ids of their own; the row that is here under that id, if any, lends what the table doesn't tell. */
function readRows<R extends { readonly id: string }>(
  text: string,
  columns: readonly string[],
  needed: readonly string[],
  here: readonly R[],
  read: (row: TableRow, id: string, was: R | undefined) => R,
): R[] {
  const ids = new Set<string>();
  return readTable(text, columns, needed).map((row) => {
    const name = row.text('Name');
    const base = row.text('Id', idFrom(name));
    let id = base;
    for (let k = 2; ids.has(id); k++) id = `${base}-${k}`;
    ids.add(id);
    // An id that was made from the name is nobody's word that the same thing is meant.
    return read(row, id, row.has('Id') ? here.find((r) => r.id === id) : undefined);
  });
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
    .map((p) => p.split(':').map((v) => Number(v.includes('.') ? v : v.replace(',', '.'))));
  if (points.length < 2 || points.some((p) => p.length !== 2 || !p.every(Number.isFinite)))
    throw row.fault(column, 'points are written rpm:torque with blanks between, like 1000:120 2500:151.');
  const rpm = points.map((p) => p[0]!);
  const torqueNm = points.map((p) => p[1]!);
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

/** Litres of oil and coolant for each litre of engine, and the least of either: rules for a passenger car's engine. */
const OIL_L_PER_L = 1.7;
const COOLANT_L_PER_L = 2.6;

/**
 * Engines from a table with the headings of `enginesCsv`. Name, cylinders, bore, stroke, compression, redline and likely
 * price must be there. What a table can't tell (solids, bosses, ports, dressing) is taken from the row that is here under
 * the same Id, else left empty; idle, oil, coolant and centre of mass are then estimated and say from what.
 * @throws InputError naming the line and the heading.
 */
export function readEnginesCsv(text: string, here: readonly Engine[] = []): Engine[] {
  const needed = [
    'Name',
    'Cylinders',
    'Bore (mm)',
    'Stroke (mm)',
    'Compression (ratio)',
    'Redline (rpm)',
    'Price likely',
  ];
  return readRows(text, TABLE_COLUMNS.engines, needed, here, (row, id, was) => {
    const name = row.text('Name');
    const must = (title: string, unit: string, f: Figure | undefined): Figure => {
      const figure = row.figure(title, unit, f);
      if (!figure || figure.value <= 0) throw row.fault(`${title} (${unit})`, 'a figure above nought is needed.');
      return figure;
    };
    const cylinders = row.whole('Cylinders', was?.cylinders);
    const arrangement = row.one('Arrangement', ['inline', 'vee', 'flat'], was?.arrangement ?? 'inline');
    const fuel = row.one('Fuel', ['petrol', 'diesel'], was?.fuel ?? 'petrol');
    const boreMm = must('Bore', 'mm', was?.boreMm);
    const strokeMm = must('Stroke', 'mm', was?.strokeMm);
    const litres = (Math.PI / 4) * boreMm.value ** 2 * strokeMm.value * cylinders * 1e-6;
    const blockMm = (boreMm.value + 12) * Math.ceil(arrangement === 'inline' ? cylinders : cylinders / 2);
    const builtFrom = row.whole('Built from', was?.builtFrom ?? 1900);
    const mass = massOf(row, inUseOrFirst(was?.massRecords ?? []));
    const curve = curveOf(row, inUseOrFirst(was?.curves ?? []));
    const base: Omit<Engine, 'id' | 'name' | 'retired'> = was ?? {
      shortName: name.slice(0, 20),
      family: name,
      codes: [],
      builtFrom,
      builtTo: 2100,
      arrangement,
      cylinders,
      valvesPerCylinder: 2,
      boreMm,
      strokeMm,
      compressionRatio: guessed(10, 'a table'),
      blockMaterial: 'not known',
      induction: 'naturally aspirated',
      fuel,
      curves: [],
      idleRpm: guessed(fuel === 'diesel' ? 750 : 850, 'the fuel'),
      redlineRpm: guessed(6000, 'a table'),
      solids: [],
      slots: [],
      bosses: [],
      ports: [],
      needs: ['alternator', 'starter', 'flywheel', 'clutch', 'intake', 'exhaust manifold', 'oil', 'coolant'],
      massRecords: [],
      ancillaryMasses: [],
      comMm: { at: [Math.round(blockMm / 2), 0, 110], plusMinusMm: 60, evidence: 'estimated' },
      oilL: guessed(Math.max(3, OIL_L_PER_L * litres), 'displacement', 1),
      coolantL: guessed(Math.max(3, COOLANT_L_PER_L * litres), 'displacement', 1.5),
      price: { low: 0, likely: 0, high: 0, evidence: 'claimed' },
      faults: [],
      supply: { scarcity: 'to be found', makerActive: false },
    };
    const codes = row.has('Codes')
      ? row
          .text('Codes')
          .split(';')
          .map((c) => c.trim())
          .filter(Boolean)
      : base.codes;
    const { retired: wasRetired, ...kept } = { retired: undefined, ...base };
    const retired = row.has('Retired') ? row.yes('Retired') : wasRetired === true;
    return {
      ...kept,
      id,
      name,
      family: row.text('Family', base.family),
      codes,
      builtFrom,
      builtTo: row.whole('Built to', base.builtTo),
      cylinders,
      arrangement,
      fuel,
      induction: row.one('Induction', ['naturally aspirated', 'turbocharged', 'supercharged'], base.induction),
      boreMm,
      strokeMm,
      compressionRatio: must('Compression', 'ratio', was?.compressionRatio),
      redlineRpm: must('Redline', 'rpm', was?.redlineRpm),
      massRecords: mass ? withRecord(base.massRecords, inUseOrFirst(base.massRecords), mass) : base.massRecords,
      curves: curve ? withRecord(base.curves, inUseOrFirst(base.curves), curve) : base.curves,
      price: row.price(was?.price),
      ...(retired ? { retired } : {}),
    };
  });
}

/**
 * Gearboxes from a table with the headings of `gearboxesCsv`. Name, ratios, reverse and likely price must be there; the
 * rest as with engines. Ratios stand with blanks between, first gear first.
 * @throws InputError naming the line and the heading.
 */
export function readGearboxesCsv(text: string, here: readonly Gearbox[] = []): Gearbox[] {
  return readRows(
    text,
    TABLE_COLUMNS.gearboxes,
    ['Name', 'Ratios', 'Reverse', 'Price likely'],
    here,
    (row, id, was) => {
      const name = row.text('Name');
      const wasRating = inUseOrFirst((was?.ratings ?? []).filter((r) => r.gear === undefined));
      const torqueNm = row.figure('Rated', 'N·m', wasRating?.torqueNm);
      const rating: Rating | undefined =
        torqueNm === wasRating?.torqueNm
          ? wasRating
          : torqueNm && { id: wasRating?.id ?? 'table', ...wasRating, torqueNm, inUse: true };
      const lengthMm = row.figure('Length', 'mm', was?.lengthMm) ?? guessed(650, 'the usual length', 80);
      const base: Omit<Gearbox, 'id' | 'name' | 'retired'> = was ?? {
        shortName: name.slice(0, 20),
        kind: 'manual',
        ratios: [],
        reverseRatio: 1,
        ratings: [],
        solids: [],
        lengthMm,
        shifterMm: [-0.8 * lengthMm.value, 0, 120],
        outputMm: [-lengthMm.value, 0, 0],
        mountMm: [-0.75 * lengthMm.value, 0, -90],
        ports: [],
        wants: [],
        efficiencyDirect: guessed(0.98, 'direct gear'),
        efficiencyOther: guessed(0.96, 'a pair of gears'),
        massKg: guessed(38, 'the usual mass', 8),
        comMm: [-0.4 * lengthMm.value, 0, -20],
        oilL: guessed(2, 'the usual fill', 0.5),
        price: { low: 0, likely: 0, high: 0, evidence: 'claimed' },
      };
      const { retired: wasRetired, ...kept } = { retired: undefined, ...base };
      const retired = row.has('Retired') ? row.yes('Retired') : wasRetired === true;
      return {
        ...kept,
        id,
        name,
        kind: row.one('Kind', GEARBOX_KINDS, base.kind),
        ratios: row.numbers('Ratios'),
        reverseRatio: row.number('Reverse', was?.reverseRatio),
        ...(row.has('Final drive inside') ? { finalDriveInside: row.number('Final drive inside') } : {}),
        ratings: rating ? withRecord(base.ratings, wasRating, rating) : base.ratings,
        lengthMm,
        massKg: row.figure('Mass', 'kg', base.massKg) ?? base.massKg,
        price: row.price(was?.price),
        ...(retired ? { retired } : {}),
      };
    },
  );
}

/**
 * Parts from a table with the headings of `partsCsv`, in any order; only Name, Class and the likely price must be there.
 * @throws InputError naming the line and the heading.
 */
export function readPartsCsv(text: string, here: readonly Part[] = []): Part[] {
  return readRows(text, TABLE_COLUMNS.parts, ['Name', 'Class', 'Price likely'], here, (row, id, was) => {
    const hours = row.number('Hours likely', was?.hours.likely ?? 0);
    const sameHours = was && was.hours.likely === hours;
    const spread = {
      low: row.number('Hours low', sameHours ? was.hours.low : hours * 0.75),
      likely: hours,
      high: row.number('Hours high', sameHours ? was.hours.high : hours * 1.6),
    };
    const base: Omit<Part, 'id' | 'name' | 'class' | 'price' | 'hours' | 'massKg'> = was ?? {
      provides: [],
      closes: [],
      requires: [],
      excludes: [],
      solids: [],
      leadDays: 0,
      discontinued: false,
      made: 'by a maker',
    };
    return {
      ...base,
      id,
      name: row.text('Name'),
      class: row.one('Class', PART_CLASSES),
      massKg: row.figure('Mass', 'kg', was?.massKg) ?? { value: 0, evidence: 'claimed' },
      price: row.price(was?.price),
      hours:
        was && sameHours && was.hours.low === spread.low && was.hours.high === spread.high
          ? was.hours
          : { ...spread, evidence: was?.hours.evidence ?? 'estimated' },
      leadDays: Math.round(row.number('Lead time (days)', base.leadDays)),
      discontinued: row.has('No longer made') ? row.yes('No longer made') : base.discontinued,
      ...(row.has('Note') ? { note: row.text('Note') } : {}),
    };
  });
}

/**
 * A table of engines, gearboxes or parts: which of them is told by its headings.
 * @throws InputError where the headings tell none of them, or a line is at fault.
 */
export function readLibraryTable(text: string, library: Library): Library {
  const head = new Set(headingsOf(text).map((h) => h.toLowerCase()));
  const nothing = { engines: [], gearboxes: [], parts: [] };
  if (head.has('bore (mm)')) return { ...nothing, engines: readEnginesCsv(text, library.engines) };
  if (head.has('ratios')) return { ...nothing, gearboxes: readGearboxesCsv(text, library.gearboxes) };
  if (head.has('class')) return { ...nothing, parts: readPartsCsv(text, library.parts) };
  throw new InputError(
    '/head',
    'The first line must name the columns: “Bore (mm)” tells engines, “Ratios” gearboxes, “Class” parts.',
  );
}
