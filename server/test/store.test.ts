import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { migrate } from '../src/db/migrate.ts';
import { openPglite } from '../src/db/pglite.ts';
import { paths } from '../src/paths.ts';
import { call, openShop, type BuildBody, type Shop } from './shop.ts';

describe('an old database', () => {
  test('learns that what may be done is a list of ways, and forgets bare trims', async () => {
    const db = await openPglite();
    const old = mkdtempSync(path.join(tmpdir(), 'sable-old-'));
    cpSync(path.join(paths.migrations, '0001-library-and-builds.sql'), path.join(old, '0001-library-and-builds.sql'));
    await migrate(db, old);
    const chassis = {
      obstacles: [
        { id: 'bonnet', may: ['bulge', 'replace'], allowanceMm: 40, cost: 120, hours: 3 },
        { id: 'rail', may: [] },
      ],
    };
    await db.query(
      `INSERT INTO build (id, name, currency, brief, chassis, decision) VALUES ('x', 'X', 'EUR', '{}', $1, '{}')`,
      [JSON.stringify(chassis)],
    );
    await db.query(
      `INSERT INTO engine (id, name, family, cylinders, displacement_l, price_likely, doc) VALUES ('e', 'E', 'E', 4, 1.8, 0, $1)`,
      [JSON.stringify({ id: 'e', solids: [{ id: 's', mayTrim: true, plusMinusMm: 2 }] })],
    );
    await migrate(db, paths.migrations);
    const [row] = await db.query<{ chassis: { obstacles: unknown[] } }>(`SELECT chassis FROM build WHERE id = 'x'`);
    const way = { allowanceMm: 40, cost: 120, hours: 3 };
    expect(row!.chassis.obstacles).toEqual([
      {
        id: 'bonnet',
        may: [
          { do: 'bulge', ...way },
          { do: 'replace', ...way },
        ],
      },
      { id: 'rail', may: [] },
    ]);
    const [engine] = await db.query<{ doc: unknown }>(`SELECT doc FROM engine WHERE id = 'e'`);
    expect(engine!.doc).toEqual({ id: 'e', solids: [{ id: 's', plusMinusMm: 2 }] });
    await db.close();
    rmSync(old, { recursive: true, force: true });
  }, 60_000);
});

describe('one database', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await openShop(true);
  }, 60_000);
  afterAll(() => shop.close());

  test('migrations run once', async () => {
    const before = await shop.db.query('SELECT name, ran_at FROM migration');
    await migrate(shop.db, paths.migrations);
    expect(await shop.db.query('SELECT name, ran_at FROM migration')).toEqual(before);
  });

  test('one written by a newer program is refused', async () => {
    await shop.db.query("INSERT INTO migration (name) VALUES ('9999-from-the-future.sql')");
    await expect(migrate(shop.db, paths.migrations)).rejects.toThrow(
      /written by a newer Sable \(9999-from-the-future\.sql\)/,
    );
    await shop.db.query("DELETE FROM migration WHERE name LIKE '9999%'");
  });

  test('a migration that fails leaves nothing of itself', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'sable-migrations-'));
    try {
      for (const { name } of await shop.db.query<{ name: string }>('SELECT name FROM migration'))
        writeFileSync(path.join(folder, name), '');
      writeFileSync(path.join(folder, '0500-broken.sql'), 'CREATE TABLE half_done (id text); SELECT nonsense;');
      await expect(migrate(shop.db, folder)).rejects.toThrow();
      expect(await shop.db.query("SELECT 1 FROM information_schema.tables WHERE table_name = 'half_done'")).toEqual([]);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });

  test('the database itself holds what the schemas promise', async () => {
    const refused = [
      "INSERT INTO build (id, name, currency, brief, decision) VALUES ('x', '', 'EUR', '{}', '{}')",
      "INSERT INTO build (id, name, currency, brief, decision) VALUES ('x', 'x', 'euro', '{}', '{}')",
      "INSERT INTO candidate (build_id, id, position, letter, engine_id, gearbox_id, doc) VALUES ('glider-tug', 'z', 9, 'Z', 'gone', 'corran-g6', '{}')",
      "INSERT INTO candidate (build_id, id, position, letter, engine_id, gearbox_id, doc) VALUES ('glider-tug', 'z', 9, 'A', 'quillon-22', 'corran-g6', '{}')",
      "DELETE FROM engine WHERE id = 'hesper-v6-27'",
      "DELETE FROM part WHERE id = 'hose-set'",
    ];
    for (const sql of refused) await expect(shop.db.query(sql)).rejects.toThrow();
  });

  test('writes sent at once: one is taken, the others are told, nothing is lost', async () => {
    const read = async () => (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    const before = await read();
    const c = before.build.candidates[0]!;
    const answers = await Promise.all(
      [1, 2, 3, 4, 5].map((n) =>
        call<BuildBody>(
          shop,
          'PUT',
          '/builds/glider-tug/candidates/a',
          { ...c, whyNot: `try ${n}` },
          { version: before.version, client: `p${n}` },
        ),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409]);
    const after = await read();
    expect(after.version).toBe(before.version + 1);
    expect(after.build.candidates[0]!.whyNot).toBe(
      answers.find((a) => a.status === 200)!.body.build.candidates[0]!.whyNot,
    );
    const log = await shop.db.query('SELECT 1 FROM change_log');
    expect(log).toHaveLength(after.version - 1);
  });

  test('what is kept in memory is what is in the database, after changes, refusals and undo', async () => {
    const fromMemory = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    await call(
      shop,
      'PUT',
      '/builds/glider-tug/candidates/b',
      { ...fromMemory.build.candidates[1]!, engineId: 'gone' },
      { version: fromMemory.version },
    );
    const changed = await call<BuildBody>(
      shop,
      'PUT',
      '/builds/glider-tug/name',
      { name: 'Renamed' },
      { version: fromMemory.version },
    );
    await call(shop, 'POST', '/builds/glider-tug/undo');
    const memory = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    const [row] = await shop.db.query<{ name: string; version: number; brief: unknown; chassis: unknown }>(
      "SELECT name, version, brief, chassis FROM build WHERE id = 'glider-tug'",
    );
    expect(changed.body.build.name).toBe('Renamed');
    expect({
      name: memory.build.name,
      version: memory.version,
      brief: memory.build.brief,
      chassis: memory.build.chassis,
    }).toEqual(row);
    const docs = await shop.db.query<{ doc: unknown }>(
      "SELECT doc FROM candidate WHERE build_id = 'glider-tug' ORDER BY position",
    );
    expect(memory.build.candidates).toEqual(docs.map((d) => d.doc));
  });

  test('a change that changes nothing leaves no trace', async () => {
    const { version, build } = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    const r = await call<BuildBody>(shop, 'PUT', '/builds/glider-tug/brief', build.brief, { version });
    expect(r.body.version).toBe(version);
  });

  test('a candidate added after one was taken out stands last', async () => {
    const { version, build } = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    const gone = await call<BuildBody>(shop, 'DELETE', '/builds/glider-tug/candidates/c', undefined, { version });
    const added = await call<BuildBody>(
      shop,
      'PUT',
      '/builds/glider-tug/candidates/n',
      { ...build.candidates[2]!, id: 'n', letter: 'N' },
      { version: gone.body.version },
    );
    expect(added.body.build.candidates.map((c) => c.id)).toEqual(['a', 'b', 'd', 'e', 'f', 'n']);
  });
});
