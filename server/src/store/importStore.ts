import {
  checkBuild,
  checkEngine,
  checkGearbox,
  checkPart,
  withNewIds,
  type Build,
  type Bundle,
  type ImportReport,
} from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';
import { insertBuild, readBuild } from './buildStore.ts';
import { insertEngine, insertGearbox, insertPart, readRow, type LibraryKind } from './libraryStore.ts';
import { same } from './same.ts';

/** Brings a bundle in, in one transaction. Nothing is overwritten: the same id with other content comes in under a new id. */
export async function importBundle(db: Db, bundle: Bundle): Promise<ImportReport> {
  bundle.library.engines.forEach((e, i) => checkEngine(e, `/library/engines/${i}`));
  bundle.library.gearboxes.forEach((g, i) => checkGearbox(g, `/library/gearboxes/${i}`));
  bundle.library.parts.forEach((p, i) => checkPart(p, `/library/parts/${i}`));
  checkBuild(bundle.build, '/build');
  return db.tx(async (q) => {
    const rows: ImportReport['rows'][number][] = [];
    const renamed = {
      engines: new Map<string, string>(),
      gearboxes: new Map<string, string>(),
      parts: new Map<string, string>(),
    };
    const bring = async <T extends { id: string }>(
      kind: LibraryKind,
      list: readonly T[],
      insert: (q: Queryable, row: T) => Promise<void>,
    ) => {
      for (const row of list) {
        const here = await readRow(q, kind, row.id);
        if (here === undefined) {
          await insert(q, row);
          rows.push({ kind, id: row.id, outcome: 'added' });
        } else if (same(here, row)) rows.push({ kind, id: row.id, outcome: 'already here' });
        else {
          const newId = await freeId(row.id, async (id) => {
            const other = await readRow(q, kind, id);
            return other === undefined ? 'free' : same(other, { ...row, id }) ? 'same' : 'taken';
          });
          if (newId.state === 'free') await insert(q, { ...row, id: newId.id });
          renamed[kind].set(row.id, newId.id);
          rows.push({
            kind,
            id: row.id,
            outcome: newId.state === 'free' ? 'added under a new id' : 'already here',
            newId: newId.id,
          });
        }
      }
    };
    await bring('engines', bundle.library.engines, insertEngine);
    await bring('gearboxes', bundle.library.gearboxes, insertGearbox);
    await bring('parts', bundle.library.parts, insertPart);
    const build = withNewIds(bundle.build, renamed);
    const standing = async (id: string): Promise<Build | undefined> => {
      const found = await q.query('SELECT 1 FROM build WHERE id = $1', [id]);
      return found.length === 0 ? undefined : (await readBuild(q, id)).build;
    };
    const here = await standing(build.id);
    if (here === undefined) {
      await insertBuild(q, build);
      return { buildId: build.id, build: 'added' as const, rows };
    }
    if (same(here, build)) return { buildId: build.id, build: 'already here' as const, rows };
    const free = await freeId(build.id, async (id) => ((await standing(id)) === undefined ? 'free' : 'taken'));
    await insertBuild(q, { ...build, id: free.id });
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
