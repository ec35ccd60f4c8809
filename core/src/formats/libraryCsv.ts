import { csvFormatRows, csvParseRows } from 'd3-dsv';
import { PART_CLASSES, type Engine, type Gearbox, type Library, type Part } from '../model/index.ts';
import { EVIDENCE, InputError, type Evidence, type Figure } from '../units/index.ts';

const BOM = '\uFEFF';
const safe = (s: string) => (/^[=+\-@\t\r]/.test(s) && Number.isNaN(Number(s)) ? `'${s}` : s);
const figure = (f: Figure | undefined) => [
  f ? String(f.value) : '',
  f?.plusMinus === undefined ? '' : String(f.plusMinus),
  f?.evidence ?? '',
];

/** Engines as a table, one a row: the figures that are compared, each with its ± and evidence. Metric units, in the headings. */
export function enginesCsv(engines: readonly Engine[]): string {
  const of = (title: string, unit: string) => [`${title} (${unit})`, `${title} ±`, `${title} evidence`];
  return (
    BOM +
    csvFormatRows([
      [
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
        'Price low',
        'Price likely',
        'Price high',
        'Price evidence',
        'Retired',
      ],
      ...engines.map((e) => {
        const m = e.massRecords.find((r) => r.inUse) ?? e.massRecords[0];
        return [
          e.id,
          e.name,
          e.family,
          e.codes.join(' '),
          String(e.builtFrom),
          String(e.builtTo),
          String(e.cylinders),
          e.arrangement,
          e.fuel,
          e.induction,
          ...figure(e.boreMm),
          ...figure(e.strokeMm),
          ...figure(e.compressionRatio),
          ...figure(e.redlineRpm),
          m?.basis ?? '',
          ...figure(m?.massKg),
          String(e.price.low),
          String(e.price.likely),
          String(e.price.high),
          e.price.evidence,
          e.retired ? 'yes' : '',
        ].map(safe);
      }),
    ])
  );
}

export function gearboxesCsv(gearboxes: readonly Gearbox[]): string {
  return (
    BOM +
    csvFormatRows([
      [
        'Id',
        'Name',
        'Kind',
        'Ratios',
        'Reverse',
        'Final drive inside',
        'Rated (N·m)',
        'Rated ±',
        'Rated evidence',
        'Length (mm)',
        'Length ±',
        'Length evidence',
        'Mass (kg)',
        'Mass ±',
        'Mass evidence',
        'Price low',
        'Price likely',
        'Price high',
        'Price evidence',
        'Retired',
      ],
      ...gearboxes.map((g) => {
        const r = g.ratings.find((x) => x.inUse && x.gear === undefined) ?? g.ratings[0];
        return [
          g.id,
          g.name,
          g.kind,
          g.ratios.join(' '),
          String(g.reverseRatio),
          g.finalDriveInside === undefined ? '' : String(g.finalDriveInside),
          ...figure(r?.torqueNm),
          ...figure(g.lengthMm),
          ...figure(g.massKg),
          String(g.price.low),
          String(g.price.likely),
          String(g.price.high),
          g.price.evidence,
          g.retired ? 'yes' : '',
        ].map(safe);
      }),
    ])
  );
}

const PART_COLUMNS = [
  'Id',
  'Name',
  'Class',
  'Mass (kg)',
  'Mass ±',
  'Mass evidence',
  'Price low',
  'Price likely',
  'Price high',
  'Price evidence',
  'Hours low',
  'Hours likely',
  'Hours high',
  'Lead time (days)',
  'No longer made',
  'Note',
] as const;

