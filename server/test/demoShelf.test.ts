/** The demo put away, with its library or without, and brought back: nothing of anybody’s own goes with it. */
import type { BuildSummary, DemoAnswer, Engine, Library } from '@sable/core';
import { readDemo } from '../src/demo/load.ts';
import { paths } from '../src/paths.ts';
import { call, openShop, type BuildBody, type Shop } from './shop.ts';

const demo = readDemo(paths.demo);
const rowsInAll = demo.engines.length + demo.gearboxes.length + demo.parts.length + demo.families.length;

const library = async (shop: Shop) => (await call<Library>(shop, 'GET', '/library')).body;
const offered = async (shop: Shop) => {
  const { engines, gearboxes, parts, families } = await library(shop);
  return [engines, gearboxes, parts, families ?? []].map((rows) =>
    (rows as readonly { id: string; retired?: boolean }[]).filter((r) => !r.retired).map((r) => r.id),
  );
};
const shelves = async (shop: Shop) =>
  Object.fromEntries((await call<BuildSummary[]>(shop, 'GET', '/builds')).body.map((b) => [b.id, b.shelf]));
const put = async (shop: Shop, wanted: { here: boolean; library?: boolean }) => {
  const { status, body } = await call<DemoAnswer>(shop, 'PUT', '/demo', wanted);
  expect(status).toBe(200);
  return body;
};

describe('in a shop with the demo', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await openShop(true);
  }, 60_000);
  afterAll(() => shop.close());

  test('all of it is told', async () => {
    expect((await call<DemoAnswer>(shop, 'GET', '/demo')).body).toEqual({ builds: 4, rows: rowsInAll, stay: [] });
  });

  test('its builds alone go, and stay whole', async () => {
    const before = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    expect(await put(shop, { here: false })).toEqual({ builds: 0, rows: rowsInAll, stay: [] });
    expect(Object.values(await shelves(shop)).every((s) => s === 'deleted')).toBe(true);
    expect((await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body.build).toEqual(before.build);
    await put(shop, { here: true });
    expect(Object.values(await shelves(shop)).every((s) => s === 'open')).toBe(true);
  });

  test('with its library: what somebody changed or uses stays, the rest is offered no more, and comes back as it was', async () => {
    const was = await library(shop);
    // A build of one's own with one engine and a gearbox of the demo, and a price that somebody mended.
    const kit = demo.parts.find((p) => (p.inKit?.length ?? 0) > 0)!;
    const [a] = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body.build.candidates;
    const { build } = (await call<BuildBody>(shop, 'POST', '/builds', { name: 'My own' })).body;
    const made = await call<BuildBody>(
      shop,
      'PUT',
      `/builds/${build.id}/candidates/a`,
      { ...a, id: 'a', letter: 'A', partIds: [kit.id] },
      { version: 1 },
    );
    expect(made.status).toBe(200);
    const other = demo.engines.find((e) => e.id !== a!.engineId && e.family === undefined) ?? demo.engines.at(-1)!;
    const mended: Engine = { ...other, name: `${other.name}, mended` };
    await call(shop, 'PUT', `/library/engines/${other.id}`, mended, { version: 1 });
    const family = demo.engines.find((e) => e.id === a!.engineId)!.family;

    const state = await put(shop, { here: false, library: true });
    const names = new Set(state.stay);
    const stayed = new Set((await offered(shop)).flat());
    expect(state.builds).toBe(0);
    expect(state.rows).toBe(stayed.size);
    for (const id of [a!.engineId, a!.gearboxId, kit.id, ...kit.inKit!, other.id]) expect(stayed).toContain(id);
    expect(names).toContain(mended.name);
    expect(stayed.size).toBe(5 + kit.inKit!.length - (other.id === a!.engineId ? 1 : 0) - (family ? 0 : 1));
    expect((await shelves(shop))[build.id]).toBe('open');
    // The yard makes up no offers for engines that are not offered any more.
    const yard = await call<{ listings: { engineId?: string }[] }>(shop, 'GET', '/yard?count=200');
    for (const l of yard.body.listings) if (l.engineId) expect(stayed).toContain(l.engineId);
    // No one's undo holds what they did not change themselves.
    expect((await call<{ undo: string | null }>(shop, 'GET', '/library-steps')).body.undo).toBe(
      `Changed engine ${mended.name}`,
    );

    await put(shop, { here: true });
    const back = await library(shop);
    expect(back.engines.find((e) => e.id === other.id)).toEqual(mended);
    const mend = (l: Library) => ({ ...l, engines: l.engines.filter((e) => e.id !== other.id) });
    expect(mend(back)).toEqual(mend(was));
  });

  test('a build of it that was erased is put in anew', async () => {
    await call(shop, 'PUT', '/builds/ice-racer/shelf', { shelf: 'deleted' });
    expect((await call(shop, 'DELETE', '/builds/ice-racer')).status).toBe(204);
    expect((await put(shop, { here: true })).builds).toBe(4);
    expect((await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body.build).toEqual(
      demo.builds.find((b) => b.id === 'ice-racer'),
    );
  });
});

test('a shop that began empty takes the demo in, and own rows under its names stay as they are', async () => {
  const shop = await openShop(false);
  const [mine] = demo.engines;
  const own: Engine = { ...mine!, name: 'Mine under that id' };
  await call(shop, 'PUT', `/library/engines/${own.id}`, own, { version: 0 });
  expect(await put(shop, { here: true })).toEqual({ builds: 4, rows: rowsInAll, stay: [own.name] });
  expect((await library(shop)).engines.find((e) => e.id === own.id)).toEqual(own);
  await shop.close();
}, 60_000);
