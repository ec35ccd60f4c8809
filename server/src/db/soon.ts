import type { Db } from './db.ts';

/** A database that is still being opened: what is asked of it waits until it is there. */
export function dbSoon(opening: Promise<Db>): Db {
  return {
    query: async (sql, params) => (await opening).query(sql, params),
    script: async (sql) => (await opening).script(sql),
    tx: async (work) => (await opening).tx(work),
    alive: async () => (await opening).alive(),
    close: async () => (await opening).close(),
  };
}
