import type { Build, Candidate, Gearbox } from '@sable/core';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

const TUG = '/builds/glider-tug';
const read = async (client?: string) =>
  (await call<BuildBody>(shop, 'GET', TUG, undefined, client ? { client } : {})).body;
const put = (c: Candidate, version: number, client?: string) =>
  call<BuildBody & ProblemBody>(shop, 'PUT', `${TUG}/candidates/${c.id}`, c, {
    version,
    ...(client ? { client } : {}),
  });
const pick = (b: BuildBody, id: string) => b.build.candidates.find((c) => c.id === id)!;

test('the demo is there, with its version as ETag', async () => {
  const list = await call<{ id: string; candidates: number }[]>(shop, 'GET', '/builds');
  expect(list.body.map((b) => [b.id, b.candidates])).toEqual([
    ['glider-tug', 6],
    ['ice-racer', 2],
    ['forestry-pickup', 2],
    ['second-car', 0],
  ]);
  const one = await call<BuildBody>(shop, 'GET', TUG);
  expect(one.headers['etag']).toBe(`"${one.body.version}"`);
});

test('a change raises the version, undo restores the old content as a new change, redo does it again', async () => {
  const before = await read();
  const c = pick(before, 'c');
  const changed = await put({ ...c, gearboxId: 'marten-e5' }, before.version);
  expect(changed.status).toBe(200);
  expect(changed.body.version).toBe(before.version + 1);
  expect(changed.body.undo).toBe('C changed');
  const undone = await call<BuildBody>(shop, 'POST', `${TUG}/undo`);
  expect(undone.body.build).toEqual(before.build);
  expect(undone.body.version).toBe(before.version + 2);
  expect(undone.body.redo).toBe('C changed');
  const redone = await call<BuildBody>(shop, 'POST', `${TUG}/redo`);
  expect(pick(redone.body, 'c').gearboxId).toBe('marten-e5');
  const back = await call<BuildBody>(shop, 'POST', `${TUG}/undo`);
  expect(back.body.build).toEqual(before.build);
});

test('several undone in turn, and a new change ends the redo', async () => {
  const start = await read('many');
  let at = start;
  for (const finalDrive of [3.54, 3.7, 4.11])
    at = (await put({ ...pick(at, 'c'), finalDrive }, at.version, 'many')).body;
  for (const want of [3.7, 3.54, 3.9]) {
    const r = await call<BuildBody>(shop, 'POST', `${TUG}/undo`, undefined, { client: 'many' });
    expect(pick(r.body, 'c').finalDrive).toBe(want);
  }
  expect((await call(shop, 'POST', `${TUG}/undo`, undefined, { client: 'many' })).status).toBe(422);
  const now = await read('many');
  const other = await put({ ...pick(now, 'c'), finalDrive: 3.54 }, now.version, 'many');
  expect(other.body.redo).toBeNull();
  await call(shop, 'POST', `${TUG}/undo`, undefined, { client: 'many' });
  expect((await read()).build).toEqual(start.build);
});

test('a stale version is refused with both versions, and nothing is saved', async () => {
  const seen = await read();
  await put({ ...pick(seen, 'a'), whyNot: 'first come' }, seen.version, 'one');
  const late = await put({ ...pick(seen, 'a'), whyNot: 'too late' }, seen.version, 'two');
  expect(late.status).toBe(409);
  expect(late.body.theirs?.candidates.find((c) => c.id === 'a')?.whyNot).toBe('first come');
  expect(late.body.yours).toMatchObject({ candidate: { whyNot: 'too late' } });
  expect(pick(await read(), 'a').whyNot).toBe('first come');
});

test('undo is refused where somebody else’s later change of the same thing would be lost', async () => {
  const v1 = await read();
  await put({ ...pick(v1, 'd'), whyNot: 'mine' }, v1.version, 'me2');
  const v2 = await read();
  await put({ ...pick(v2, 'd'), whyNot: 'theirs' }, v2.version, 'they');
  const refused = await call<ProblemBody>(shop, 'POST', `${TUG}/undo`, undefined, { client: 'me2' });
  expect(refused.status).toBe(409);
  expect(refused.body.detail).toMatch(/somebody changed the same thing after you/);
  expect(pick(await read(), 'd').whyNot).toBe('theirs');
});

test('another’s change of another candidate does not stand in the way of undo', async () => {
  const v1 = await read();
  await put({ ...pick(v1, 'e'), whyNot: 'mine' }, v1.version, 'me3');
  const v2 = await read();
  await put({ ...pick(v2, 'f'), whyNot: 'theirs' }, v2.version, 'they3');
  const undone = await call<BuildBody>(shop, 'POST', `${TUG}/undo`, undefined, { client: 'me3' });
  expect(undone.status).toBe(200);
  expect(pick(undone.body, 'e').whyNot).toBe('');
  expect(pick(undone.body, 'f').whyNot).toBe('theirs');
});

