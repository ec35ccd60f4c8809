/** Many hands on one build and one library at once: nothing is lost, nothing is half done, and everybody can go back. */
import type { Build, Candidate, Engine } from '@sable/core';
import { seeded } from '@sable/core';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

const TUG = '/builds/glider-tug';
const read = async (client = 'reader', at = TUG) =>
  (await call<BuildBody>(shop, 'GET', at, undefined, { client })).body;
const candidateOf = (b: Build, id: string) => b.candidates.find((c) => c.id === id)!;

/** Saves a change as a page does: made on what it has, and made again on the newest where it comes too late. */
async function change(client: string, id: string, edit: (c: Candidate) => Candidate): Promise<number> {
  for (let tries = 1; ; tries++) {
    const { build, version } = await read(client);
    const answer = await call<BuildBody & ProblemBody>(
      shop,
      'PUT',
      `${TUG}/candidates/${id}`,
      edit(candidateOf(build, id)),
      { version, client },
    );
    if (answer.status === 200) return tries;
    expect(answer.status).toBe(409);
    if (tries > 60) throw new Error(`${client} never got in`);
  }
}

test('five hands, each adding words to every candidate: every word stands, once, and each version is one change', async () => {
  const before = await read();
  const hands = Array.from({ length: 5 }, (_, n) => `hand-${n}`);
  const tries = await Promise.all(
    hands.map(async (hand) => {
      let n = 0;
      for (const { id } of before.build.candidates)
        n += await change(hand, id, (c) => ({ ...c, whyNot: `${c.whyNot} [${hand}]` }));
      return n;
    }),
  );
  const after = await read();
  for (const c of after.build.candidates)
    for (const hand of hands)
      expect([c.letter, hand, c.whyNot.split(`[${hand}]`).length - 1]).toEqual([c.letter, hand, 1]);
  expect(after.version).toBe(before.version + hands.length * before.build.candidates.length);
  // They did meet: otherwise this has tried nothing.
  expect(tries.reduce((a, b) => a + b, 0)).toBeGreaterThan(hands.length * before.build.candidates.length);
  // What stood there before stands there still.
  const bare = (c: Candidate) => ({ ...c, whyNot: c.whyNot.replaceAll(/ \[hand-\d\]/g, '') });
  expect(after.build.candidates.map(bare)).toEqual(before.build.candidates);
  expect({ ...after.build, candidates: [] }).toEqual({ ...before.build, candidates: [] });
});

test('of many that change from the same version one gets in, and each of the others is shown what it wrote', async () => {
  const { build, version } = await read();
  const answers = await Promise.all(
    Array.from({ length: 12 }, (_, n) =>
      call<BuildBody & ProblemBody>(
        shop,
        'PUT',
        `${TUG}/candidates/a`,
        { ...candidateOf(build, 'a'), whyNot: `number ${n}` },
        { version, client: `racer-${n}` },
      ),
    ),
  );
  const won = answers.filter((a) => a.status === 200);
  expect(won).toHaveLength(1);
  const written = candidateOf(won[0]!.body.build, 'a').whyNot;
  for (const lost of answers.filter((a) => a !== won[0])) {
    expect(lost.status).toBe(409);
    expect(candidateOf(lost.body.theirs!, 'a').whyNot).toBe(written);
    expect(lost.body.currentVersion).toBe(version + 1);
  }
  expect(candidateOf((await read()).build, 'a').whyNot).toBe(written);
});

test('whoever reads while others write sees whole versions: the same number is always the same build', async () => {
  const seen = new Map<number, string>();
  let done = false;
  const reader = async () => {
    while (!done) {
      const { version, build } = await read();
      const text = JSON.stringify(build);
      expect(seen.get(version) ?? text).toBe(text);
      seen.set(version, text);
      // Reading alone would never let the loop of events turn.
      await new Promise(setImmediate);
    }
  };
  const readers = [reader(), reader(), reader()];
  try {
    for (let n = 0; n < 8; n++) await change('writer', 'b', (c) => ({ ...c, whyNot: `pass ${n}`, name: `pass ${n}` }));
  } finally {
    done = true;
  }
  await Promise.all(readers);
  expect(seen.size).toBeGreaterThan(1);
  for (const text of seen.values()) {
    const b = candidateOf(JSON.parse(text) as Build, 'b');
    // Both fields of one write, never one without the other.
    if (/^pass/.test(b.whyNot)) expect(b.name).toBe(b.whyNot);
  }
});

