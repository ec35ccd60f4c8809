import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import type { Db } from '../src/db/db.ts';
import { dbAt, serveDb } from '../src/db/port.ts';
import { openInThread } from '../src/db/thread.ts';
import { paths } from '../src/paths.ts';
import { openFolder } from './shop.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'sable-thread-'));
const at = (name: string) => path.join(folder, name);
const opened: Db[] = [];
afterAll(async () => {
  for (const db of opened) await db.close();
  rmSync(folder, { recursive: true, force: true });
});

let here: Db;
let there: Db;
beforeAll(async () => {
  here = await openFolder(at('here'));
  await (await openFolder(at('db'))).close();
  there = await openInThread(paths.dbThread, at('db'));
  opened.push(here, there);
  for (const db of [here, there]) await db.script('CREATE TABLE t (n int PRIMARY KEY, doc jsonb, bytes bytea)');
}, 60_000);

const count = async (db: Db) => (await db.query<{ n: number }>('SELECT count(*)::int AS n FROM t'))[0]!.n;

test('a thread answers as a database here does: documents, bytes, times, whole numbers', async () => {
  const answers = await Promise.all(
    [here, there].map(async (db) => {
      await db.query('INSERT INTO t VALUES ($1, $2, $3)', [
        1,
        JSON.stringify({ a: [1.5, null] }),
        Buffer.from([0, 255]),
      ]);
      const [row] = await db.query(
        `SELECT doc, bytes, timestamptz '2026-01-11 10:00Z' AS at, 9007199254740991::bigint AS big FROM t`,
      );
      return { ...row, bytes: [...(row!['bytes'] as Uint8Array)] };
    }),
  );
  expect(answers[1]).toEqual(answers[0]);
  expect(answers[1]).toEqual({
    doc: { a: [1.5, null] },
    bytes: [0, 255],
    at: new Date('2026-01-11T10:00:00Z'),
    big: 9_007_199_254_740_991,
  });
});

test('an error keeps its words and its code, and the transaction that it ended is taken back', async () => {
  for (const db of [here, there]) {
    const before = await count(db);
    await expect(
      db.tx(async (q) => {
        await q.query('INSERT INTO t (n) VALUES (2)');
        await q.query('INSERT INTO t (n) VALUES (1)');
      }),
    ).rejects.toMatchObject({ code: '23505', message: expect.stringContaining('duplicate key') as string });
    expect(await count(db)).toBe(before);
    // Said by the work itself, not by the database.
    await expect(
      db.tx(async (q) => {
        await q.query('INSERT INTO t (n) VALUES (2)');
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect(await count(db)).toBe(before);
  }
});

test('transactions that are asked for at once wait for each other', async () => {
  await there.query('DELETE FROM t');
  await there.query('INSERT INTO t (n) VALUES (0)');
  await Promise.all(
    Array.from({ length: 20 }, () =>
      there.tx(async (q) => {
        const [row] = await q.query<{ n: number }>('SELECT n FROM t');
        await q.query('UPDATE t SET n = $1', [row!.n + 1]);
      }),
    ),
  );
  expect(await there.query('SELECT n FROM t')).toEqual([{ n: 20 }]);
});

test('whoever goes amid a transaction leaves nothing behind, and the next one is not held up; it is alive all the time', async () => {
  const { port1, port2 } = new MessageChannel();
  serveDb(port1, there);
  const other = dbAt(port2);
  const before = await count(there);
  const writing = other.tx(async (q) => {
    await q.query('INSERT INTO t (n) VALUES (99)');
    await there.alive();
    port2.close();
    await new Promise(() => {});
  });
  void writing.catch(() => {});
  // Waits for the transaction that is never ended by who began it.
  expect(await there.tx((q) => q.query<{ n: number }>('SELECT count(*)::int AS n FROM t'))).toEqual([{ n: before }]);
  await expect(other.query('SELECT 1')).rejects.toThrow('The database is closed.');
}, 20_000);

test('what can’t be opened says so; a thread that is gone is told to who waits and who asks', async () => {
  await expect(openInThread(paths.dbThread, '/proc/nothing/db')).rejects.toThrow();
  await (await openFolder(at('second'))).close();
  const db = await openInThread(paths.dbThread, at('second'));
  await db.close();
  await expect(db.query('SELECT 1')).rejects.toThrow(/stopped|closed/);
}, 60_000);
