/**
 * What must not happen whatever is sent: an answer of 500, something half saved, a fault without its field. Good bodies are
 * taken from the demo and spoilt in one place each.
 */
import type { Build, Engine, Part } from '@sable/core';
import fc from 'fast-check';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

const build = async () => (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;

/** Pointers of every leaf of a document. */
function leaves(value: unknown, at = ''): string[] {
  if (value === null || typeof value !== 'object') return [at];
  return Object.entries(value).flatMap(([k, v]) => leaves(v, `${at}/${k}`));
}

/** The document with what stands at a pointer put in another's place. */
function spoilt(value: unknown, pointer: string, put: unknown): unknown {
  const copy = structuredClone(value) as Record<string, unknown>;
  const keys = pointer.split('/').slice(1);
  let at = copy;
  for (const key of keys.slice(0, -1)) at = at[key] as Record<string, unknown>;
  at[keys.at(-1)!] = put;
  return copy;
}

const OTHERS: readonly unknown[] = [null, true, -1, 0, 1e308, '', 'x', '12', [], {}, [null], { value: null }];

describe('text that a database can’t hold', () => {
  // A zero character, and half of a pair of UTF-16.
  for (const [what, text] of [
    ['a zero character', 'Tug\u0000'],
    ['half a character', 'Tug\ud800'],
  ] as const) {
    test(`${what} is refused with its field, and nothing is saved`, async () => {
      const before = await build();
      const answers = [
        ['/name', await call<ProblemBody>(shop, 'PUT', '/builds/glider-tug/name', { name: text }, before)],
        [
          '/purpose',
          await call<ProblemBody>(
            shop,
            'PUT',
            '/builds/glider-tug/brief',
            { ...before.build.brief, purpose: text },
            before,
          ),
        ],
        ['/name', await call<ProblemBody>(shop, 'POST', '/builds', { name: text })],
      ] as const;
      for (const [pointer, answer] of answers) {
        expect([pointer, answer.status]).toEqual([pointer, 400]);
        expect(answer.body.errors).toEqual([expect.objectContaining({ pointer })]);
      }
      expect(await build()).toEqual(before);
    });
  }

  test('letters of any script and signs of any kind are kept as they are', async () => {
    const before = await build();
    for (const name of ['Žuk № 4', 'むかし', '🛠 tug', 'a\u0301', '"\\/</script>']) {
      const { version } = await build();
      expect((await call(shop, 'PUT', '/builds/glider-tug/name', { name }, { version })).status).toBe(200);
      expect((await build()).build.name).toBe(name);
    }
    const { version } = await build();
    await call(shop, 'PUT', '/builds/glider-tug/name', { name: before.build.name }, { version });
  });
});

test('numbers beyond what can be held are refused with their field', async () => {
  const { version, build: b } = await build();
  const text = JSON.stringify({ ...b.brief, hourlyRate: 1 }).replace('"hourlyRate":1', '"hourlyRate":1e999');
  const answer = await call<ProblemBody>(shop, 'PUT', '/builds/glider-tug/brief', text, { version });
  expect(answer.status).toBe(400);
  expect(answer.body.errors).toEqual([expect.objectContaining({ pointer: '/hourlyRate' })]);
  expect((await build()).version).toBe(version);
});

test('whatever stands in a field instead, it is saved whole or refused with a pointer into it: never a 500', async () => {
  const { build: b } = await build();
  const targets = [
    ['brief', b.brief],
    ['chassis', b.chassis],
    ['candidates/c', b.candidates.find((c) => c.id === 'c')],
  ] as const;
  const cases = targets.flatMap(([target, content]) =>
    leaves(content).map((pointer) => ({ target, content, pointer })),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...cases),
      fc.constantFrom(...OTHERS),
      async ({ target, content, pointer }, put) => {
        const { version } = await build();
        const body = spoilt(content, pointer, put);
        const answer = await call<ProblemBody>(shop, 'PUT', `/builds/glider-tug/${target}`, body, { version });
        expect([pointer, put, answer.status < 500]).toEqual([pointer, put, true]);
        if (answer.status >= 400) {
          expect(answer.body.type).toMatch(/^urn:sable:problem:/);
          expect(answer.body.errors!.length).toBeGreaterThan(0);
          for (const { pointer: told } of answer.body.errors!) expect(told === '' || told.startsWith('/')).toBe(true);
          expect((await build()).version).toBe(version);
        } else {
          const undone = await call(shop, 'POST', '/builds/glider-tug/undo');
          // What changed nothing left nothing to take back.
          expect([200, 422]).toContain(undone.status);
        }
      },
    ),
    { numRuns: 40 },
  );
  const after = (await build()).build;
  expect(after.brief).toEqual(b.brief);
  expect(after.chassis).toEqual(b.chassis);
  expect(after.candidates).toEqual(b.candidates);
});

test('the same for rows of the library', async () => {
  const rows: readonly (readonly [string, string])[] = [
    ['parts', 'rad-2'],
    ['engines', 'quillon-22'],
    ['gearboxes', 'corran-g6'],
  ];
  const whole = await Promise.all(
    rows.map(async ([kind, id]) => ({
      kind,
      row: (await call<Part | Engine>(shop, 'GET', `/library/${kind}/${id}`)).body,
    })),
  );
  const cases = whole.flatMap(({ kind, row }) => leaves(row).map((pointer) => ({ kind, row, pointer })));
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...cases), fc.constantFrom(...OTHERS), async ({ kind, row, pointer }, put) => {
      if (pointer === '/id') return;
      const path = `/library/${kind}/${row.id}`;
      const before = await call(shop, 'GET', path);
      const version = Number(String(before.headers['etag']).replaceAll('"', ''));
      const answer = await call<ProblemBody>(shop, 'PUT', path, spoilt(row, pointer, put), { version });
      expect([pointer, put, answer.status < 500]).toEqual([pointer, put, true]);
      if (answer.status >= 400) expect((await call(shop, 'GET', path)).body).toEqual(before.body);
      else expect([200, 422]).toContain((await call(shop, 'POST', '/library-steps/undo')).status);
    }),
    { numRuns: 40 },
  );
  for (const { kind, row } of whole) expect((await call(shop, 'GET', `/library/${kind}/${row.id}`)).body).toEqual(row);
});

