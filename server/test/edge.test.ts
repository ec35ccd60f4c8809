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
