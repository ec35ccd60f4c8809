import { existsSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Db } from './db.ts';
import { takeLock } from './lock.ts';
import { migrate } from './migrate.ts';
import { openPglite } from './pglite.ts';

/** Made under this name, and called `db` when it is whole. */
const MAKING = 'db.making';
const BEFORE_RESET = 'db.before-reset';
/** Written once a shop is made: without its database the folder is not a new one. */
const MARK = 'shop.json';

interface Asked {
  readonly migrations: string;
  /** Fills a database that is made anew, its tables too; without it none is made. */
  readonly make?: ((db: Db) => Promise<void>) | undefined;
  /** What is there is put aside and made anew. */
  readonly reset?: boolean | undefined;
  /** The file of the newest backup, should what is there be past reading. */
  readonly newestBackup?: string | undefined;
  readonly say: (sentence: string) => void;
  /** Called once the folder is this process’s own. */
  readonly locked?: (() => void) | undefined;
  /** How a database is opened; in this thread if nothing else is said. */
  readonly openDb?: ((folder: string) => Promise<Db>) | undefined;
}

/**
 * The database of a data folder, locked. A new one is made beside its place and moved there when it is whole, so that one that was
 * interrupted is begun again; one that can’t be read is never replaced.
 * @throws Error in one sentence that names the folder, and the newest backup where there is one
 */
export async function openShopFolder(
  folder: string,
  { migrations, make, reset, newestBackup, say, locked, openDb = openPglite }: Asked,
): Promise<Db> {
  const unlock = await takeLock(folder);
  locked?.();
  try {
    const at = (name: string) => path.join(folder, name);
    for (const name of readdirSync(folder)) if (name.startsWith(MAKING)) rmSync(at(name), { recursive: true });
    if (reset && existsSync(at('db'))) {
      rmSync(at(BEFORE_RESET), { recursive: true, force: true });
      renameSync(at('db'), at(BEFORE_RESET));
      rmSync(at(MARK), { force: true });
      say(`What was there is kept in ${at(BEFORE_RESET)} until the next reset.`);
    }
    const there = existsSync(at('db')) && readdirSync(at('db')).length > 0;
    if (!there) {
      if (existsSync(at(MARK))) throw unreadable(folder, 'it is gone', newestBackup);
      if (!make) throw new Error(`There is no shop in ${folder}.`);
      rmSync(at('db'), { recursive: true, force: true });
      say('Making the database, about 10 s.');
      const made = at(`${MAKING}-${process.pid}`);
      const db = await openDb(made);
      try {
        await make(db);
      } catch (error) {
        await db.close();
        rmSync(made, { recursive: true, force: true });
        throw error;
      }
      await db.close();
      renameSync(made, at('db'));
    } else if (!existsSync(at('db/PG_VERSION'))) throw unreadable(folder, 'a file of it is missing', newestBackup);
    const db = await opened(folder, newestBackup, openDb);
    await migrate(db, migrations);
    if (!existsSync(at(MARK))) writeFileSync(at(MARK), `${JSON.stringify({ kind: 'Sable shop' })}\n`);
    return {
      ...db,
      close: async () => {
        await db.close();
        unlock();
      },
    };
  } catch (error) {
    unlock();
    throw error;
  }
}

function unreadable(folder: string, why: string, newest: string | undefined): Error {
  return new Error(
    `The database in ${path.join(folder, 'db')} can’t be read: ${why}. Nothing was changed. ${
      newest === undefined
        ? 'No backup found next to it; put back a copy of the folder, or start with another by --data.'
        : `Put the newest backup into a new folder: npm run restore -- ${newest} --data FOLDER`
    }`,
  );
}

/** An existing database, opened and asked whether it is one of a shop. */
async function opened(
  folder: string,
  newestBackup: string | undefined,
  openDb: (folder: string) => Promise<Db>,
): Promise<Db> {
  let db: Db;
  try {
    db = await openDb(path.join(folder, 'db'));
  } catch {
    // What the database says of itself is for those who make it.
    throw unreadable(folder, 'it is damaged', newestBackup);
  }
  try {
    const [row] = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM migration');
    await db.query(
      'SELECT (SELECT count(*) FROM build), (SELECT count(*) FROM engine), (SELECT count(*) FROM change_log)',
    );
    if (row!.n > 0) return db;
  } catch {
    // Told below.
  }
  await db.close().catch(() => {});
  throw unreadable(folder, 'tables of it are missing or damaged', newestBackup);
}
