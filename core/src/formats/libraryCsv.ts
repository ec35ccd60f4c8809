import type { Engine, Gearbox, Library, Part, ThreePoint } from '../model/index.ts';
import { type Figure } from '../units/index.ts';
import { sheetText, type DecimalMark } from './tableSheet.ts';

const safe = (s: string) => (/^[=+\-@\t\r]/.test(s) && Number.isNaN(Number(s)) ? `'${s}` : s);
const figure = (f: Figure | undefined) => [
  f ? String(f.value) : '',
  f?.plusMinus === undefined ? '' : String(f.plusMinus),
  f?.evidence ?? '',
];

const text = (x: string | number | undefined) => (x === undefined ? '' : String(x));
const threePoint = (t: ThreePoint | undefined) => [text(t?.low), text(t?.likely), text(t?.high)];

const of = (title: string, unit: string) => [`${title} (${unit})`, `${title} ±`, `${title} evidence`];
const PRICE = ['Price low', 'Price likely', 'Price high', 'Price evidence'];

/** Headings of the three tables, out and in. */
export const TABLE_COLUMNS = {
  engines: [
    'Id',
    'Name',
    'Family',
    'Codes',
    'Built from',
    'Built to',
    'Cylinders',
    'Arrangement',
    'Fuel',
    'Induction',
    ...of('Bore', 'mm'),
    ...of('Stroke', 'mm'),
    ...of('Compression', 'ratio'),
    ...of('Redline', 'rpm'),
    'Mass basis',
    ...of('Mass', 'kg'),
    ...PRICE,
    'Curve (rpm:N·m)',
    'Curve evidence',
    'Archived',
  ],
  gearboxes: [
    'Id',
    'Name',
    'Kind',
    'Ratios',
    'Reverse',
    'Final drive inside',
    ...of('Torque rating', 'N·m'),
    ...of('Length', 'mm'),
    ...of('Mass', 'kg'),
    ...PRICE,
    'Archived',
  ],
  parts: [
    'Id',
    'Name',
    'Class',
    ...of('Mass', 'kg'),
    ...PRICE,
    'Hours low',
    'Hours likely',
    'Hours high',
    'Lead time (days)',
    'Discontinued',
    'Note',
  ],
} as const satisfies Record<string, readonly string[]>;

/** The record that a table shows: the one in use, else the first. */
export const inUseOrFirst = <T extends { readonly inUse: boolean }>(list: readonly T[]): T | undefined =>
  list.find((x) => x.inUse) ?? list[0];

/** Engines as a table, one a row: the figures that are compared, each with its ± and evidence. Metric units, in the headings. */
function enginesCsv(engines: readonly Engine[], decimal?: DecimalMark): string {
  return sheetText(
    [
      [...TABLE_COLUMNS.engines],
      ...engines.map((e) => {
        const m = inUseOrFirst(e.massRecords);
        const c = inUseOrFirst(e.curves);
        return [
          e.id,
          e.name,
          text(e.family),
          e.codes.join('; '),
          text(e.builtFrom),
          text(e.builtTo),
          text(e.cylinders),
          text(e.arrangement),
          text(e.fuel),
          text(e.induction),
          ...figure(e.boreMm),
          ...figure(e.strokeMm),
          ...figure(e.compressionRatio),
          ...figure(e.redlineRpm),
          m?.basis ?? '',
          ...figure(m?.massKg),
          ...threePoint(e.price),
          e.price?.evidence ?? '',
          c ? c.rpm.map((n, i) => `${n}:${c.torqueNm[i]}`).join(' ') : '',
          c?.evidence ?? '',
          e.retired ? 'yes' : '',
        ].map(safe);
      }),
    ],
    decimal,
  );
}

function gearboxesCsv(gearboxes: readonly Gearbox[], decimal?: DecimalMark): string {
  return sheetText(
    [
      [...TABLE_COLUMNS.gearboxes],
      ...gearboxes.map((g) => {
        const r = inUseOrFirst(g.ratings.filter((x) => x.gear === undefined));
        return [
          g.id,
          g.name,
          g.kind,
          g.ratios.join(' '),
          text(g.reverseRatio),
          text(g.finalDriveInside),
          ...figure(r?.torqueNm),
          ...figure(g.lengthMm),
          ...figure(g.massKg),
          ...threePoint(g.price),
          g.price?.evidence ?? '',
          g.retired ? 'yes' : '',
        ].map(safe);
      }),
    ],
    decimal,
  );
}

export function partsCsv(parts: readonly Part[], decimal?: DecimalMark): string {
  return sheetText(
    [
      [...TABLE_COLUMNS.parts],
      ...parts.map((p) =>
        [
          p.id,
          p.name,
          p.class,
          ...figure(p.massKg),
          ...threePoint(p.price),
          p.price?.evidence ?? '',
          ...threePoint(p.hours),
          text(p.leadDays),
          p.discontinued ? 'yes' : '',
          p.note ?? '',
        ].map(safe),
      ),
    ],
    decimal,
  );
}

/** An id from a name: letters, digits and dashes; the other word where nothing of it is left. */
export function idFrom(name: string, otherwise = 'row'): string {
  return (
    name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || otherwise
  );
}

/** A kind of the library as a table. */
export function libraryCsv(kind: 'engines' | 'gearboxes' | 'parts', library: Library, decimal?: DecimalMark): string {
  if (kind === 'engines') return enginesCsv(library.engines, decimal);
  return kind === 'gearboxes' ? gearboxesCsv(library.gearboxes, decimal) : partsCsv(library.parts, decimal);
}
