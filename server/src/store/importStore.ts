import {
  checkBuild,
  checkEngine,
  checkFamily,
  checkOffer,
  checkGearbox,
  checkPart,
  withNewIds,
  type Build,
  type Bundle,
  type ImportReport,
  type Library,
} from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';
import { insertBuild, readBuild } from './buildStore.ts';
import { refuseUnknown } from './libraryChanges.ts';
import { addRows, readRow, readRows, writeRow, type RowOf } from './libraryStore.ts';
import { keepPicture, pictureOf } from './pictureStore.ts';
import same from 'fast-deep-equal';

/** Told how many rows have come in, of how many. */
export type Progress = (rows: number, of: number) => void;

/** Kinds whose rows come in under a new id where another has theirs. */
type Renamed = 'engines' | 'gearboxes' | 'parts' | 'offers';

interface Brought {
  readonly rows: ImportReport['rows'][number][];
  readonly renamed: Readonly<Record<Renamed, ReadonlyMap<string, string>>>;
}

/** What a schema can't say of rows that come in. */
function checkRows(library: Library, pointer: string): void {
  library.engines.forEach((e, i) => checkEngine(e, `${pointer}/engines/${i}`));
  library.gearboxes.forEach((g, i) => checkGearbox(g, `${pointer}/gearboxes/${i}`));
  library.parts.forEach((p, i) => checkPart(p, `${pointer}/parts/${i}`));
  library.families?.forEach((f, i) => checkFamily(f, `${pointer}/families/${i}`));
  library.offers?.forEach((o, i) => checkOffer(o, `${pointer}/offers/${i}`));
}

/** Brings rows in. Nothing is overwritten: the same id with other content comes in under a new id. */
async function bringRows(q: Queryable, library: Library, progress: Progress): Promise<Brought> {
  const all = library.engines.length + library.gearboxes.length + library.parts.length + (library.offers?.length ?? 0);
  let come = 0;
  const rows: ImportReport['rows'][number][] = [];
  const renamed = {
    engines: new Map<string, string>(),
    gearboxes: new Map<string, string>(),
    parts: new Map<string, string>(),
    offers: new Map<string, string>(),
  };
  const bring = async <K extends Renamed>(kind: K, list: readonly RowOf[K][]) => {
    const known = await readRows(
      q,
      kind,
      list.map((r) => r.id),
    );
    const adding: RowOf[K][] = [];
    const add = (row: RowOf[K]) => {
      known.set(row.id, row);
      adding.push(row);
    };
    for (const row of list) {
      const here = known.get(row.id);
      if (here === undefined) {
        add(row);
        rows.push({ kind, id: row.id, outcome: 'added' });
      } else if (same(here, row)) rows.push({ kind, id: row.id, outcome: 'already here' });
      else {
        const newId = await freeId(row.id, async (id) => {
          const other = known.get(id) ?? (await readRow(q, kind, id));
          return other === undefined ? 'free' : same(other, { ...row, id }) ? 'same' : 'taken';
        });
        if (newId.state === 'free') add({ ...row, id: newId.id });
        renamed[kind].set(row.id, newId.id);
        rows.push({
          kind,
          id: row.id,
          outcome: newId.state === 'free' ? 'added under a new id' : 'already here',
          newId: newId.id,
        });
      }
    }
    await addRows(q, kind, adding, (n) => progress((come += n), all));
    progress((come += list.length - adding.length), all);
  };
  await bring('engines', library.engines);
  await bring('gearboxes', library.gearboxes);
  // A kit names what comes in it: those first, for they may come in under new ids.
  await bring(
    'parts',
    library.parts.filter((p) => !p.inKit),
  );
  for (const kit of library.parts)
    if (kit.inKit) await bring('parts', [{ ...kit, inKit: kit.inKit.map((id) => renamed.parts.get(id) ?? id) }]);
  // Engines name their family; a family that is here already, by name, stays as it is.
  for (const family of library.families ?? []) await bringFamily(q, family, rows);
  // Offers name engines and gearboxes, that may have come in under new ids.
  const named = (of: 'engines' | 'gearboxes', id: string | undefined) => id && (renamed[of].get(id) ?? id);
  const offers = (library.offers ?? []).map((o) => ({
    ...o,
    ...(o.engineId ? { engineId: named('engines', o.engineId)! } : {}),
    ...(o.gearboxId ? { gearboxId: named('gearboxes', o.gearboxId)! } : {}),
  }));
  for (const offer of offers) await refuseUnknown(q, offer);
  await bring('offers', offers);
  return { rows, renamed };
}

async function bringFamily(q: Queryable, family: RowOf['families'], rows: Brought['rows']): Promise<void> {
  const [named] = await q.query<{ doc: unknown }>('SELECT doc FROM family WHERE name = $1', [family.name]);
  if (named) {
    rows.push({ kind: 'families', id: family.id, outcome: 'already here' });
    return;
  }
  const taken = (await readRow(q, 'families', family.id)) !== undefined;
  const id = taken
    ? (await freeId(family.id, async (x) => ((await readRow(q, 'families', x)) === undefined ? 'free' : 'taken'))).id
    : family.id;
  await writeRow(q, 'families', { ...family, id });
  rows.push({
    kind: 'families',
    id: family.id,
    outcome: taken ? 'added under a new id' : 'added',
    ...(taken ? { newId: id } : {}),
  });
}

/** Rows of a library file into the library, in one transaction. */
export function importLibrary(
  db: Db,
  library: Library,
  progress: Progress = () => {},
): Promise<Pick<ImportReport, 'rows'>> {
  checkRows(library, '');
  return db.tx(async (q) => ({ rows: (await bringRows(q, library, progress)).rows }));
}

/** Brings a bundle in, in one transaction. Nothing is overwritten: the same id with other content comes in under a new id. */
export async function importBundle(db: Db, bundle: Bundle, progress: Progress = () => {}): Promise<ImportReport> {
  checkRows(bundle.library, '/library');
  checkBuild(bundle.build, '/build');
  const pictures = (bundle.pictures ?? []).map((p, i) => pictureOf(p, `/pictures/${i}`));
  return db.tx(async (q) => {
    for (const { type, bytes } of pictures) await keepPicture(q, type, bytes);
    const { rows, renamed } = await bringRows(q, bundle.library, progress);
    const build = withNewIds(bundle.build, renamed);
    const standing = async (id: string): Promise<Build | undefined> => {
      const found = await q.query('SELECT 1 FROM build WHERE id = $1', [id]);
      return found.length === 0 ? undefined : (await readBuild(q, id)).build;
    };
    const here = await standing(build.id);
    if (here === undefined) {
      await insertBuild(q, build, '/build');
      return { buildId: build.id, build: 'added' as const, rows };
    }
    if (same(here, build)) return { buildId: build.id, build: 'already here' as const, rows };
    const free = await freeId(build.id, async (id) => {
      const other = await standing(id);
      return other === undefined ? 'free' : same(other, { ...build, id }) ? 'same' : 'taken';
    });
    if (free.state === 'same') return { buildId: free.id, build: 'already here' as const, rows };
    await insertBuild(q, { ...build, id: free.id }, '/build');
    return { buildId: free.id, build: 'added under a new id' as const, rows };
  });
}

/** The first of id-2, id-3 … that is free, or holds the same already. */
async function freeId(
  id: string,
  look: (id: string) => Promise<'free' | 'same' | 'taken'>,
): Promise<{ id: string; state: 'free' | 'same' }> {
  for (let n = 2; ; n++) {
    const next = `${id.slice(0, 58)}-${n}`;
    const state = await look(next);
    if (state !== 'taken') return { id: next, state };
  }
}
