/** What refers to what: held by the database, said in words, and never counted anew. */
import type { Build, Chassis, Engine } from '@sable/core';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

const read = async (id = 'glider-tug') => (await call<BuildBody>(shop, 'GET', `/builds/${id}`)).body;
const engineOf = async (id: string) => (await call<Engine>(shop, 'GET', `/library/engines/${id}`)).body;
const putEngine = (row: Engine, version: number) =>
  call<{ version: number }>(shop, 'PUT', `/library/engines/${row.id}`, row, { version, client: 'them' });
const undoRow = () => call<ProblemBody>(shop, 'POST', '/library-steps/undo', undefined, { client: 'them' });
const putChassis = async (chassis: Chassis) =>
  call<ProblemBody & BuildBody>(shop, 'PUT', '/builds/glider-tug/chassis', chassis, {
    version: (await read()).version,
  });

test('an engine or gearbox that the car came with and that is not in the library is refused, whichever way it comes', async () => {
  const { build, version } = await read();
  for (const [field, what] of [
    ['originalEngineId', 'engine'],
    ['originalGearboxId', 'gearbox'],
  ] as const) {
    const answer = await putChassis({ ...build.chassis!, [field]: 'nowhere' });
    expect(answer).toMatchObject({
      status: 422,
      body: { errors: [{ pointer: `/${field}`, message: `There is no ${what} “nowhere” in the library.` }] },
    });
  }
  expect((await read()).version).toBe(version);
  const { body: bundle } = await call<{ build: Build }>(shop, 'GET', '/builds/glider-tug/bundle');
  const spoilt = { ...bundle.build, id: 'other', chassis: { ...bundle.build.chassis!, originalEngineId: 'nowhere' } };
  expect(await call<ProblemBody>(shop, 'POST', '/bundles', { ...bundle, build: spoilt })).toMatchObject({
    status: 422,
    body: { errors: [{ pointer: '/build/chassis/originalEngineId' }] },
  });
  // The database itself says no to what no route has looked at.
  await expect(
    shop.db.query(`UPDATE build SET chassis = chassis || '{"originalEngineId": "nowhere"}' WHERE id = 'glider-tug'`),
  ).rejects.toThrow(/foreign key/);
});

test('of a bundle a fault is named from the root of the bundle', async () => {
  const { body: bundle } = await call<{ build: Build }>(shop, 'GET', '/builds/glider-tug/bundle');
  const [first, second, ...rest] = bundle.build.candidates;
  const bring = (candidates: readonly unknown[]) =>
    call<ProblemBody>(shop, 'POST', '/bundles', { ...bundle, build: { ...bundle.build, id: 'other', candidates } });
  const told = async (candidates: readonly unknown[]) => (await bring(candidates)).body.errors?.map((e) => e.pointer);
  expect(await told([first, { ...second, engineId: 'nowhere' }, ...rest])).toEqual(['/build/candidates/1/engineId']);
  expect(await told([first, { ...second, partIds: ['nowhere'] }, ...rest])).toEqual(['/build/candidates/1/partIds/0']);
  expect(await told([first, { ...second, letter: first!.letter }, ...rest])).toEqual(['/build/candidates/1/letter']);
  expect(await told([first, { ...second, id: first!.id }, ...rest])).toEqual(['/build/candidates/1/id']);
  expect((await call(shop, 'GET', '/builds/other')).status).toBe(404);
});

test('two candidates of one letter, and two things of a list with one id, are refused with their field', async () => {
  const { build, version } = await read();
  const [a, b] = build.candidates;
  expect(
    await call<ProblemBody>(
      shop,
      'PUT',
      `/builds/glider-tug/candidates/${b!.id}`,
      { ...b, letter: a!.letter },
      { version },
    ),
  ).toMatchObject({ status: 422, body: { errors: [{ pointer: '/letter' }] } });
  const obstacles = build.chassis!.obstacles;
  expect(
    await putChassis({ ...build.chassis!, obstacles: [...obstacles, { ...obstacles[0]!, name: 'Twin' }] }),
  ).toMatchObject({
    status: 422,
    body: {
      errors: [
        {
          pointer: `/obstacles/${obstacles.length}/id`,
          message: `“Twin” has the id “${obstacles[0]!.id}” of entry 1. Choose another id.`,
        },
      ],
    },
  });
});

test('the engine that a car came with can’t be undone away, and one that is gone doesn’t come back by undo of the car', async () => {
  const row = { ...(await engineOf('quillon-22')), id: 'as-found', name: 'Original car' };
  expect((await putEngine(row, 0)).status).toBe(201);
  const { build } = await read();
  expect((await putChassis({ ...build.chassis!, originalEngineId: 'as-found' })).status).toBe(200);
  const kept = await undoRow();
  expect(kept.status).toBe(409);
  expect(kept.body.detail).toContain(`${build.name} uses it`);
  expect((await call(shop, 'GET', '/builds/glider-tug/bundle')).status).toBe(200);

  // Let go of, it can be taken back; then the car can't be given it again.
  expect((await call(shop, 'POST', '/builds/glider-tug/undo')).status).toBe(200);
  expect((await undoRow()).status).toBe(200);
  expect(await call<ProblemBody>(shop, 'POST', '/builds/glider-tug/redo')).toMatchObject({
    status: 422,
    body: { errors: [{ pointer: '/originalEngineId' }] },
  });
  expect((await read()).build.chassis).toEqual(build.chassis);
});

test('a row that was taken out and comes back goes on counting: who saw the old one can’t write over it', async () => {
  const row = { ...(await engineOf('quillon-22')), id: 'twice', name: 'First gear ratio' };
  expect((await putEngine(row, 0)).body.version).toBe(1);
  expect((await undoRow()).status).toBe(200);
  expect((await putEngine({ ...row, name: 'Second' }, 0)).body.version).toBe(3);
  expect((await putEngine({ ...row, name: 'From the old one' }, 1)).status).toBe(409);
  expect(await engineOf('twice')).toMatchObject({ name: 'Second' });
  expect((await undoRow()).status).toBe(200);
  // So it is with rows that come in as a file.
  const file = { format: 'sable-library', version: 1, engines: [row], gearboxes: [], parts: [], families: [] };
  expect((await call(shop, 'POST', '/library-file', file)).status).toBe(201);
  expect((await call(shop, 'GET', '/library/engines/twice')).headers['etag']).toBe('"5"');
});

test('so does a build that was erased and comes back', async () => {
  const make = () => call<BuildBody>(shop, 'POST', '/builds', { name: 'Twice built' });
  const { build, version } = (await make()).body;
  expect(version).toBe(1);
  const rename = (name: string, v: number) =>
    call<BuildBody>(shop, 'PUT', `/builds/${build.id}/name`, { name }, { version: v });
  expect((await rename('Once', 1)).body.version).toBe(2);
  expect((await call(shop, 'PUT', `/builds/${build.id}/shelf`, { shelf: 'deleted' })).status).toBeLessThan(300);
  expect((await call(shop, 'DELETE', `/builds/${build.id}`)).status).toBe(204);
  expect((await make()).body).toMatchObject({ version: 3, build: { id: build.id } });
  expect((await rename('From the old one', 2)).status).toBe(409);
  expect((await read(build.id)).build.name).toBe('Twice built');
});