test('a bundle spoilt anywhere brings in all of itself or nothing', async () => {
  const bundle = (await call<{ build: Build }>(shop, 'GET', '/builds/ice-racer/bundle')).body;
  const pointers = leaves(bundle).filter((p) => !p.startsWith('/library/engines'));
  const builds = async () => (await call<unknown[]>(shop, 'GET', '/builds')).body.length;
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...pointers), fc.constantFrom(...OTHERS), async (pointer, put) => {
      const before = await builds();
      const answer = await call<ProblemBody>(shop, 'POST', '/bundles', spoilt(bundle, pointer, put));
      expect([pointer, put, answer.status < 500]).toEqual([pointer, put, true]);
      if (answer.status >= 400) expect(await builds()).toBe(before);
    }),
    { numRuns: 20 },
  );
});

describe('what can’t be read at all', () => {
  const send = (url: string, payload?: string) =>
    shop.app.inject({
      method: payload === undefined ? 'GET' : 'POST',
      url,
      headers: { host: 'localhost', ...(payload === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(payload === undefined ? {} : { payload }),
    });
  test.each([
    ['a body that is cut off', '/api/v1/builds', '{\n  "name": "x"', 'line 2, character'],
    ['a stray sign', '/api/v1/builds', '{"name": "x",}', 'line 1, character 14'],
    ['no body', '/api/v1/builds', ' ', 'The body is empty'],
    ['a key that would reach into the program', '/api/v1/builds', '{"__proto__": {"a": 1}}', '“__proto__”'],
    ['an address with a stray %', '/api/v1/builds/%zz', undefined, 'incomplete % code'],
    ['an id without end', `/api/v1/builds/${'x'.repeat(5000)}`, undefined, 'a part of it is too long'],
  ])('%s is a problem that says what and where', async (_, url, payload, words) => {
    const answer = await send(url, payload);
    expect(answer.statusCode).toBeGreaterThanOrEqual(400);
    expect(answer.statusCode).toBeLessThan(500);
    const body = answer.json<ProblemBody & { detail: string }>();
    expect(body.type).toMatch(/^urn:sable:problem:/);
    expect(body.detail).toContain(words);
  });
  test('of a body with many faults twenty are told, and how many are left; of a vast one the first', async () => {
    const { body: whole } = await call<object>(shop, 'GET', '/library-file');
    const file = (n: number) => ({ ...whole, parts: Array.from({ length: n }, () => ({})) });
    const few = await call<ProblemBody & { errorsLeft?: number }>(shop, 'POST', '/library-file', file(10));
    expect(few.status).toBe(400);
    expect(few.body.errors).toHaveLength(20);
    expect(few.body.errorsLeft).toBeGreaterThan(20);
    const from = performance.now();
    const vast = await call<ProblemBody & { errorsLeft?: number }>(shop, 'POST', '/library-file', file(100_000));
    expect(vast.status).toBe(400);
    expect(vast.body.errors).toHaveLength(1);
    // It took 24 s with every fault collected; this is a limit against that, not a measurement.
    expect(performance.now() - from).toBeLessThan(8000);
  });
});

test('a full disk is said, nothing is half saved, reading goes on, and with room again it goes on as it is', async () => {
  const { version, build: b } = await build();
  const db = shop.db as { tx: typeof shop.db.tx };
  const { tx } = db;
  db.tx = async (work) => {
    await tx(async (q) => {
      await work(q);
      throw Object.assign(new Error('could not extend file "base/5/16500": No space left on device'), {
        code: '53100',
      });
    });
    throw new Error('not reached');
  };
  const put = () =>
    call<ProblemBody & { detail: string }>(
      shop,
      'PUT',
      '/builds/glider-tug/brief',
      { ...b.brief, hourlyRate: 77 },
      { version },
    );
  try {
    const answer = await put();
    expect(answer.status).toBe(507);
    expect(answer.body.detail).toContain('The disk is full: nothing was saved.');
    expect((await build()).build).toEqual(b);
  } finally {
    db.tx = tx;
  }
  expect((await put()).status).toBe(200);
  expect((await build()).build.brief.hourlyRate).toBe(77);
});

test('a table of three thousand lines comes in whole, and once only', async () => {
  const text = `Id,Name,Class,Price likely\n${Array.from({ length: 3000 }, (_, i) => `many-${i},Bracket ${i},hose,${10 + i}`).join('\n')}`;
  const bring = () => call<{ rows: { outcome: string }[] }>(shop, 'POST', '/library-table', { text });
  const counted = (rows: readonly { outcome: string }[]) => [...new Set(rows.map((r) => r.outcome))];
  const first = await bring();
  expect(first.status).toBe(201);
  expect(first.body.rows).toHaveLength(3000);
  expect(counted(first.body.rows)).toEqual(['added']);
  expect((await call<Part>(shop, 'GET', '/library/parts/many-2999')).body).toMatchObject({ name: 'Bracket 2999' });
  expect(counted((await bring()).body.rows)).toEqual(['already here']);
});
