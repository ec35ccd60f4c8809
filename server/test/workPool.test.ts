import { CALCULATORS, finished, startingInputs, sumNamed, type Build, type Library } from '@sable/core';
import { SUM_LIMITS, WorkPool, type PoolLimits } from '../src/jobs/workPool.ts';
import type { SumTask } from '../src/jobs/sumWorker.ts';
import { paths } from '../src/paths.ts';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { CROWDED_BAY } from '../../core/test/crowdedBay.ts';
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
const LONG = { name: 'placement.search', input: CROWDED_BAY };

async function withPool(limits: Partial<PoolLimits>, work: (pool: WorkPool<SumTask>) => Promise<void>): Promise<void> {
  const pool = new WorkPool<SumTask>(paths.sumWorker, { ...SUM_LIMITS, ...limits });
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
      await expect(pool.run(bad, NEVER)).rejects.toMatchObject({
        status: 422,
        errors: [{ pointer: '/weighedFrontKg' }],
      });
    }));
  test('a sum that nobody knows is a fault of the program', () =>
    withPool({}, async (pool) => {
      await expect(pool.run({ name: 'nothing', input: {} }, NEVER)).rejects.toThrow(/Unknown calculator “nothing”/);
    }));

  test('one that takes too long is ended, told with the limit, and its thread is free again', () =>
    withPool({ threads: 1, seconds: 3 }, async (pool) => {
      await expect(pool.run(LONG, NEVER)).rejects.toMatchObject({
        status: 503,
        message: expect.stringContaining('Time limit of 3 s') as string,
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

/** The schemas of a whole build are compiled at their first use: seconds, and many of them on a machine that is busy. */
const COMPILED_MS = 120_000;

describe('over HTTP', () => {
  test(
    'long sums hold up no other answer, and refusals are problems with a stable type',
    async () => {
      const shop = await openShop(false, { ...SUM_LIMITS, threads: 1, queue: 1, seconds: 3 });
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
    },
    COMPILED_MS,
  );

  test(
    'a connection that breaks ends its sum, and the one that waited behind it is answered',
    async () => {
      const shop = await openShop(false, { ...SUM_LIMITS, threads: 1, queue: 2, seconds: 25 });
      try {
        await shop.app.listen({ port: 0, host: '127.0.0.1' });
        const { port } = shop.app.server.address() as AddressInfo;
        const asked = request({
          port,
          method: 'POST',
          path: `/api/v1/sums/${LONG.name}`,
          headers: { host: `localhost:${port}`, 'content-type': 'application/json' },
        });
        asked.on('error', () => undefined);
        asked.end(JSON.stringify(LONG.input));
        // A thread takes a while to start; after that the long sum has it.
        await new Promise((resolve) => setTimeout(resolve, 1500));
        const behind = call<{ installedMassKg: number }>(shop, 'POST', `/sums/${MASS.name}`, MASS.input);
        asked.destroy();
        // Were the long sum not ended, this one would wait its whole time out and be refused.
        expect(await behind).toMatchObject({ status: 200, body: { installedMassKg: 104 } });
      } finally {
        await shop.close();
      }
    },
    COMPILED_MS,
  );

  test(
    'a sum of a candidate and a calculator answer over HTTP what they answer here, and name what is wrong',
    async () => {
      const shop = await openShop(true);
      try {
        const { build } = (await call<{ build: Build }>(shop, 'GET', '/builds/glider-tug')).body;
        const library = (await call<Library>(shop, 'GET', '/library')).body;
        const [candidate] = build.candidates;
        const run = { build, candidate, library, choices: { day: 'standard', grip: 'dry', trailer: false } };
        const here = (name: string, input: unknown) => JSON.parse(JSON.stringify(finished(sumNamed(name)!.run(input))));
        expect((await call(shop, 'POST', '/sums/candidate.run', run)).body).toEqual(here('candidate.run', run));
        const [injectors] = CALCULATORS.filter((c) => c.id === 'injectors');
        const given = startingInputs(injectors!, undefined);
        expect((await call(shop, 'POST', '/sums/calculator.injectors', given)).body).toEqual(
          here('calculator.injectors', given),
        );
        const strange = {
          ...run,
          candidate: { ...candidate, engineId: 'nobody-knows' },
          from: 'above',
          choices: undefined,
        };
        expect(await call<ProblemBody>(shop, 'POST', '/sums/candidate.installPath', strange)).toMatchObject({
          status: 422,
          body: { errors: [{ pointer: '/candidate/engineId' }] },
        });
        const negative = { ...given, inputs: { ...given.inputs, powerKw: { value: -5, evidence: 'claimed' } } };
        expect((await call<ProblemBody>(shop, 'POST', '/sums/calculator.injectors', negative)).body.errors).toEqual([
          expect.objectContaining({ pointer: '/inputs/powerKw/value' }),
        ]);
      } finally {
        await shop.close();
      }
    },
    COMPILED_MS,
  );
});
