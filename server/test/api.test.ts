import { fieldEntry, SUMS } from '@sable/core';
import { readOptions } from '../src/options.ts';
import { call, openShop, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

describe('sums over HTTP', () => {
  test('every registered sum has its endpoint and its page', async () => {
    const list = await call<{ name: string }[]>(shop, 'GET', '/sums');
    expect(list.body.map((s) => s.name)).toEqual(SUMS.map((s) => s.name));
    const openapi = (await shop.app.inject({ url: '/api/docs/json', headers: { host: 'localhost' } })).json<{
      paths: Record<string, unknown>;
    }>();
    for (const s of SUMS) expect(Object.keys(openapi.paths)).toContain(`/api/v1/sums/${s.name}`);
  });
  test('a sum answers', async () => {
    const r = await call<{ massKg?: number; installedMassKg: number }>(shop, 'POST', '/sums/mass.bridge', {
      quotedMassKg: 100,
      quotedPlusMinusKg: 0,
      items: [{ name: 'oil', sign: 1, massKg: 4, plusMinusKg: 0.3 }],
    });
    expect(r.body).toEqual({ installedMassKg: 104, plusMinusKg: 0.3 });
  });
  test.each([
    ['curve.evaluate', { curveRpm: [1000, 3000, 2000], curveTorqueNm: [1, 2, 3] }, '/curveRpm/2'],
    [
      'mass.axles',
      { weighedFrontKg: 600, weighedRearKg: 500, wheelbaseMm: 2400, out: [], in: [{ massKg: -20, comMm: [0, 0, 0] }] },
      '/in/0/massKg',
    ],
    ['gearing.tyre', { tyreCode: '18S/65R15' }, '/tyreCode'],
    ['gearing.tyre', { tyreCode: '185/65R15', colour: 'black' }, '/colour'],
    [
      'atmosphere.correction',
      { barometerKpa: 101, temperatureC: 20, relativeHumidityPct: 140 },
      '/relativeHumidityPct',
    ],
  ])('%s names the field of bad input', async (name, input, pointer) => {
    const r = await call<ProblemBody>(shop, 'POST', `/sums/${name}`, input);
    expect([400, 422]).toContain(r.status);
    expect(r.headers['content-type']).toMatch(/application\/problem\+json/);
    expect(r.body.errors!.map((e) => e.pointer)).toContain(pointer);
    const key = pointer
      .split('/')
      .filter((p) => !/^\d+$/.test(p))
      .at(-1)!;
    const { message } = r.body.errors!.find((e) => e.pointer === pointer)!;
    // By its label where the dictionary has one, else by its key.
    expect([key, 'rpm', fieldEntry(key)?.label].some((name) => name !== undefined && message.includes(name))).toBe(
      true,
    );
  });
});

describe('only its own hosts and pages', () => {
  const health = (headers: Record<string, string>) => call(shop, 'GET', '/health', undefined, { headers });
  test('another host name is refused', async () => {
    expect((await health({ host: 'evil.example' })).status).toBe(403);
    expect((await health({ host: 'localhost' })).status).toBe(200);
  });
  test('a page of another site is refused, its own is not', async () => {
    expect((await health({ origin: 'http://evil.example' })).status).toBe(403);
    expect((await health({ origin: 'null' })).status).toBe(403);
    expect((await health({ origin: 'http://localhost' })).status).toBe(200);
  });
});

test('the library is read once and then only asked about', async () => {
  const first = await call<{ engines: unknown[]; gearboxes: unknown[]; parts: unknown[] }>(shop, 'GET', '/library');
  expect([first.body.engines.length >= 5, first.body.gearboxes.length >= 5, first.body.parts.length >= 30]).toEqual([
    true,
    true,
    true,
  ]);
  expect(
    (await call(shop, 'GET', '/library', undefined, { headers: { 'if-none-match': String(first.headers['etag']) } }))
      .status,
  ).toBe(304);
  expect((await call<{ name: string }>(shop, 'GET', '/library/parts/sb-6')).body.name).toContain('Signal converter');
  expect((await call(shop, 'GET', '/library/parts/zz')).status).toBe(404);
});

describe('start options', () => {
  test('defaults, and what is given', () => {
    expect(readOptions([], {})).toMatchObject({ port: 4080, demo: true, host: '127.0.0.1', yard: 260 });
    expect(() => readOptions(['--yard', 'many'], {})).toThrow('--yard must be a whole number');
    expect(readOptions(['--port', '5000', '--no-demo', '--data', 'x'], {})).toMatchObject({
      port: 5000,
      demo: false,
      data: 'x',
    });
    expect(readOptions(['--host', '0.0.0.0', '--allow', 'Bench.local, 10.0.0.2'], {}).allow).toEqual([
      'bench.local',
      '10.0.0.2',
    ]);
  });
  test.each([[['--port', '99999']], [['--port', 'abc']], [['--host', '0.0.0.0']], [['--colour', 'red']]])(
    '%j is refused with a sentence',
    (argv) => {
      expect(() => readOptions(argv, {})).toThrow(/--port must be|--host opens|Unknown option|colour/);
    },
  );
});

test('the description of the API writes a build out where a route takes one alone, and is short enough to be drawn', async () => {
  const { body } = await shop.app.inject({ url: '/api/docs/json', headers: { host: 'localhost' } });
  const { paths } = JSON.parse(body) as {
    paths: Record<string, Record<string, { requestBody?: unknown; responses: unknown }>>;
  };
  const said = (path: string, method: string) => JSON.stringify(paths[`/api/v1${path}`]![method]);
  expect(said('/library/engines/{id}', 'put')).toContain('"boreMm"');
  expect(said('/sums/assess', 'post')).toContain('as /library answers them');
  expect(said('/sums/assess', 'post')).not.toContain('"boreMm"');
  // Written out with every sum that takes one, it was ten times as long.
  expect(body.length).toBeLessThan(1_500_000);
});
