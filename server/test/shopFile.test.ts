/** The whole shop as one file: out, in again with everything that hangs on it, and refused where it is not whole. */
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { gunzipSync, gzipSync } from 'node:zlib';
import fc from 'fast-check';
import type { Db } from '../src/db/db.ts';
import { openPglite } from '../src/db/pglite.ts';
import { backUpToday, backupFolder, keptDays, newestBackup } from '../src/files/backups.ts';
import { addShop, restoreInto } from '../src/files/restore.ts';
import { readShopFile, shopTables } from '../src/files/shopFile.ts';
import { paths } from '../src/paths.ts';
import { call, openShop, shopOn, type BuildBody, type Shop } from './shop.ts';

let shop: Shop;
let bytes: Buffer;
const EDITS = 200;
beforeAll(async () => {
  shop = await openShop(true);
  for (let i = 0; i < EDITS; i++) {
    const { version, build } = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    await call(shop, 'PUT', '/builds/glider-tug/brief', { ...build.brief, hourlyRate: 20 + i }, { version });
    if (i % 5 === 4) await call(shop, 'POST', '/builds/glider-tug/undo');
  }
  await shop.app.inject({
    method: 'POST',
    url: '/api/v1/pictures',
    headers: { host: 'localhost', 'content-type': 'image/png' },
    payload: Buffer.from('89504e470d0a1a0a0000000049454e44ae426082', 'hex'),
  });
  bytes = (await shop.app.inject({ method: 'GET', url: '/api/v1/shop/backup', headers: { host: 'localhost' } }))
    .rawPayload;
}, 90_000);
afterAll(() => shop.close());

const read = (b: Buffer) => readShopFile(Readable.from([b]));
/** Every row of every table as the database writes it, by its sum. */
async function rowsOf(db: Db): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const { name } of await shopTables(db))
    all[name] = (await db.query<{ r: string }>(`SELECT row_to_json(t)::text AS r FROM "${name}" t ORDER BY 1`)).map(
      (x) => createHash('sha256').update(x.r).digest('hex').slice(0, 16),
    );
  return all;
}

