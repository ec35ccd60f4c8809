import same from 'fast-deep-equal';
import type { Library } from './build.ts';

/** Lists of a library whose rows a choice keeps. */
const LISTS = ['engines', 'gearboxes', 'parts', 'families'] as const;

interface InForce {
  readonly library: Library;
  /** Names of the rows that differ today, or are gone. */
  readonly moved: readonly string[];
}
const known = new WeakMap<Library, WeakMap<Library, InForce>>();

/**
 * Today's library with the rows in it that were kept when a candidate was chosen, in place of what they have become. The same
 * object each time; today's own where nothing differs.
 */
export function libraryInForce(today: Library, frozen: Library): InForce {
  const byFrozen = known.get(today) ?? new WeakMap<Library, InForce>();
  known.set(today, byFrozen);
  let found = byFrozen.get(frozen);
  if (!found) byFrozen.set(frozen, (found = compare(today, frozen)));
  return found;
}

function compare(today: Library, frozen: Library): InForce {
  const moved: string[] = [];
  const lists = LISTS.map((list) => {
    const rows: readonly { id: string; name: string }[] = today[list] ?? [];
    const kept: readonly { id: string; name: string }[] = frozen[list] ?? [];
    const changed = kept.filter(
      (row) =>
        !same(
          row,
          rows.find((r) => r.id === row.id),
        ),
    );
    moved.push(...changed.map((row) => row.name));
    const ids = new Set(changed.map((row) => row.id));
    return [list, [...rows.filter((r) => !ids.has(r.id)), ...changed]] as const;
  });
  return moved.length === 0
    ? { library: today, moved }
    : { library: Object.fromEntries(lists) as unknown as Library, moved };
}
