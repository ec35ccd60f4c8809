import type { Engine, Family, Library, Part } from '@sable/core';
import { readVersioned, writeRow } from '../src/store/libraryStore.ts';
import { call, openShop, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

interface Stored<T> {
  readonly version: number;
  readonly row: T;
}
const get = <T>(url: string) => call<T>(shop, 'GET', url);
const put = <T>(kind: string, row: T & { id: string }, version: number, client = 'me') =>
  call<Stored<T> & ProblemBody>(shop, 'PUT', `/library/${kind}/${row.id}`, row, { version, client });
const step = (direction: 'undo' | 'redo', client = 'me') =>
  call<{ words: string } & ProblemBody>(shop, 'POST', `/library-steps/${direction}`, undefined, { client });

const engine = async (id: string) => (await get<Engine>(`/library/engines/${id}`)).body;

test('an engine is copied, edited, retired, and each step taken back', async () => {
  const original = await engine('quillon-22');
  const copy = { ...original, id: 'quillon-22-tuned', name: 'Quillon 2.2, tuned' };
  expect((await put('engines', copy, 0)).status).toBe(201);
  const edited = { ...copy, compressionRatio: { value: 10.8, plusMinus: 0.1, evidence: 'measured' as const } };
  expect((await put<Engine>('engines', edited, 1)).body).toMatchObject({
    version: 2,
    row: { compressionRatio: { value: 10.8 } },
  });
  expect((await put('engines', { ...edited, retired: true }, 2)).status).toBe(200);
  expect((await get<{ undo: string }>('/library-steps')).body.undo).toBe('Archived engine Quillon 2.2, tuned');
  await step('undo');
  expect((await engine(copy.id)).retired).toBeUndefined();
  await step('undo');
  expect((await engine(copy.id)).compressionRatio!.value).toBe(original.compressionRatio!.value);
  await step('undo');
  expect((await get(`/library/engines/${copy.id}`)).status).toBe(404);
  await step('redo');
  expect(await engine(copy.id)).toEqual(copy);
  await step('undo');
});

test('columns follow the row: displacement, price, retired', async () => {
  const original = await engine('stannet-v8-41');
  await put('engines', { ...original, strokeMm: { value: 80, evidence: 'claimed' }, retired: true }, 1);
  const [row] = await shop.db.query<{ displacement_l: number; retired: boolean; price_likely: number }>(
    "SELECT displacement_l, retired, price_likely FROM engine WHERE id = 'stannet-v8-41'",
  );
  expect(row!.displacement_l).toBeCloseTo((Math.PI / 4) * 0.94 ** 2 * 0.8 * 8, 6);
  expect(row!.retired).toBe(true);
  expect(row!.price_likely).toBe(original.price!.likely);
  await step('undo');
});

test('two at once: the second gets both versions and nothing is lost', async () => {
  const part = (await get<Part>('/library/parts/rad-2')).body;
  expect((await put('parts', { ...part, leadDays: 3 }, 1, 'one')).status).toBe(200);
  const late = await put<Part>('parts', { ...part, leadDays: 9 }, 1, 'two');
  expect(late.status).toBe(409);
  expect(late.body).toMatchObject({ currentVersion: 2, theirs: { leadDays: 3 }, yours: { leadDays: 9 } });
  // Somebody else's change is not taken back with mine.
  expect((await put('parts', { ...part, leadDays: 12 }, 2, 'two')).status).toBe(200);
  expect((await step('undo', 'one')).status).toBe(409);
  expect((await step('undo', 'two')).status).toBe(200);
  expect((await step('undo', 'one')).status).toBe(200);
  expect((await get<Part>('/library/parts/rad-2')).body).toEqual(part);
});

test('many at once at one row: one is taken, the others are told what stands, and its version rises by one', async () => {
  const { body: part, headers } = await get<Part>('/library/parts/rad-2');
  const version = Number(String(headers['etag']).replaceAll('"', ''));
  const wanted = Array.from({ length: 12 }, (_, n) => ({ ...part, leadDays: 20 + n }));
  const answers = await Promise.all(wanted.map((row, n) => put<Part>('parts', row, version, `client ${n}`)));
  const taken = answers.flatMap((a, n) => (a.status === 200 ? [n] : []));
  expect(taken.length).toBe(1);
  const stands = (await get<Part>('/library/parts/rad-2')).body;
  expect(stands).toEqual(wanted[taken[0]!]);
  for (const [n, answer] of answers.entries())
    if (n !== taken[0])
      expect(answer).toMatchObject({
        status: 409,
        body: { currentVersion: version + 1, theirs: stands, yours: wanted[n] },
      });
  expect((await step('undo', `client ${taken[0]}`)).status).toBe(200);
  expect((await get<Part>('/library/parts/rad-2')).body).toEqual(part);
});

test('the statement itself asks for the version: whatever was read before it, a stale write finds no row', async () => {
  const part = (await get<Part>('/library/parts/rad-2')).body;
  const standing = await readVersioned(shop.db, 'parts', 'rad-2');
  for (const stale of [0, standing!.version - 1, standing!.version + 1])
    expect(await writeRow(shop.db, 'parts', { ...part, leadDays: 77 }, stale)).toBeUndefined();
  expect(await readVersioned(shop.db, 'parts', 'rad-2')).toEqual(standing);
});

test('a new row is never written over one that stands', async () => {
  const part = (await get<Part>('/library/parts/rad-2')).body;
  const late = await put<Part>('parts', { ...part, name: 'Another radiator' }, 0);
  expect(late).toMatchObject({ status: 409, body: { theirs: part } });
  expect((await get<Part>('/library/parts/rad-2')).body).toEqual(part);
});

test('a new row that a build has come to use is not taken out by undo', async () => {
  const part = { ...(await get<Part>('/library/parts/rad-2')).body, id: 'rad-new', name: 'New radiator' };
  await put('parts', part, 0);
  const { body, headers } = await call<{ build: { candidates: { id: string; partIds: string[] }[] } }>(
    shop,
    'GET',
    '/builds/glider-tug',
  );
  const c = body.build.candidates[0]!;
  const version = Number(String(headers['etag']).replaceAll('"', ''));
  await call(
    shop,
    'PUT',
    `/builds/glider-tug/candidates/${c.id}`,
    { ...c, partIds: [...c.partIds, 'rad-new'] },
    { version },
  );
  const refused = await step('undo');
  expect(refused.status).toBe(409);
  expect(refused.body.detail).toContain('Retire it instead');
  await call(shop, 'POST', '/builds/glider-tug/undo');
  expect((await step('undo')).status).toBe(200);
});

test('nor is one that came to be in a kit of a build, and a kit that comes in under new ids keeps its parts', async () => {
  const plate = (await get<Part>('/library/parts/ap-hesper-corran')).body;
  const kit = { ...(await get<Part>('/library/parts/kit-hesper-corran')).body, id: 'kit-new', inKit: ['plate-new'] };
  await put('parts', kit, 0, 'kit');
  const { body, headers } = await call<{ build: { candidates: { id: string; partIds: string[] }[] } }>(
    shop,
    'GET',
    '/builds/glider-tug',
  );
  const c = body.build.candidates[2]!;
  const version = Number(String(headers['etag']).replaceAll('"', ''));
  const put2 = { ...c, partIds: [...c.partIds, 'kit-new'] };
  expect((await call(shop, 'PUT', `/builds/glider-tug/candidates/${c.id}`, put2, { version })).status).toBe(200);
  await put('parts', { ...plate, id: 'plate-new', name: 'Plate of the kit' }, 0, 'plate');
  const refused = await step('undo', 'plate');
  expect([refused.status, refused.body.detail]).toEqual([409, expect.stringContaining('Retire it instead')]);

  const other = { ...plate, id: 'plate-new', name: 'Plate of another shop' };
  const file = {
    ...(await get<Library>('/library-file')).body,
    engines: [],
    gearboxes: [],
    families: [],
    parts: [{ ...kit, id: 'kit-other', inKit: ['plate-new'] }, other],
  };
  const told = await call<{ rows: { id: string; newId?: string }[] }>(shop, 'POST', '/library-file', file);
  expect(told.status).toBe(201);
  const renamed = told.body.rows.find((r) => r.id === 'plate-new')!.newId!;
  expect((await get<Part>('/library/parts/kit-other')).body.inKit).toEqual([renamed]);
  expect((await call(shop, 'POST', '/builds/glider-tug/undo')).status).toBe(200);
  expect((await step('undo', 'plate')).status).toBe(200);
});

test('bad rows are refused with the field named, and nothing is written', async () => {
  const e = await engine('quillon-22');
  const bad = (row: unknown) => call<ProblemBody>(shop, 'PUT', '/library/engines/quillon-22', row, { version: 1 });
  const twice = await bad({ ...e, curves: [{ ...e.curves[0]!, rpm: [1000, 1000, ...e.curves[0]!.rpm.slice(2)] }] });
  expect(twice.status).toBe(422);
  expect(twice.body.errors![0]!.pointer).toBe('/curves/0/rpm/1');
  const price = await bad({ ...e, price: { low: 500, likely: 400, high: 900, evidence: 'claimed' } });
  expect(price.body.errors![0]!.pointer).toContain('/price');
  expect((await bad({ ...e, colour: 'red' })).status).toBe(400);
  expect(
    (await call<ProblemBody>(shop, 'PUT', '/library/engines/other', e, { version: 0 })).body.errors![0]!.pointer,
  ).toBe('/id');
  expect((await call(shop, 'PUT', '/library/engines/quillon-22', e)).status).toBe(428);
  expect(await engine('quillon-22')).toEqual(e);
});

test('families: written, and a name is there only once', async () => {
  const family = (await get<Family>('/library/families/quillon-four')).body;
  const again = await call<ProblemBody>(shop, 'PUT', '/library/families/q2', { ...family, id: 'q2' }, { version: 0 });
  expect(again.status).toBe(422);
  expect(again.body.errors![0]!.pointer).toBe('/name');
});

test('the whole library goes out as a file and comes in again with nothing new', async () => {
  const file = (await get<Library & { format: string }>('/library-file')).body;
  expect(file.format).toBe('sable-library');
  const report = await call<{ rows: { outcome: string }[] }>(shop, 'POST', '/library-file', file);
  expect(report.status).toBe(201);
  expect(new Set(report.body.rows.map((r) => r.outcome))).toEqual(new Set(['already here']));
  const changed = {
    ...file,
    engines: [{ ...file.engines[0]!, name: 'Another' }],
    gearboxes: [],
    parts: [],
    families: [],
  };
  const other = await call<{ rows: { outcome: string; newId?: string }[] }>(shop, 'POST', '/library-file', changed);
  expect(other.body.rows[0]).toMatchObject({ outcome: 'added under a new id', newId: `${file.engines[0]!.id}-2` });
  expect((await call<ProblemBody>(shop, 'POST', '/library-file', { format: 'x' })).status).toBe(422);
});

test('tables out for each kind, and in again; a bad line or row is named', async () => {
  for (const kind of ['engines', 'gearboxes', 'parts']) {
    const csv = await get<string>(`/library/${kind}.csv`);
    expect(csv.headers['content-type']).toContain('text/csv');
    expect(csv.body.split('\n').length).toBeGreaterThan(8);
  }
  // What goes out comes in again as what is here already, whole.
  for (const kind of ['engines', 'gearboxes', 'parts'] as const) {
    const { body: table } = await get<string>(`/library/${kind}.csv`);
    const again = await call<{ rows: { outcome: string }[] }>(shop, 'POST', '/library-table', { text: table });
    expect(new Set(again.body.rows.map((r) => r.outcome))).toEqual(new Set(['already here']));
  }
  const text =
    'Name;Class'.replace(';', ',') +
    ',Price likely,Hours likely\nAlloy radiator,radiator,320,2\n"Hose, long",hose,18,0.5\n';
  const report = await call<{ rows: { id: string; outcome: string }[] }>(shop, 'POST', '/library-table', { text });
  expect(report.body.rows).toEqual([
    { kind: 'parts', id: 'alloy-radiator', outcome: 'added' },
    { kind: 'parts', id: 'hose-long', outcome: 'added' },
  ]);
  const bad = await call<ProblemBody>(shop, 'POST', '/library-table', {
    text: 'Name,Class,Price likely\nX,gadget,3\n',
  });
  expect(bad.status).toBe(422);
  expect(bad.body.detail).toContain('Line 2, Class: “gadget” is invalid');
  const head = 'Name,Cylinders,Bore (mm),Stroke (mm),Compression (ratio),Redline (rpm),Price likely';
  const many = await call<ProblemBody>(shop, 'POST', '/library-table', { text: `${head}\nX,40,86,86,10,6000,5\n` });
  expect(many.status).toBe(422);
  expect(many.body.detail).toContain('“X”: Cylinders must be 16 or less');
  const four = await call<{ rows: unknown[] }>(shop, 'POST', '/library-table', {
    text: `${head}\nFour,4,86,86,10,6000,5\n`,
  });
  expect(four.body.rows).toEqual([{ kind: 'engines', id: 'four', outcome: 'added' }]);
});