test('a candidate added and taken out; undo puts it back in its place', async () => {
  const before = await read();
  const extra: Candidate = { ...pick(before, 'c'), id: 'g', letter: 'G', name: 'A very long name '.repeat(6).trim() };
  const added = await put(extra, before.version);
  expect(added.body.build.candidates.at(-1)?.id).toBe('g');
  const gone = await call<BuildBody>(shop, 'DELETE', `${TUG}/candidates/b`, undefined, { version: added.body.version });
  expect(gone.body.build.candidates.map((c) => c.id)).not.toContain('b');
  const back = await call<BuildBody>(shop, 'POST', `${TUG}/undo`);
  expect(back.body.build.candidates.map((c) => c.id)).toEqual(['a', 'b', 'c', 'd', 'e', 'f', 'g']);
  await call(shop, 'POST', `${TUG}/undo`);
  expect((await read()).build.candidates).toHaveLength(6);
});

test('choosing freezes the library rows of the choice; undo takes the frozen rows away with it', async () => {
  const frozen = async () =>
    (
      await shop.db.query<{ s: { engines: { id: string }[] } | null }>(
        "SELECT decision_snapshot AS s FROM build WHERE id = 'glider-tug'",
      )
    )[0]!.s;
  const v = await read();
  const chosen = await call<BuildBody>(
    shop,
    'PUT',
    `${TUG}/decision`,
    { candidateId: 'c', reason: 'quiet' },
    { version: v.version },
  );
  expect(chosen.body.build.decision).toEqual({ candidateId: 'c', reason: 'quiet' });
  expect((await frozen())?.engines.map((e) => e.id)).toContain('hesper-v6-27');
  const refused = await call<ProblemBody>(shop, 'DELETE', `${TUG}/candidates/c`, undefined, {
    version: chosen.body.version,
  });
  expect(refused.status).toBe(422);
  await call(shop, 'POST', `${TUG}/undo`);
  expect(await frozen()).toBeNull();
});

test('a choice keeps its rows whatever becomes of the library, until it is made again', async () => {
  const decide = async (decision: Build['decision']) =>
    (await call<BuildBody>(shop, 'PUT', `${TUG}/decision`, decision, { version: (await read()).version })).body;
  const kept = ({ frozen }: BuildBody) => frozen?.gearboxes.find((g) => g.id === 'corran-g6')?.ratios[0];
  const was = (await read()).build.decision;
  const first = await decide({ candidateId: 'c', reason: 'quiet' });
  const ratio = kept(first)!;
  expect(ratio).toBeGreaterThan(1);

  const [row] = (await call<{ gearboxes: Gearbox[] }>(shop, 'GET', '/library')).body.gearboxes.filter(
    (g) => g.id === 'corran-g6',
  );
  const changed = { ...row!, ratios: row!.ratios.map((r) => r * 1.1) };
  expect((await call(shop, 'PUT', '/library/gearboxes/corran-g6', changed, { version: 1 })).status).toBe(200);
  expect(kept(await read())).toBe(ratio);
  expect(kept(await decide({ candidateId: 'c', reason: 'said otherwise' }))).toBe(ratio);
  const cruise = async () =>
    (await shop.app.inject({ url: `/api/v1${TUG}/lineup.csv`, headers: { host: 'localhost' } })).body
      .split('\n')
      .find((line) => line.includes('Cruise rpm'))!;
  const before = await cruise();

  expect((await decide({ candidateId: null, reason: '' })).frozen).toBeUndefined();
  const today = await cruise();
  expect(today).not.toBe(before);
  expect(kept(await decide({ candidateId: 'c', reason: 'repeat' }))).toBeCloseTo(ratio * 1.1, 9);
  expect(await cruise()).toBe(today);

  await decide(was);
  expect((await call(shop, 'PUT', '/library/gearboxes/corran-g6', row, { version: 2 })).status).toBe(200);
});

test('a new build is judged at once, and its address is safe', async () => {
  const made = await call<BuildBody>(shop, 'POST', '/builds', { name: 'Überholter Kombi / 2' });
  expect(made.status).toBe(201);
  expect(made.body.build.id).toMatch(/^[a-z0-9-]+$/);
  const again = await call<BuildBody>(shop, 'POST', '/builds', { name: 'Überholter Kombi / 2' });
  expect(again.body.build.id).not.toBe(made.body.build.id);
});

test('a build has a currency of its own; changing it converts nothing, and is undone like any other change', async () => {
  const made = await call<BuildBody>(shop, 'POST', '/builds', { name: 'Swiss', currency: 'CHF' });
  expect(made.body.build.currency).toBe('CHF');
  const at = `/builds/${made.body.build.id}`;
  const changed = await call<BuildBody>(shop, 'PUT', `${at}/currency`, { currency: 'USD' }, { version: 1 });
  expect(changed.body.build).toEqual({ ...made.body.build, currency: 'USD' });
  for (const currency of ['dollars', 'usd', ''])
    expect((await call(shop, 'PUT', `${at}/currency`, { currency }, { version: 2 })).status).toBe(400);
  const undone = await call<BuildBody>(shop, 'POST', `${at}/undo`, undefined, { version: 2 });
  expect(undone.body.build).toEqual(made.body.build);
});