export function partsCsv(parts: readonly Part[]): string {
  return (
    BOM +
    csvFormatRows([
      [...PART_COLUMNS],
      ...parts.map((p) =>
        [
          p.id,
          p.name,
          p.class,
          ...figure(p.massKg),
          String(p.price.low),
          String(p.price.likely),
          String(p.price.high),
          p.price.evidence,
          String(p.hours.low),
          String(p.hours.likely),
          String(p.hours.high),
          String(p.leadDays),
          p.discontinued ? 'yes' : '',
          p.note ?? '',
        ].map(safe),
      ),
    ])
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

/**
 * Parts from a table with the headings of `partsCsv`, in any order; only Name, Class and the likely price must be there.
 * A comma in figures is taken as a decimal point where no point stands.
 * @throws InputError naming the line and the heading.
 */
export function readPartsCsv(text: string): Part[] {
  const rows = csvParseRows(text.replace(/^\uFEFF/, ''));
  const head = (rows[0] ?? []).map((h) => h.trim());
  const at = new Map(head.map((h, i) => [h.toLowerCase(), i]));
  for (const needed of ['Name', 'Class', 'Price likely'])
    if (!at.has(needed.toLowerCase()))
      throw new InputError(
        '/head',
        `The first line must name the columns; “${needed}” is missing. Columns read: ${PART_COLUMNS.join(', ')}.`,
      );
  const unknown = head.filter((h) => h !== '' && !PART_COLUMNS.some((c) => c.toLowerCase() === h.toLowerCase()));
  if (unknown.length > 0)
    throw new InputError('/head', `Column “${unknown[0]}” is not known. Columns read: ${PART_COLUMNS.join(', ')}.`);
  const ids = new Set<string>();
  return rows.slice(1).flatMap((row, n): Part[] => {
    if (row.every((cell) => cell.trim() === '')) return [];
    const line = n + 2;
    const cell = (c: (typeof PART_COLUMNS)[number]) =>
      (row[at.get(c.toLowerCase()) ?? -1] ?? '').trim().replace(/^'/, '');
    const number = (c: (typeof PART_COLUMNS)[number], otherwise: number): number => {
      const raw = cell(c);
      if (raw === '') return otherwise;
      const value = Number(raw.includes('.') ? raw : raw.replace(',', '.'));
      if (!Number.isFinite(value))
        throw new InputError(`/${line}/${c}`, `Line ${line}, ${c}: “${raw}” is not a number.`);
      return value;
    };
    const evidence = (c: (typeof PART_COLUMNS)[number]): Evidence => {
      const raw = cell(c) || 'claimed';
      if (!(EVIDENCE as readonly string[]).includes(raw))
        throw new InputError(`/${line}/${c}`, `Line ${line}, ${c}: “${raw}” is none of ${EVIDENCE.join(', ')}.`);
      return raw as Evidence;
    };
    const name = cell('Name');
    if (name === '') throw new InputError(`/${line}/Name`, `Line ${line} has no name.`);
    const kind = cell('Class');
    if (!(PART_CLASSES as readonly string[]).includes(kind))
      throw new InputError(
        `/${line}/Class`,
        `Line ${line}: “${kind}” is no class of part. Classes: ${PART_CLASSES.join(', ')}.`,
      );
    const likely = number('Price likely', NaN);
    if (Number.isNaN(likely)) throw new InputError(`/${line}/Price likely`, `Line ${line} has no likely price.`);
    const hours = number('Hours likely', 0);
    let id = cell('Id') || idFrom(name);
    for (let k = 2; ids.has(id); k++) id = `${idFrom(name)}-${k}`;
    ids.add(id);
    const plusMinus = cell('Mass ±') === '' ? {} : { plusMinus: number('Mass ±', 0) };
    const note = cell('Note');
    return [
      {
        id,
        name,
        class: kind as Part['class'],
        provides: [],
        closes: [],
        requires: [],
        excludes: [],
        solids: [],
        massKg: { value: number('Mass (kg)', 0), ...plusMinus, evidence: evidence('Mass evidence') },
        price: {
          low: number('Price low', likely * 0.85),
          likely,
          high: number('Price high', likely * 1.3),
          evidence: evidence('Price evidence'),
        },
        hours: {
          low: number('Hours low', hours * 0.75),
          likely: hours,
          high: number('Hours high', hours * 1.6),
          evidence: 'estimated',
        },
        leadDays: Math.round(number('Lead time (days)', 0)),
        discontinued: /^(yes|true|1|x)$/i.test(cell('No longer made')),
        made: 'by a maker',
        ...(note ? { note } : {}),
      },
    ];
  });
}

/** A kind of the library as a table. */
export function libraryCsv(kind: 'engines' | 'gearboxes' | 'parts', library: Library): string {
  if (kind === 'engines') return enginesCsv(library.engines);
  return kind === 'gearboxes' ? gearboxesCsv(library.gearboxes) : partsCsv(library.parts);
}

/**
 * Two columns of figures, as they are pasted from a sheet or a CSV: rpm and torque, with tabs, semicolons, commas or
 * blanks between. A heading line is passed over; decimal commas are read where columns are parted otherwise.
 * @throws InputError naming the line.
 */
export function readTwoColumns(text: string): { rpm: number[]; torqueNm: number[] } {
  const rpm: number[] = [];
  const torqueNm: number[] = [];
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  lines.forEach((line, n) => {
    if (line.trim() === '') return;
    const parted = /[;\t]/.test(line)
      ? line.split(/[;\t]/)
      : /,\s|^[^,]*,[^,]*$/.test(line) && !/\s/.test(line.trim())
        ? line.split(',')
        : line.trim().split(/[\s]+/);
    const cells = parted.map((c) => c.trim().replace(/,$/, '')).filter((c) => c !== '');
    const values = cells.map((c) => Number(c.includes('.') ? c : c.replace(',', '.')));
    if (rpm.length === 0 && values.some((v) => !Number.isFinite(v))) return;
    if (values.length < 2 || !Number.isFinite(values[0]) || !Number.isFinite(values[1]))
      throw new InputError(`/${n + 1}`, `Line ${n + 1} has no two figures: “${line.trim().slice(0, 40)}”.`);
    rpm.push(values[0]!);
    torqueNm.push(values[1]!);
  });
  if (rpm.length < 2) throw new InputError('/1', 'Two lines or more with rpm and torque are needed.');
  return { rpm, torqueNm };
}

/**
 * Points of a compressor map: corrected flow in kg/s, pressure ratio, efficiency as a share, and the wheel speed where
 * there is a fourth column. A heading line is passed over.
 * @throws InputError naming the line.
 */
export function readMapCsv(
  text: string,
): { flowKgPerS: number; pressureRatio: number; efficiency: number; wheelRpm?: number }[] {
  const points: { flowKgPerS: number; pressureRatio: number; efficiency: number; wheelRpm?: number }[] = [];
  const delimiter = text.includes(';') ? ';' : text.includes('\t') ? '\t' : ',';
  text
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/)
    .forEach((line, n) => {
      if (line.trim() === '') return;
      const values = line
        .split(delimiter)
        .map((c) => Number(delimiter === ',' ? c.trim() : c.trim().replace(',', '.')));
      const [flowKgPerS, pressureRatio, efficiency, wheelRpm] = values;
      const read = [flowKgPerS, pressureRatio, efficiency].every((v) => v !== undefined && Number.isFinite(v));
      if (!read && points.length === 0) return;
      if (!read)
        throw new InputError(
          `/${n + 1}`,
          `Line ${n + 1} has no three figures (flow kg/s, ratio, efficiency): “${line.slice(0, 40)}”.`,
        );
      points.push({
        flowKgPerS: flowKgPerS!,
        pressureRatio: pressureRatio!,
        efficiency: efficiency!,
        ...(wheelRpm !== undefined && Number.isFinite(wheelRpm) ? { wheelRpm } : {}),
      });
    });
  return points;
}
