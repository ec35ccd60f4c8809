import { POOL_LIMITS, SumPool, type PoolLimits } from '../src/jobs/sumPool.ts';
import { paths } from '../src/paths.ts';
import { call, openShop, type ProblemBody } from './shop.ts';

const NEVER = new AbortController().signal;
const MASS = {
  name: 'mass.bridge',
  input: {
    quotedMassKg: 100,
    quotedPlusMinusKg: 0,
    items: [{ name: 'oil', sign: 1, massKg: 4, plusMinusKg: 0.3 }],
  },
};
/** A place searched for, in a bay so full that it takes many seconds. */
const ball = (id: string, x: number, y: number, z: number) => ({
  id,
  verticesMm: Array.from({ length: 60 }, (_, i) => {
    const [u, v] = [i * 2.399963, Math.acos(1 - (2 * (i + 0.5)) / 60)];
    return [x + 40 * Math.cos(u) * Math.sin(v), y + 40 * Math.sin(u) * Math.sin(v), z + 40 * Math.cos(v)];
  }),
});
const spread = (prefix: string, count: number, step: number) =>
  Array.from({ length: count }, (_, i) =>
    ball(`${prefix}${i}`, (i % 6) * step, (Math.floor(i / 6) % 6) * step, Math.floor(i / 36) * step),
  );
const LONG = {
  name: 'placement.search',
  input: {
    parts: spread('p', 60, 60),
    obstacles: spread('o', 120, 150),
    requiredGapsMm: [],
    search: { xMm: [-400, 400], yMm: [-400, 400], zMm: [-400, 400], pitchDeg: [-10, 10], cantDeg: [-30, 30] },
  },
};

async function withPool(limits: Partial<PoolLimits>, work: (pool: SumPool) => Promise<void>): Promise<void> {
  const pool = new SumPool(paths.sumWorker, { ...POOL_LIMITS, ...limits });
  try {
    await work(pool);
  } finally {
    await pool.close();
  }
}

describe('sums in threads', () => {
  test('answer, and name the field of bad input', () =>
    withPool({}, async (pool) => {
      await expect(pool.run(MASS, NEVER)).resolves.toEqual({ installedMassKg: 104, plusMinusKg: 0.3 });
      const bad = {
        name: 'mass.axles',
        input: { weighedFrontKg: -1, weighedRearKg: 1, wheelbaseMm: 1, out: [], in: [] },
      };
      await expect(pool.run(bad, NEVER)).rejects.toMatchObject({ pointer: '/weighedFrontKg' });
    }));
  test('a sum that nobody knows is a fault of the program', () =>
    withPool({}, async (pool) => {
      await expect(pool.run({ name: 'nothing', input: {} }, NEVER)).rejects.toThrow(/no sum “nothing”/);
    }));

  test('one that takes too long is ended, told with the limit, and its thread is free again', () =>
    withPool({ threads: 1, seconds: 3 }, async (pool) => {
      await expect(pool.run(LONG, NEVER)).rejects.toMatchObject({
        status: 503,
        message: expect.stringContaining('longer than the 3 s') as string,
      });
      await expect(pool.run(MASS, NEVER)).resolves.toMatchObject({ installedMassKg: 104 });
    }));

  test('more than may wait are refused at once; those that wait are answered', () =>
    withPool({ threads: 1, queue: 1 }, async (pool) => {
      await pool.run(MASS, NEVER);
      const leave = new AbortController();
      const running = pool.run(LONG, leave.signal).catch((e: unknown) => e);
      const waiting = pool.run(MASS, NEVER);
      await expect(pool.run(MASS, NEVER)).rejects.toMatchObject({ status: 429 });
      leave.abort();
      expect(await running).toMatchObject({ status: 503 });
      await expect(waiting).resolves.toMatchObject({ installedMassKg: 104 });
    }));
});

describe('over HTTP', () => {
  test('long sums hold up no other answer, and refusals are problems with a stable type', async () => {
    const shop = await openShop(false, { threads: 1, queue: 1, seconds: 3 });
    try {
      const post = (body: typeof LONG) => call<ProblemBody>(shop, 'POST', `/sums/${body.name}`, body.input);
      const [first, second] = [post(LONG), post(LONG)];
      await new Promise((resolve) => setTimeout(resolve, 500));
      const refused = await post(LONG);
      expect(refused).toMatchObject({ status: 429, body: { type: 'urn:sable:problem:too-much-at-once' } });
      const began = performance.now();
      expect((await call(shop, 'GET', '/builds')).status).toBe(200);
      // Without threads of their own this would take as long as the sums: seconds.
      expect(performance.now() - began).toBeLessThan(1000);
      for (const answer of [await first, await second])
        expect(answer).toMatchObject({ status: 503, body: { type: 'urn:sable:problem:not-now' } });
    } finally {
      await shop.close();
    }
  });
});
