import { unitIn, type Quantity } from '../units/index.ts';

/** What a column of a table is: the heading that it is read under, and how many of its units one of the file’s is; left out without one. */
export interface ColumnMap {
  readonly to?: string | undefined;
  readonly factor?: number | undefined;
}

/** A heading as it is read: its title, and what its figures are where they have a unit. */
export interface ColumnSpec {
  readonly heading: string;
  readonly title: string;
  readonly unit?: string;
  readonly quantity?: Quantity;
}

/** Units that headings of Sable’s own tables carry, and what they measure. */
const QUANTITY_OF: Readonly<Record<string, Quantity>> = {
  mm: 'lengthMm',
  kg: 'massKg',
  N·m: 'torqueNm',
  rpm: 'rpm',
  'rpm:N·m': 'torqueNm',
};

/** A heading taken apart: “Bore (mm)” is a bore in mm. */
export function specOf(heading: string): ColumnSpec {
  const found = /^(.*?) \(([^)]*)\)$/.exec(heading);
  if (!found) return { heading, title: heading };
  const [, title, unit] = found as unknown as [string, string, string];
  const quantity = QUANTITY_OF[unit];
  return { heading, title, unit, ...(quantity ? { quantity } : {}) };
}

/** Units that a column of a quantity may be in, the one that is kept first. */
const UNITS: Partial<Record<Quantity, readonly string[]>> = {
  lengthMm: ['mm', 'cm', 'in'],
  massKg: ['kg', 'lb'],
  torqueNm: ['N·m', 'lb-ft', 'kgf·m'],
};

export interface ColumnUnit {
  readonly word: string;
  readonly factor: number;
}

/** The units that a column may be in, with what one of each is in what is kept; none where its figures have no unit to choose. */
export const unitsOf = (spec: ColumnSpec): ColumnUnit[] =>
  (spec.quantity === undefined ? [] : (UNITS[spec.quantity] ?? [])).map((word) => ({
    word,
    factor: unitIn(word, spec.quantity!)?.toInternal ?? 1,
  }));

/** What people call a column, in plain words. */
const ALSO: Readonly<Record<string, readonly string[]>> = {
  Mass: ['weight'],
  'Price likely': ['price', 'cost'],
  Ratios: ['gears', 'gear ratios'],
  Class: ['kind of part', 'type'],
  Compression: ['compression ratio'],
  'Final drive inside': ['final drive'],
  // Tables that went out before these were called so come in still.
  'Torque rating': ['rated', 'rating', 'rated torque'],
  'Torque rating ±': ['rated ±'],
  'Torque rating evidence': ['rated evidence'],
  Archived: ['retired'],
  Discontinued: ['no longer made'],
  'Hours likely': ['hours'],
  'Lead time': ['lead time', 'lead days'],
  Curve: ['torque curve'],
  Note: ['notes', 'remarks'],
};

/** A heading without its unit, brackets and case. */
const plain = (text: string) =>
  text
    .toLocaleLowerCase()
    .replaceAll(/[([{][^)\]}]*[)\]}]/g, ' ')
    .replaceAll(/[^\p{L}\p{N}±]+/gu, ' ')
    .trim();

/** How many of a column’s units one of those in a heading is; 1 where the heading tells none. */
export function factorIn(heading: string, spec: ColumnSpec): number {
  if (!spec.quantity) return 1;
  const behind = heading.slice(heading.search(/[([{,]/) + 1) || heading;
  return (unitIn(behind, spec.quantity) ?? unitIn(heading, spec.quantity))?.toInternal ?? 1;
}

/** Whether a heading is a column: by its words with or without its unit, or by another word for it. */
function isColumn(heading: string, spec: ColumnSpec): boolean {
  if (heading.toLocaleLowerCase() === spec.heading.toLocaleLowerCase()) return true;
  const has = plain(heading);
  const wanted = [spec.title, ...(ALSO[spec.title] ?? [])].map(plain);
  if (wanted.includes(has)) return true;
  // “Bore in” and “bore, in”: the unit as its last word.
  const unit = spec.quantity && unitIn(heading, spec.quantity);
  return unit !== undefined && wanted.some((w) => has === `${w} ${plain(unit.word)}`.trim());
}

/** What each column of a table likely is; a heading that two could be is the first of them, and none is taken twice. */
export function guessColumns(head: readonly string[], columns: readonly string[]): ColumnMap[] {
  const specs = columns.map(specOf);
  const taken = new Set<string>();
  const found = head.map((heading): { spec?: ColumnSpec; heading: string } => {
    const spec = heading === '' ? undefined : specs.find((s) => !taken.has(s.heading) && isColumn(heading, s));
    if (spec) taken.add(spec.heading);
    return spec ? { spec, heading } : { heading };
  });
  return found.map(({ spec, heading }) => {
    if (!spec) return {};
    // A ± is in the unit of what it is of.
    const of = / ±$/.test(spec.heading)
      ? found.find((f) => f.spec?.title === spec.title.replace(/ ±$/, '') && f.spec.quantity)
      : undefined;
    const factor = of?.spec ? factorIn(of.heading, of.spec) : factorIn(heading, spec);
    return { to: spec.heading, ...(factor === 1 ? {} : { factor }) };
  });
}
