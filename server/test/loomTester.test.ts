import type { LoomReading, Splice } from '@sable/core';
import { simulatedLoomTester } from '../src/standins/loomTester.ts';
import { call, openShop, type Shop } from './shop.ts';

const wire = (n: number): Splice => ({
  a: { plug: 'engine:c1', pin: `${n}` },
  b: { plug: 'car:x1', pin: `${n}` },
  how: 'straight',
});
const wires = (n: number) => Array.from({ length: n }, (_, i) => wire(i + 1));

test('each wire is read once; the same loom has the same few faults, and two that are crossed name each other', async () => {
  for (let n = 0; n < 40; n++) {
    const tester = simulatedLoomTester(`shop ${n}`);
    const found = await tester.test(wires(n));
    expect(found.map((r) => r.a.pin)).toEqual(wires(n).map((w) => w.a.pin));
    expect(await tester.test(wires(n))).toEqual(found);
    const faults = found.filter((r) => r.result !== 'sound');
    if (n > 0) expect(faults.length).toBeGreaterThan(0);
    expect(faults.length).toBeLessThanOrEqual(Math.max(2, 2 * Math.floor(n / 9)));
    for (const r of found) {
      expect(r.ohm === undefined).toBe(r.result === 'open');
      expect(r.found === undefined).toBe(r.result !== 'crossed');
    }
  }
});

describe('over HTTP', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await openShop(true);
  }, 60_000);
  afterAll(() => shop.close());

  test('the wires of a candidate are read; a candidate that is not there is said so', async () => {
    const read = await call<LoomReading[]>(shop, 'GET', '/builds/glider-tug/candidates/c/loom-test');
    expect(read.status).toBe(200);
    const { body } = await call<{ build: { candidates: { id: string; wiring?: { splices: Splice[] } }[] } }>(
      shop,
      'GET',
      '/builds/glider-tug',
    );
    const splices = body.build.candidates.find((c) => c.id === 'c')!.wiring!.splices;
    expect(read.body.map((r) => [r.a, r.b])).toEqual(splices.map((s) => [s.a, s.b]));
    expect((await call(shop, 'GET', '/builds/glider-tug/candidates/z/loom-test')).status).toBe(404);
  });
});