describe('walks of edits, undo and redo', () => {
  const EDITS: readonly ((c: Candidate, r: number) => Candidate)[] = [
    (c, r) => ({ ...c, finalDrive: Number((3 + r * 2).toFixed(2)) }),
    (c, r) => ({ ...c, whyNot: `because of ${Math.round(r * 1000)}` }),
    (c, r) => ({ ...c, placement: { ...c.placement, xMm: Math.round(r * 100) } }),
    (c) => ({ ...c, partIds: c.partIds.slice(1) }),
  ];

  test.each([1, 2])('walk %i: all the way back is where it began, all the way on where it ended', async (seed) => {
    const client = `walker-${seed}`;
    const random = seeded(seed);
    const states: Build[] = [(await read(client)).build];
    for (let n = 0; n < 8; n++) {
      const before = states.at(-1)!;
      const c = before.candidates[Math.floor(random() * before.candidates.length)]!;
      const next = EDITS[Math.floor(random() * EDITS.length)]!(c, random());
      if (JSON.stringify(next) === JSON.stringify(c)) continue;
      const { version } = await read(client);
      const put = await call<BuildBody>(shop, 'PUT', `${TUG}/candidates/${c.id}`, next, { version, client });
      expect(put.status).toBe(200);
      states.push(put.body.build);
    }
    const step = async (way: 'undo' | 'redo') =>
      (await call<BuildBody>(shop, 'POST', `${TUG}/${way}`, undefined, { client })).body;
    for (const want of states.slice(0, -1).toReversed()) expect((await step('undo')).build).toEqual(want);
    for (const want of states.slice(1)) expect((await step('redo')).build).toEqual(want);
    expect((await call(shop, 'POST', `${TUG}/redo`, undefined, { client })).status).toBe(422);
    for (const want of states.slice(0, -1).toReversed()) expect((await step('undo')).build).toEqual(want);
  });

  test('two hands in turn on different candidates each take back their own, not the other’s', async () => {
    const before = await read('left');
    await change('left', 'c', (c) => ({ ...c, whyNot: 'left was here' }));
    await change('right', 'd', (c) => ({ ...c, whyNot: 'right was here' }));
    const one = await call<BuildBody>(shop, 'POST', `${TUG}/undo`, undefined, { client: 'left' });
    expect(one.status).toBe(200);
    expect(candidateOf(one.body.build, 'c')).toEqual(candidateOf(before.build, 'c'));
    expect(candidateOf(one.body.build, 'd').whyNot).toBe('right was here');
    const two = await call<BuildBody>(shop, 'POST', `${TUG}/undo`, undefined, { client: 'right' });
    expect(two.body.build).toEqual(before.build);
  });
});

test('many hands on one row of the library: every change is made on the one before it', async () => {
  const at = '/library/engines/quillon-22';
  const before = await call<Engine>(shop, 'GET', at);
  const add = async (hand: string) => {
    for (;;) {
      const now = await call<Engine>(shop, 'GET', at);
      const version = Number(String(now.headers['etag']).replaceAll('"', ''));
      const answer = await call(
        shop,
        'PUT',
        at,
        { ...now.body, codes: [...now.body.codes, hand] },
        { version, client: hand },
      );
      if (answer.status === 200) return;
      expect(answer.status).toBe(409);
    }
  };
  const hands = ['north', 'east', 'south', 'west', 'above'];
  await Promise.all(hands.map(add));
  const { codes } = (await call<Engine>(shop, 'GET', at)).body;
  expect(codes.slice(0, before.body.codes.length)).toEqual(before.body.codes);
  expect([...codes.slice(before.body.codes.length)].sort()).toEqual([...hands].sort());
});
