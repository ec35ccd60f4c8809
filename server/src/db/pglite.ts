import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { PGlite, types, type Transaction } from '@electric-sql/pglite';
import type { Db, Queryable, Row } from './db.ts';
import { takeLock } from './lock.ts';

/** Opens PGlite on a folder, or in memory without one (tests), there from a copy of another if one is given. */
export async function openPglite(folder?: string, copy?: Blob): Promise<Db & { readonly dump: () => Promise<Blob> }> {
  let unlock = () => {};
  if (folder !== undefined) {
    mkdirSync(folder, { recursive: true });
    unlock = takeLock(path.join(folder, 'lock'));
  }
  let db: PGlite;
  try {
    db = await PGlite.create({
      ...(folder === undefined ? {} : { dataDir: path.join(folder, 'db') }),
      ...(copy ? { loadDataDir: copy } : {}),
      parsers: { [types.INT8]: (v: string) => Number(v) },
    });
  } catch (error) {
    unlock();
    throw error;
  }
  const wrap = (x: PGlite | Transaction): Queryable => ({
    query: async <T extends Row>(sql: string, params: unknown[] = []) => (await x.query<T>(sql, params)).rows,
    script: async (sql) => void (await x.exec(sql)),
  });
  return {
    ...wrap(db),
    dump: () => db.dumpDataDir('none'),
    tx: (work) => db.transaction((t) => work(wrap(t))),
    close: async () => {
      await db.close();
      unlock();
    },
  };
}
