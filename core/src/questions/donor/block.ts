import { indexOf, type Engine, type Subject } from '../../model/index.ts';
import { identify } from './identify.ts';

/** The years in which the block of a candidate was cast: from marks read, else the seller's year, else all the engine was built. */
export interface BlockYears {
  readonly from: number;
  readonly to: number;
  readonly known: 'from casting mark' | 'model year stated by seller' | 'full production period';
  readonly bosses?: 'there' | 'missing';
}

export function blockYears(subject: Pick<Subject, 'candidate' | 'engine' | 'library'>): BlockYears {
  const { candidate, engine, library } = subject;
  const family = indexOf(library).families.get(engine.family ?? '');
  const read = candidate.inspection?.marksRead ?? [];
  if (family && read.length > 0) {
    const id = identify(family, library.engines, read);
    if (id.builtFrom !== undefined || id.builtTo !== undefined || id.bosses)
      return {
        from: id.builtFrom ?? engine.builtFrom ?? -Infinity,
        to: id.builtTo ?? engine.builtTo ?? Infinity,
        known: 'from casting mark',
        ...(id.bosses ? { bosses: id.bosses } : {}),
      };
  }
  const year = candidate.bought?.listing.builtYear;
  if (year !== undefined) return { from: year, to: year, known: 'model year stated by seller' };
  return { from: engine.builtFrom ?? -Infinity, to: engine.builtTo ?? Infinity, known: 'full production period' };
}

/** The years of a block in words; those that nobody has entered are said to be unknown. */
export function yearsOf({ from, to, known }: BlockYears): string {
  const year = (y: number) => (Number.isFinite(y) ? String(y) : 'an unknown year');
  return from === to ? `${year(from)} (${known})` : `${year(from)} to ${year(to)} (${known})`;
}

/** A boss by its id, or by the name that it has on every engine of the family. */
export const bossNamed = (engine: Engine, wanted: string) =>
  engine.bosses.find((b) => b.id === wanted || b.name === wanted);

/** The years of castings that have a boss; of one that nobody has said any of, all. */
type Boss = Engine['bosses'][number];
export const firstYear = ({ fromYear }: Boss): number => fromYear ?? -Infinity;
export const lastYear = ({ toYear }: Boss): number => toYear ?? Infinity;

/** Whether the block has a boss: sure, surely not, or only in some of the years that it may be of. */
export function hasBoss(engine: Engine, wanted: string, years: BlockYears): 'yes' | 'no' | 'some' {
  const bosses = engine.bosses.filter((b) => b.id === wanted || b.name === wanted);
  if (bosses.length === 0) return 'no';
  if (
    years.bosses &&
    bosses.some((b) => firstYear(b) > (engine.builtFrom ?? -Infinity) || lastYear(b) < (engine.builtTo ?? Infinity))
  )
    return years.bosses === 'there' ? 'yes' : 'no';
  const inAll = bosses.some((b) => firstYear(b) <= years.from && lastYear(b) >= years.to);
  if (inAll) return 'yes';
  return bosses.some((b) => firstYear(b) <= years.to && lastYear(b) >= years.from) ? 'some' : 'no';
}
