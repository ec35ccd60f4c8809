import type { MessagePort } from 'node:worker_threads';
import type { Db, Queryable, Row } from './db.ts';

/** What is asked of a database through a port; `tx` is the transaction that it belongs to. */
interface Ask {
  readonly n: number;
  readonly op: 'query' | 'script' | 'begin' | 'commit' | 'rollback' | 'alive' | 'close';
  readonly tx?: number | undefined;
  readonly sql?: string;
  readonly params?: readonly unknown[];
}
interface Told {
  readonly n: number;
  readonly rows?: readonly Row[];
  /** Errors lose all but their message between threads. */
  readonly error?: { readonly message: string; readonly code?: string };
}

interface OpenTx {
  readonly q: Queryable;
  readonly end: (keep: boolean) => Promise<void>;
}

/** Thrown into a transaction that is taken back. */
class TakenBack extends Error {}

/** A transaction that stays open until it is told how to end. */
function begin(db: Db): Promise<OpenTx> {
  return new Promise((resolve, reject) => {
    let tell: (keep: boolean) => void;
    const how = new Promise<boolean>((said) => (tell = said));
    const whole = db.tx(async (q) => {
      resolve({
        q,
        end: async (keep) => {
          tell(keep);
          await whole.catch((error: unknown) => {
            if (!(error instanceof TakenBack)) throw error;
          });
        },
      });
      if (!(await how)) throw new TakenBack();
    });
    whole.catch(reject);
  });
}

/**
 * Answers for a database through a port. A transaction of somebody whose port has closed, for their thread was ended, is taken back.
 */
export function serveDb(port: MessagePort, db: Db): void {
  const open = new Map<number, OpenTx>();
  let gone = false;
  const answer = async ({ op, tx, sql, params }: Ask): Promise<readonly Row[] | undefined> => {
    const of = tx === undefined ? undefined : open.get(tx);
    switch (op) {
      case 'query':
        return (of?.q ?? db).query(sql!, [...params!]);
      case 'script':
        return (of?.q ?? db).script(sql!).then(() => undefined);
      case 'begin': {
        const begun = await begin(db);
        if (gone) await begun.end(false);
        else open.set(tx!, begun);
        return undefined;
      }
      case 'commit':
      case 'rollback':
        open.delete(tx!);
        return of!.end(op === 'commit').then(() => undefined);
      case 'alive':
        return db.alive().then(() => undefined);
      case 'close':
        return db.close().then(() => undefined);
    }
  };
  port.on('message', (ask: Ask) => {
    answer(ask).then(
      (rows) => port.postMessage({ n: ask.n, ...(rows ? { rows } : {}) } satisfies Told),
      (error: Error & { code?: string }) =>
        port.postMessage({
          n: ask.n,
          error: { message: error.message, ...(error.code === undefined ? {} : { code: error.code }) },
        } satisfies Told),
    );
  });
  port.on('close', () => {
    gone = true;
    // Where the database is closed meanwhile there is nothing left to take back.
    for (const { end } of open.values()) end(false).catch(() => {});
    open.clear();
  });
}

/** A database that somebody serves at the other end of a port. Once `lost` is called, whoever waits or asks is told so. */
export function dbAt(port: MessagePort): Db & { readonly lost: (why: Error) => void } {
  const waiting = new Map<
    number,
    { resolve: (rows: readonly Row[] | undefined) => void; reject: (e: Error) => void }
  >();
  let last = 0;
  let why: Error | undefined;
  const lost = (error: Error) => {
    why ??= error;
    for (const { reject } of waiting.values()) reject(why);
    waiting.clear();
  };
  port.on('message', ({ n, rows, error }: Told) => {
    const asked = waiting.get(n);
    waiting.delete(n);
    if (error) asked?.reject(Object.assign(new Error(error.message), error));
    else asked?.resolve(rows);
  });
  port.on('close', () => lost(new Error('The database is closed.')));
  const ask = (what: Omit<Ask, 'n'>): Promise<readonly Row[] | undefined> =>
    new Promise((resolve, reject) => {
      if (why) return reject(why);
      const n = ++last;
      waiting.set(n, { resolve, reject });
      port.postMessage({ ...what, n } satisfies Ask);
    });
  const through = (tx?: number): Queryable => ({
    query: async <T extends Row>(sql: string, params: unknown[] = []) =>
      (await ask({ op: 'query', tx, sql, params })) as T[],
    script: async (sql) => void (await ask({ op: 'script', tx, sql })),
  });
  return {
    ...through(),
    tx: async (work) => {
      const tx = ++last;
      await ask({ op: 'begin', tx });
      try {
        const result = await work(through(tx));
        await ask({ op: 'commit', tx });
        return result;
      } catch (error) {
        // A commit that failed has ended it already.
        await ask({ op: 'rollback', tx }).catch(() => {});
        throw error;
      }
    },
    alive: async () => void (await ask({ op: 'alive' })),
    close: async () => void (await ask({ op: 'close' })),
    lost,
  };
}
