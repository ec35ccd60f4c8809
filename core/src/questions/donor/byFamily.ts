import same from 'fast-deep-equal';
import { yearsBuilt, type Engine } from '../../model/index.ts';
import { weakened } from './weakened.ts';

type Listed = Pick<Engine, 'id' | 'name' | 'family' | 'codes' | 'builtFrom' | 'builtTo' | 'retired'>;

/** Families that engines on offer belong to, by name. */
export const familiesOf = (engines: readonly Listed[]): string[] =>
  [...new Set(engines.flatMap((e) => (e.retired || !e.family ? [] : [e.family])))].sort((a, b) => a.localeCompare(b));

/** The spans of years in which engines of a family were built, in words, oldest first. */
export function yearsOfFamily(engines: readonly Listed[], family: string): string[] {
  const of = engines.filter((e) => !e.retired && e.family === family);
  return [...new Set(of.toSorted((a, b) => (a.builtFrom ?? 0) - (b.builtFrom ?? 0)).map(yearsBuilt))];
}

export interface CodedEngine {
  readonly engineId: string;
  /** The codes stamped on it, or that none is entered; its name. */
  readonly words: string;
}

/** Engines of a family and years by what is stamped on them. */
export const codedEngines = (engines: readonly Listed[], family: string, years: string): CodedEngine[] =>
  engines
    .filter((e) => !e.retired && e.family === family && yearsBuilt(e) === years)
    .map((e) => ({
      engineId: e.id,
      words: `${e.codes.length > 0 ? e.codes.join(', ') : 'no code entered'}: ${e.name}`,
    }));

/** What engines of one family may share: how they are made and what bolts to them, never what one of them was measured to. */
const SHARED = [
  'arrangement',
  'cylinders',
  'valvesPerCylinder',
  'boreMm',
  'strokeMm',
  'blockMaterial',
  'headMaterial',
  'fuel',
  'induction',
  'bellPattern',
  'ports',
  'bosses',
  'needs',
] as const satisfies readonly (keyof Engine)[];

export interface FamilyShare {
  readonly fields: Partial<Engine>;
  /** Engines of the family that it is told from. */
  readonly of: readonly string[];
}

/**
 * What a new engine of a family and year has as all others of it have: only what every one that was built then says alike, with its
 * evidence lowered to estimated. Nothing is averaged or made up; empty where the library has no other of them.
 */
export function sharedByFamily(engines: readonly Engine[], family: string, year: number | undefined): FamilyShare {
  const of = engines.filter(
    (e) =>
      !e.retired &&
      e.family === family &&
      (year === undefined || ((e.builtFrom ?? -Infinity) <= year && (e.builtTo ?? Infinity) >= year)),
  );
  const [first, ...rest] = of;
  if (!first) return { fields: {}, of: [] };
  const alike = SHARED.filter((key) => {
    const value = first[key];
    if (value === undefined || (Array.isArray(value) && value.length === 0)) return false;
    return rest.every((e) => same(e[key], value));
  });
  return {
    fields: Object.fromEntries(alike.map((key) => [key, weakened(first[key])])) as Partial<Engine>,
    of: of.map((e) => e.name),
  };
}
