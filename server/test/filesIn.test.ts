/** Files that come in, in a thread of their own: told how far they are, ended with whoever sent them, whole or not at all. */
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { libraryCsv, type Bundle, type Library, type ShopEvent, type ShopReport } from '@sable/core';
import { Files } from '../src/jobs/files.ts';
import { FILE_LIMITS } from '../src/jobs/workPool.ts';
import { paths } from '../src/paths.ts';
import { call, openShop, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
let library: Library;
beforeAll(async () => {
  shop = await openShop(true);
  library = (await call<Library>(shop, 'GET', '/library')).body;
}, 60_000);
afterAll(() => shop.close());

const NEVER = new AbortController().signal;
const count = async () => (await shop.db.query<{ n: number }>('SELECT count(*)::int AS n FROM part'))[0]!.n;
/** A table of so many parts that nobody has. */
const table = (rows: number, mark: string): string =>
  libraryCsv('parts', {
    ...library,
    parts: Array.from({ length: rows }, (_, i) => ({
      ...library.parts.find((p) => !p.inKit)!,
      id: `${mark}-${i}`,
      name: `${mark} ${i}`,
    })),
  });
const bytesOf = (value: unknown): Uint8Array => Buffer.from(JSON.stringify(value));

test('how far it is, is told in rows of all rows, to the end', async () => {
  const files = new Files(shop.db, paths.fileWorker, paths.migrations);
  const told: (readonly [number, number])[] = [];
  try {
    await files.run({ in: 'libraryTable', bytes: bytesOf({ text: table(450, 'told') }) }, NEVER, (rows, of) =>
      told.push([rows, of]),
    );
  } finally {
    await files.close();
  }
  expect(told.length).toBeGreaterThan(3);
  expect(told.every(([, of]) => of === 450)).toBe(true);
  expect(told.map(([rows]) => rows)).toEqual([...told.map(([rows]) => rows)].sort((a, b) => a - b));
  expect(told.at(-1)).toEqual([450, 450]);
}, 60_000);

test('one that takes too long is ended with its limit said, and nothing of it is there', async () => {
  const files = new Files(shop.db, paths.fileWorker, paths.migrations, { ...FILE_LIMITS, seconds: 4 });
  const before = await count();
  try {
    await expect(
      files.run({ in: 'libraryTable', bytes: bytesOf({ text: table(3000, 'late') }) }, NEVER, () => {
        // Rows have come in by now: the time that is left is used up here.
        const until = performance.now() + 4000;
        while (performance.now() < until);
      }),
    ).rejects.toMatchObject({
      status: 503,
      message: expect.stringContaining('Time limit of 4 s for a file') as string,
    });
    expect(await count()).toBe(before);
    await expect(
      files.run({ in: 'libraryTable', bytes: bytesOf({ text: table(3, 'next') }) }, NEVER),
    ).resolves.toMatchObject({ rows: expect.any(Array) as unknown });
  } finally {
    await files.close();
  }
}, 60_000);

test('over HTTP: progress goes to who listens; a connection that breaks amid it leaves nothing and holds nobody up', async () => {
  await shop.app.listen({ port: 0, host: '127.0.0.1' });
  const { port } = shop.app.server.address() as AddressInfo;
  const before = await count();
  const events: ShopEvent[] = [];
  const listening = request({ port, path: '/api/v1/events', headers: { host: 'localhost' } }, (res) =>
    res.on('data', (d: Buffer) => {
      for (const line of d.toString().split('\n'))
        if (line.startsWith('data: ')) events.push(JSON.parse(line.slice(6)) as ShopEvent);
    }),
  );
  listening.on('error', () => {});
  listening.end();
  const sending = request({
    port,
    method: 'POST',
    path: '/api/v1/library-table',
    headers: { host: 'localhost', 'content-type': 'application/json', 'x-sable-client': 'far-away' },
  });
  sending.on('error', () => {});
  sending.end(bytesOf({ text: table(3000, 'cut') }));
  const begun = () => events.find((e) => e.importing && e.importing.rows >= 200);
  while (!begun()) await new Promise((r) => setTimeout(r, 20));
  expect(begun()!.importing).toMatchObject({ by: 'far-away', of: 3000 });
  sending.destroy();
  // Waits for the transaction of the one that is gone, no longer.
  expect(await call(shop, 'POST', '/library-table', { text: table(2, 'after') })).toMatchObject({ status: 201 });
  expect(await count()).toBe(before + 2);
  listening.destroy();
}, 60_000);

test('what is wrong with it is named as ever: no JSON, another thing, a field, a figure too far', async () => {
  const { body: bundle } = await call<Bundle>(shop, 'GET', '/builds/glider-tug/bundle');
  const bring = (body: unknown) => call<ProblemBody>(shop, 'POST', '/bundles', body);
  expect((await bring('{"format": "sable-build",')).body.detail).toMatch(/no JSON: see line 1, character 2\d/);
  expect((await bring('')).body.detail).toMatch(/is no JSON|is empty/);
  expect((await bring('{"__proto__": {"a": 1}}')).body.detail).toContain('__proto__');
  expect((await bring({ format: 'x' })).body.errors).toMatchObject([{ pointer: '/format' }]);
  const spoilt = structuredClone(bundle) as { build: { chassis: { lumps: { comMm: number[] }[] } } };
  spoilt.build.chassis.lumps[0]!.comMm[1] = -1e300;
  expect((await bring(spoilt)).body).toMatchObject({
    status: 400,
    errors: [{ pointer: '/build/chassis/lumps/0/comMm/1', message: expect.stringContaining('10¹²') as string }],
  });
});

test('a whole shop is added over HTTP, as from its file: what is here stays, and twice adds nothing', async () => {
  const { rawPayload } = await shop.app.inject({ url: '/api/v1/shop/backup', headers: { host: 'localhost' } });
  const other = await openShop(false);
  try {
    const add = async (payload: Buffer) => {
      const answer = await other.app.inject({
        method: 'POST',
        url: '/api/v1/shop/restore',
        headers: { host: 'localhost', 'content-type': 'application/gzip' },
        payload,
      });
      return { status: answer.statusCode, body: answer.json<ShopReport & ProblemBody>() };
    };
    const first = await add(rawPayload);
    expect(first.status).toBe(201);
    expect(first.body.builds.map((b) => b.build)).toEqual(Array.from({ length: 4 }, () => 'added'));
    const second = await add(rawPayload);
    expect(second.body.builds.map((b) => b.build)).toEqual(Array.from({ length: 4 }, () => 'already here'));
    expect(new Set(second.body.rows.map((r) => r.outcome))).toEqual(new Set(['already here']));
    const bad = await add(rawPayload.subarray(0, 2000));
    expect(bad.status).toBe(422);
    expect(bad.body.detail).toMatch(/not a whole shop: .* Nothing was restored/);
  } finally {
    await other.close();
  }
}, 60_000);