describe('bad input: named, and nothing saved', () => {
  const refused = async (change: (c: Record<string, unknown>) => void): Promise<ProblemBody & { status: number }> => {
    const before = await read();
    const c = structuredClone(pick(before, 'c')) as unknown as Record<string, unknown>;
    change(c);
    const r = await call<ProblemBody>(shop, 'PUT', `${TUG}/candidates/c`, c, { version: before.version });
    expect((await read()).build).toEqual(before.build);
    return { ...r.body, status: r.status };
  };
  test('a tyre code that can’t be read', async () => {
    const r = await refused((c) => (c['tyreCode'] = '18S/65R15'));
    expect(r.status).toBe(422);
    expect(r.errors![0]).toMatchObject({
      pointer: '/tyreCode',
      message: expect.stringMatching(/18S\/65R15.*Allowed are codes such as/),
    });
  });
  test('an unknown field', async () => {
    const r = await refused((c) => (c['paintwork'] = 'red'));
    expect(r.status).toBe(400);
    expect(r.errors).toContainEqual({
      pointer: '/paintwork',
      message: expect.stringContaining('Unknown field “paintwork”'),
    });
  });
  test('a number as text is not coerced', async () => {
    const r = await refused((c) => (c['finalDrive'] = '3.9'));
    expect(r.errors).toContainEqual({ pointer: '/finalDrive', message: 'Final drive must be a number.' });
  });
  test('an engine that is not in the library', async () => {
    const r = await refused((c) => (c['engineId'] = 'gone'));
    expect(r.errors).toContainEqual({ pointer: '/engineId', message: expect.stringContaining('no engine “gone”') });
  });
  test('a letter that is taken', async () => {
    const r = await refused((c) => (c['letter'] = 'A'));
    expect(r.errors![0]!.pointer).toBe('/letter');
  });
  test('several faults are all told', async () => {
    const r = await refused((c) => {
      c['finalDrive'] = -1;
      c['mountSchool'] = 'jelly';
    });
    expect(r.errors!.map((e) => e.pointer).sort()).toEqual(['/finalDrive', '/mountSchool']);
  });
  test('a band turned round, a negative mass in the chassis, a missing version', async () => {
    const { version, build } = await read();
    const band = await call<ProblemBody>(
      shop,
      'PUT',
      `${TUG}/brief`,
      { ...build.brief, band: { lowRpm: 4000, highRpm: 3000 } },
      { version },
    );
    expect(band.body.errors![0]).toMatchObject({ pointer: '/band/highRpm' });
    const chassis = structuredClone(build.chassis!);
    chassis.lumps[0]!.massKg.value = -5;
    const mass = await call<ProblemBody>(shop, 'PUT', `${TUG}/chassis`, chassis, { version });
    expect(mass.body.errors).toContainEqual({ pointer: '/lumps/0/massKg/value', message: 'Mass must be above 0.' });
    const blind = await call<ProblemBody>(shop, 'PUT', `${TUG}/brief`, build.brief);
    expect(blind.status).toBe(428);
    expect((await read()).build).toEqual(build);
  });
  test('not JSON, and a body of 40 MB', async () => {
    const { version } = await read();
    const broken = await call<ProblemBody>(shop, 'PUT', `${TUG}/brief`, '{"use": ', { version });
    expect(broken.status).toBe(400);
    const huge = (mb: number) => JSON.stringify({ pad: 'x'.repeat(mb * 1024 * 1024) });
    const brief = await call<ProblemBody>(shop, 'PUT', `${TUG}/brief`, huge(40), { version });
    expect(brief.status).toBe(413);
    expect(brief.body.detail).toMatch(/limit 8 MB/);
    // A build comes with its photos and receipts.
    const bundle = await call<ProblemBody>(shop, 'POST', '/bundles', huge(66));
    expect(bundle.status).toBe(413);
    expect(bundle.body.detail).toMatch(/limit 64 MB/);
  });
  test('a build that is not there', async () => {
    expect((await call(shop, 'GET', '/builds/nowhere')).status).toBe(404);
    expect((await call(shop, 'GET', '/nothing/here')).status).toBe(404);
  });
});

test('the history tells every change, newest first', async () => {
  const log = await call<{ words: string; version: number }[]>(shop, 'GET', `${TUG}/history`);
  expect(log.body.length).toBeGreaterThan(5);
  expect(log.body[0]!.version).toBeGreaterThan(log.body.at(-1)!.version);
});
