/** The data folder: who has it, how it is made, and that what can’t be read is never replaced. */
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Db } from '../src/db/db.ts';
import { takeLock } from '../src/db/lock.ts';
import { migrate } from '../src/db/migrate.ts';
import { openShopFolder } from '../src/db/shopFolder.ts';
import { backupFolder, newestBackup } from '../src/files/backups.ts';
import { paths } from '../src/paths.ts';
import { openFolder } from './shop.ts';

let folder: string;
/** A folder with a shop of one build, made once. */
let whole: string;
beforeAll(async () => {
  whole = folder = mkdtempSync(path.join(tmpdir(), 'sable-whole-'));
  const db = await open();
  await put(db, 'Kept');
  await db.close();
}, 60_000);
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'sable-folder-'));
});
afterEach(() => {
  rmSync(folder, { recursive: true, force: true });
  rmSync(backupFolder(folder), { recursive: true, force: true });
});
afterAll(() => rmSync(whole, { recursive: true, force: true }));

/** A process of its own that takes the lock of a folder, says so, and keeps it until it is ended. */
async function holder(of: string): Promise<{ pid: number; said: string; end: () => Promise<unknown> }> {
  const lock = path.resolve(import.meta.dirname, '../src/db/lock.ts');
  const child = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      '-e',
      `import(${JSON.stringify(lock)}).then((m) => m.takeLock(${JSON.stringify(of)})).then(() => { console.log('held'); setInterval(() => {}, 1000); }, (e) => { console.log(e.message); process.exit(0); })`,
    ],
    { cwd: path.resolve(import.meta.dirname, '../..') },
  );
  const [said] = (await once(child.stdout, 'data')) as [Buffer];
  const gone = once(child, 'exit');
  return {
    pid: child.pid!,
    said: said.toString().trim(),
    end: async () => {
      child.kill('SIGKILL');
      return gone;
    },
  };
}

describe('the lock', () => {
  test('is given back and can be taken again; twice at once it can’t', async () => {
    const unlock = await takeLock(folder);
    await expect(takeLock(folder)).rejects.toThrow(`in use by another Sable (process ${process.pid})`);
    unlock();
    (await takeLock(folder))();
  });
  test('is of the folder, whatever name it goes by, and of no other', async () => {
    const link = `${folder}-moved`;
    const unlock = await takeLock(folder);
    renameSync(folder, link);
    await expect(takeLock(link)).rejects.toThrow('in use by another Sable');
    mkdirSync(folder);
    (await takeLock(folder))();
    unlock();
    rmSync(link, { recursive: true });
  });
  test('of a process that was killed is free at once; a file with any number in it holds nobody up', async () => {
    writeFileSync(path.join(folder, 'lock'), String(process.ppid));
    const other = await holder(folder);
    expect(other.said).toBe('held');
    await expect(takeLock(folder)).rejects.toThrow(`(process ${other.pid})`);
    await other.end();
    (await takeLock(folder))();
  });
  test('of many who reach for it at the same moment one has it', async () => {
    for (let round = 0; round < 5; round++) {
      const all = await Promise.allSettled(Array.from({ length: 20 }, () => takeLock(folder)));
      const got = all.flatMap((r) => (r.status === 'fulfilled' ? [r.value] : []));
      expect(got).toHaveLength(1);
      got[0]!();
    }
  });
});

const said: string[] = [];
const open = (more: Partial<Parameters<typeof openShopFolder>[1]> = {}) =>
  openShopFolder(folder, {
    migrations: paths.migrations,
    make: (db) => migrate(db, paths.migrations),
    say: (s) => said.push(s),
    openDb: openFolder,
    ...more,
  });
const put = (db: Db, name: string) =>
  db.query(`INSERT INTO build (id, name, currency, brief, decision) VALUES ('x', $1, 'EUR', '{}', '{}')`, [name]);
const names = async (db: Db) => (await db.query<{ name: string }>('SELECT name FROM build')).map((r) => r.name);

describe('the database of a folder', () => {
  test('is made beside its place and moved there whole; what an interrupted one left is begun again', async () => {
    mkdirSync(path.join(folder, 'db.making-1/base'), { recursive: true });
    writeFileSync(path.join(folder, 'db.making-1/PG_VERSION'), '17');
    await expect(
      open({
        make: async (db) => {
          await migrate(db, paths.migrations);
          throw new Error('Cut off.');
        },
      }),
    ).rejects.toThrow('Cut off.');
    expect(existsSync(path.join(folder, 'db'))).toBe(false);
    const db = await open();
    expect(await names(db)).toEqual([]);
    await db.close();
    expect(readdirSync(folder).filter((n) => n.startsWith('db'))).toEqual(['db']);
  }, 60_000);

  test('that is there is opened, never made', async () => {
    cpSync(whole, folder, { recursive: true });
    const again = await open({ make: () => Promise.reject(new Error('It is there already.')) });
    expect(await names(again)).toEqual(['Kept']);
    await again.close();
  }, 60_000);

  test('that lost a file, its tables or all of itself is refused in one sentence, and nothing is made in its place', async () => {
    const never = { make: () => Promise.reject(new Error('Made anew.')) };
    const faults: readonly (readonly [string, () => void])[] = [
      ['PG_VERSION', () => rmSync(path.join(folder, 'db/PG_VERSION'))],
      ['pg_control', () => rmSync(path.join(folder, 'db/global/pg_control'))],
      ['base', () => rmSync(path.join(folder, 'db/base'), { recursive: true })],
      ['all', () => rmSync(path.join(folder, 'db'), { recursive: true })],
      ['a torn file', () => writeFileSync(path.join(folder, 'db/global/pg_control'), 'torn')],
    ];
    for (const [what, spoil] of faults) {
      rmSync(folder, { recursive: true });
      cpSync(whole, folder, { recursive: true });
      spoil();
      const why = await open(never).then(
        () => 'opened',
        (e: Error) => e.message,
      );
      expect([what, why]).toEqual([
        what,
        expect.stringMatching(
          /^The database in \S+\/db can’t be read: [^.]+\. Nothing was changed\. No backup found next to it; .*--data\.$/,
        ),
      ]);
    }
    mkdirSync(backupFolder(folder));
    writeFileSync(path.join(backupFolder(folder), 'sable-2026-11-30.jsonl.gz'), '');
    await expect(open({ ...never, newestBackup: newestBackup(folder) })).rejects.toThrow(
      /npm run restore -- \S+sable-2026-11-30\.jsonl\.gz --data FOLDER$/,
    );
    // Whole again it opens.
    rmSync(folder, { recursive: true });
    cpSync(whole, folder, { recursive: true });
    const mended = await open(never);
    expect(await names(mended)).toEqual(['Kept']);
    await mended.close();
  }, 120_000);

  test('is put aside by a reset, not thrown away', async () => {
    cpSync(whole, folder, { recursive: true });
    const fresh = await open({ reset: true });
    expect(await names(fresh)).toEqual([]);
    await fresh.close();
    expect(existsSync(path.join(folder, 'db.before-reset/PG_VERSION'))).toBe(true);
    expect(said.at(-2)).toContain('db.before-reset');
  }, 60_000);
});
