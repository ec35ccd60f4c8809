import { PGlite, types, type Transaction } from '@electric-sql/pglite';
import type { Db, Queryable, Row } from './db.ts';

/** Opens PGlite on a folder, or in memory without one (tests), there from a copy of another if one is given. */
export async function openPglite(dataDir?: string, copy?: Blob): Promise<Db & { readonly dump: () => Promise<Blob> }> {
  const db = await PGlite.create({
    ...(dataDir === undefined ? {} : { dataDir }),
    ...(copy ? { loadDataDir: copy } : {}),
    parsers: { [types.INT8]: (v: string) => Number(v) },
  });
  const wrap = (x: PGlite | Transaction): Queryable => ({
    query: async <T extends Row>(sql: string, params: unknown[] = []) => (await x.query<T>(sql, params)).rows,
    script: async (sql) => void (await x.exec(sql)),
  });
  return {
    ...wrap(db),
    dump: () => db.dumpDataDir('none'),
    tx: (work) => db.transaction((t) => work(wrap(t))),
    alive: async () => {
      if (db.closed) throw new Error('The database is closed.');
    },
    close: () => db.close(),
  };
}
