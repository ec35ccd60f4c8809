import { csvParseRows } from 'd3-dsv';
import type { Bundle } from '@sable/core';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let full: Shop;
let empty: Shop;
beforeAll(async () => {
  full = await openShop(true);
  empty = await openShop(false);
}, 90_000);
afterAll(async () => {
  await full.close();
  await empty.close();
});

const bundle = async () => (await call<Bundle>(full, 'GET', '/builds/glider-tug/bundle')).body;
interface Report {
  buildId: string;
  build: string;
  rows: { kind: string; id: string; outcome: string; newId?: string }[];
}

test('a build goes out and comes in again, equal, on an empty install', async () => {
  const file = await bundle();
  const report = await call<Report>(empty, 'POST', '/bundles', file);
  expect(report.status).toBe(201);
  expect(report.body.build).toBe('added');
  expect(report.body.rows.every((r) => r.outcome === 'added')).toBe(true);
  const there = await call<BuildBody>(full, 'GET', '/builds/glider-tug');
  const here = await call<BuildBody>(empty, 'GET', '/builds/glider-tug');
  expect(here.body.build).toEqual(there.body.build);
  const again = await call<Bundle>(empty, 'GET', '/builds/glider-tug/bundle');
  expect({ ...again.body, writtenAt: '' }).toEqual({ ...file, writtenAt: '' });
});

test('the same once more changes nothing', async () => {
  const report = await call<Report>(empty, 'POST', '/bundles', await bundle());
  expect(report.body.build).toBe('already here');
  expect(report.body.rows.every((r) => r.outcome === 'already here')).toBe(true);
});

test('the same ids with other content come in under new ids and are followed', async () => {
  const file = await bundle();
  file.library.engines.find((e) => e.id === 'quillon-22')!.price!.likely += 1;
  const report = await call<Report>(empty, 'POST', '/bundles', file);
  expect(report.body.rows).toContainEqual({
    kind: 'engines',
    id: 'quillon-22',
    outcome: 'added under a new id',
    newId: 'quillon-22-2',
  });
  expect(report.body.build).toBe('added under a new id');
  const here = await call<BuildBody>(empty, 'GET', `/builds/${report.body.buildId}`);
  expect(here.body.build.candidates.find((c) => c.id === 'b')?.engineId).toBe('quillon-22-2');
  const old = await call<{ price: { likely: number } }>(empty, 'GET', '/library/engines/quillon-22');
  expect(old.body.price.likely).toBe(file.library.engines.find((e) => e.id === 'quillon-22')!.price!.likely - 1);
});

describe('a file that can’t come in leaves nothing behind', () => {
  const refused = async (change: (b: Record<string, unknown> & Bundle) => void) => {
    const file = { ...(await bundle()) } as Record<string, unknown> & Bundle;
    change(file);
    const count = async () =>
      (
        await empty.db.query<{ n: number }>(
          'SELECT ((SELECT count(*) FROM engine) + (SELECT count(*) FROM build) + (SELECT count(*) FROM part))::int AS n',
        )
      )[0]!.n;
    const before = await count();
    const r = await call<ProblemBody>(empty, 'POST', '/bundles', file);
    expect(r.status).toBeGreaterThanOrEqual(400);
    expect(await count()).toBe(before);
    return r.body;
  };
  test('from a newer version', async () => {
    const p = await refused((b) => (b['version'] = 7));
    expect(p.errors).toEqual([
      { pointer: '/version', message: expect.stringMatching(/version 7, written by a newer Sable/) },
    ]);
  });
  test('a torque curve with falling rpm', async () => {
    const p = await refused((b) => b.library.engines[0]!.curves[0]!.rpm.reverse());
    expect(p.errors![0]).toMatchObject({
      pointer: expect.stringMatching(/^\/library\/engines\/0\/curves\/0\/rpm\/1$/),
      message: expect.stringContaining('Engine speeds must increase'),
    });
  });
  test('a negative mass', async () => {
    const p = await refused((b) => (b.library.engines[0]!.massRecords[0]!.massKg.value = -3));
    expect(p.errors).toContainEqual({
      pointer: '/library/engines/0/massRecords/0/massKg/value',
      message: 'Mass must be above 0.',
    });
  });
  test('a reference to a part that is not in it', async () => {
    const p = await refused((b) => {
      b.library.parts = [];
      b.build.candidates[0]!.partIds = ['nowhere'];
    });
    expect(p.errors![0]).toMatchObject({ pointer: '/build/candidates/0/partIds/0' });
  });
  test('other obstacle altogether', async () => {
    expect((await refused((b) => Object.assign(b, { format: 'recipe' }))).errors![0]!.pointer).toBe('/format');
  });
});

test('tables: type, name and content', async () => {
  const lineup = await call<string>(full, 'GET', '/builds/glider-tug/lineup.csv?units=us');
  expect(lineup.headers['content-type']).toBe('text/csv; charset=utf-8');
  expect(String(lineup.headers['content-disposition'])).toContain('glider-tug-line-up.csv');
  expect(csvParseRows(lineup.body.replace(/^\uFEFF/, ''))[0]).toContain('C Hesper V6, six-speed');
  const bill = await call<string>(full, 'GET', '/builds/glider-tug/candidates/c/bill.csv');
  expect(bill.body).toContain('Corran six-speed');
  expect((await call(full, 'GET', '/builds/glider-tug/candidates/zz/bill.csv')).status).toBe(404);
  expect((await call(full, 'GET', '/builds/glider-tug/lineup.csv?units=furlongs')).status).toBe(400);
  // A unit of one kind beside the system, as the reader has chosen.
  const heads = csvParseRows(
    (await call<string>(full, 'GET', '/builds/glider-tug/lineup.csv?units=us&power=kW')).body.replace(/^\uFEFF/, ''),
  ).map(([head]) => head);
  expect(heads).toContain('Peak power, target now (kW)');
  expect(heads).toContain('0 to 62 mph (s)');
  expect((await call(full, 'GET', '/builds/glider-tug/lineup.csv?power=oxen')).status).toBe(400);
});