test('every table of the database is in it, with every row', async () => {
  const { head, tables } = await read(bytes);
  const names = await shop.db.query<{ name: string }>(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_name <> 'migration'`,
  );
  expect([...tables.keys()].sort()).toEqual(names.map((n) => n.name).sort());
  for (const { name } of names) {
    const [row] = await shop.db.query<{ n: number }>(`SELECT count(*)::int AS n FROM "${name}"`);
    expect([name, tables.get(name)!.length, head.rows[name]]).toEqual([name, row!.n, row!.n]);
  }
  expect(tables.get('change_log')!.length).toBeGreaterThanOrEqual(EDITS);
});

test('restored into an empty database every row, time and byte is what it was, and history goes on from there', async () => {
  const db = await openPglite();
  try {
    await restoreInto(db, await read(bytes), paths.migrations);
    expect(await rowsOf(db)).toEqual(await rowsOf(shop.db));
    const [last] = await db.query<{ seq: number }>('SELECT max(seq) AS seq FROM change_log');
    const [next] = await db.query<{ seq: number }>(
      `INSERT INTO change_log (build_id, version, target, words, client, kind) VALUES ('glider-tug', 999, 'name', 'x', 'x', 'do') RETURNING seq`,
    );
    expect(next!.seq).toBe(last!.seq + 1);
  } finally {
    await db.close();
  }
}, 60_000);

test('restored, every build answers as before: itself, its judgement, its bills, its history', async () => {
  const db = await openPglite();
  await restoreInto(db, await read(bytes), paths.migrations);
  const again = await shopOn(db);
  try {
    const told = async (of: Shop) => {
      const get = async <T>(at: string) => (await call<T>(of, 'GET', at)).body;
      const builds = await get<{ id: string }[]>('/builds');
      return Promise.all(
        builds.map(async ({ id }) => {
          const whole = await get<BuildBody>(`/builds/${id}`);
          const bills = [];
          for (const c of whole.build.candidates) bills.push(await get(`/builds/${id}/candidates/${c.id}/bill.csv`));
          return {
            whole,
            bills,
            lineup: await get(`/builds/${id}/lineup.csv`),
            history: await get(`/builds/${id}/history`),
          };
        }),
      );
    };
    const [before, after] = [await told(shop), await told(again)];
    expect(after).toEqual(before);
    expect(before.flatMap((b) => b.bills).length).toBeGreaterThanOrEqual(10);
    expect(before.some((b) => (b.history as unknown[]).length === 200)).toBe(true);
  } finally {
    await again.close();
  }
}, 120_000);

test('added, it comes in whole or not at all: a build of it that can’t come in leaves nothing of the others', async () => {
  const file = await read(bytes);
  const builds = file.tables
    .get('build')!
    .map((row, i, all) => (i === all.length - 1 ? { ...row, decision: { candidateId: 'nowhere', reason: '' } } : row));
  const other = await openShop(false);
  try {
    const before = await rowsOf(other.db);
    await expect(
      addShop(other.db, { ...file, tables: new Map([...file.tables, ['build', builds]]) }, paths.migrations),
    ).rejects.toThrow('There is no candidate “nowhere” to choose.');
    expect(await rowsOf(other.db)).toEqual(before);
  } finally {
    await other.close();
  }
}, 60_000);

test('into a shop in use it adds: what is here stays, the same is not doubled, what differs comes under a new id', async () => {
  const other = await openShop(true);
  try {
    const before = await rowsOf(other.db);
    const { builds: reports } = await addShop(other.db, await read(bytes), paths.migrations);
    expect(Object.fromEntries(reports.map((r) => [r.buildId, r.build]))).toEqual({
      'glider-tug-2': 'added under a new id',
      'ice-racer': 'already here',
      'forestry-pickup': 'already here',
      'second-car': 'already here',
    });
    const after = await rowsOf(other.db);
    for (const [table, rows] of Object.entries(before)) expect(after[table]).toEqual(expect.arrayContaining(rows));
    expect(after['engine']).toEqual(before['engine']);
    const { build } = (await call<BuildBody>(other, 'GET', '/builds/glider-tug-2')).body;
    const mine = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body.build;
    expect(build.brief).toEqual(mine.brief);
    // Once more: nothing more.
    await addShop(other.db, await read(bytes), paths.migrations);
    expect(await rowsOf(other.db)).toEqual(after);
  } finally {
    await other.close();
  }
}, 90_000);

describe('a file that is not whole is refused in one sentence', () => {
  const text = () => gunzipSync(bytes).toString('utf8');
  /** With a sum that is right for what it holds. */
  const summed = (lines: readonly string[]) => {
    const body = lines.map((l) => `${l}\n`).join('');
    return gzipSync(`${body}${JSON.stringify({ sha256: createHash('sha256').update(body).digest('hex') })}\n`);
  };
  test('cut off anywhere, or with any byte another', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: bytes.length - 1 }), fc.boolean(), async (at, cut) => {
        const spoilt = Buffer.from(cut ? bytes.subarray(0, at) : bytes);
        if (!cut) spoilt[at] = spoilt[at]! ^ 0x55;
        const got = await read(spoilt).then(
          (f) => JSON.stringify([f.head, ...f.tables]),
          (e: Error) => e.message,
        );
        // A byte of the packing that says nothing, such as the system it was packed on, may be another.
        if (got.startsWith('[')) expect(got).toBe(JSON.stringify(await read(bytes).then((f) => [f.head, ...f.tables])));
        else expect(got).toMatch(/^The file is not a whole shop: .*\. Nothing was restored\.$/);
      }),
      { numRuns: 25 },
    );
  }, 60_000);
  test('a line taken out, a row of a table that is not named, another kind of file, a newer one', async () => {
    const lines = text().trimEnd().split('\n');
    const without = [...lines.slice(0, 5), ...lines.slice(6)].join('\n');
    await expect(read(gzipSync(`${without}\n`))).rejects.toThrow('checksum');
    const body = lines.slice(0, -1);
    await expect(read(summed([...body, '{"table":"pg_authid","row":{}}']))).rejects.toThrow('pg_authid');
    await expect(read(summed(['{"sable":"build"}']))).rejects.toThrow('something else');
    await expect(read(summed([body[0]!.replace('"format":1', '"format":9'), ...body.slice(1)]))).rejects.toThrow(
      'written by a newer Sable',
    );
    await expect(read(Buffer.from('no gzip'))).rejects.toThrow('not packed as one');
    const newer = await read(summed([body[0]!.replace('"schema":[', '"schema":["9999-later.sql",'), ...body.slice(1)]));
    const db = await openPglite();
    await expect(restoreInto(db, newer, paths.migrations)).rejects.toThrow(
      'written by a newer Sable. Update Sable, then restore it.',
    );
    await db.close();
  }, 60_000);
});

test('a backup of today is a whole shop; those that are no longer kept go, and nothing else in that folder does', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'sable-backups-'));
  try {
    const made = (day: number) => backUpToday(shop.db, folder, new Date(2026, 10, day, 12));
    for (let day = 2; day <= 12; day++) await made(day);
    writeFileSync(path.join(backupFolder(folder), 'my own.jsonl.gz'), '');
    const last = await made(13);
    expect(newestBackup(folder)).toBe(last);
    expect((await read(readFileSync(last))).head.rows['build']).toBe(4);
    // The newest of the week before is among the seven days.
    expect(readdirSync(backupFolder(folder)).sort()).toEqual([
      'my own.jsonl.gz',
      ...[7, 8, 9, 10, 11, 12, 13].map((d) => `sable-2026-11-${String(d).padStart(2, '0')}.jsonl.gz`),
    ]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
    rmSync(backupFolder(folder), { recursive: true, force: true });
  }
}, 60_000);

test('of daily backups the last seven are kept, and one of each of the last four weeks', () => {
  const days = Array.from({ length: 60 }, (_, i) => new Date(Date.UTC(2026, 9, 3 + i)).toISOString().slice(0, 10));
  // The last is Tuesday, the first of December.
  expect(keptDays(days)).toEqual([
    '2026-12-01',
    '2026-11-30',
    '2026-11-29',
    '2026-11-28',
    '2026-11-27',
    '2026-11-26',
    '2026-11-25',
    '2026-11-22',
    '2026-11-15',
  ]);
  fc.assert(
    fc.property(fc.uniqueArray(fc.constantFrom(...days), { maxLength: 60 }), (some) => {
      const kept = keptDays(some);
      expect(kept.length).toBeLessThanOrEqual(7 + 3);
      expect(kept).toEqual([...kept].sort().reverse());
      expect(kept.slice(0, 7)).toEqual([...some].sort().reverse().slice(0, 7));
      // Keeping what is kept takes nothing more away.
      expect(keptDays(kept)).toEqual(kept);
    }),
  );
});
