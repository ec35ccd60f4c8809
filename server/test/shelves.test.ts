/** Builds copied, put away, deleted, put back and erased. */
import type { BuildSummary } from '@sable/core';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

const shelves = async () =>
  Object.fromEntries((await call<BuildSummary[]>(shop, 'GET', '/builds')).body.map((b) => [b.id, b.shelf]));
const shelve = (id: string, shelf: string) => call<ProblemBody>(shop, 'PUT', `/builds/${id}/shelf`, { shelf });

test('a copy has brief, survey and candidates of its own, and nothing chosen', async () => {
  const { body: was } = await call<BuildBody>(shop, 'GET', '/builds/glider-tug');
  const first = await call<BuildBody>(shop, 'POST', '/builds/glider-tug/copy');
  const again = await call<BuildBody>(shop, 'POST', '/builds/glider-tug/copy');
  expect([first.status, again.status]).toEqual([201, 201]);
  expect(first.headers['location']).toBe('/api/v1/builds/glider-tug-copy');
  expect(again.body.build.id).toBe('glider-tug-copy-2');
  expect(first.body.build).toEqual({
    ...was.build,
    id: 'glider-tug-copy',
    name: 'Glider tug, copy',
    decision: { candidateId: null, reason: '' },
  });
  // Changed, it leaves the one that it was copied from as it was.
  const { version, build } = first.body;
  await call(
    shop,
    'PUT',
    `/builds/${build.id}/candidates/a`,
    { ...build.candidates[0]!, finalDrive: 3.54 },
    { version },
  );
  expect((await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body.build).toEqual(was.build);
});

test('archived and deleted builds are whole, and are put back', async () => {
  const before = (await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body;
  expect((await shelve('ice-racer', 'archived')).status).toBe(204);
  expect((await shelve('second-car', 'deleted')).status).toBe(204);
  expect(await shelves()).toMatchObject({ 'ice-racer': 'archived', 'second-car': 'deleted', 'glider-tug': 'open' });
  expect((await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body.build).toEqual(before.build);
  await shelve('ice-racer', 'open');
  await shelve('second-car', 'open');
  expect(Object.values(await shelves()).every((s) => s === 'open')).toBe(true);
});

test('only a deleted one is erased, with its history; then it is gone and its name is free', async () => {
  const refused = await call<ProblemBody>(shop, 'DELETE', '/builds/forestry-pickup');
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    '“Forestry pickup” is not deleted. Delete it first, then erase it.',
  ]);
  await shelve('forestry-pickup', 'deleted');
  expect((await call(shop, 'DELETE', '/builds/forestry-pickup')).status).toBe(204);
  expect((await call(shop, 'GET', '/builds/forestry-pickup')).status).toBe(404);
  expect(await shelves()).not.toHaveProperty('forestry-pickup');
  expect((await call(shop, 'DELETE', '/builds/forestry-pickup')).status).toBe(404);
  const fresh = await call<BuildBody>(shop, 'POST', '/builds', { name: 'Forestry pickup' });
  expect([fresh.status, fresh.body.build.id, fresh.body.build.candidates]).toEqual([201, 'forestry-pickup', []]);
});

test('a shelf that there is not, and a build that there is not, are refused by name', async () => {
  const wrong = await shelve('glider-tug', 'attic');
  expect([wrong.status, wrong.body.errors?.[0]?.pointer]).toEqual([400, '/shelf']);
  expect((await shelve('nothing', 'archived')).status).toBe(404);
  expect((await call(shop, 'POST', '/builds/nothing/copy')).status).toBe(404);
});
