import { type Listing, Listing as ListingSchema } from '@sable/core';
import { Ajv } from 'ajv';
import { readDemo } from '../src/demo/load.ts';
import { paths } from '../src/paths.ts';
import { simulatedScales, PADS } from '../src/standins/scales.ts';
import { generateListings, MemoryYard } from '../src/standins/yard.ts';
import { call, openShop, type Shop } from './shop.ts';

const demo = readDemo(paths.demo);
const made = generateListings(3, 400, demo.engines, demo.gearboxes);

describe('the made-up yard', () => {
  test('every offer fits the schema that a real feed would have to', () => {
    const check = new Ajv({ strict: false }).compile(ListingSchema);
    for (const l of made) expect([check(l), check.errors]).toEqual([true, null]);
    expect(new Set(made.map((l) => l.id)).size).toBe(400);
  });
  test('the same seed gives the same yard, another seed another', () => {
    expect(generateListings(3, 400, demo.engines, demo.gearboxes)).toEqual(made);
    expect(generateListings(4, 400, demo.engines, demo.gearboxes)).not.toEqual(made);
  });
  test('no offer has a piece both with it and missing', () => {
    for (const l of made) expect(l.included.filter((x) => l.missing.includes(x))).toEqual([]);
  });
});

describe('searching it', () => {
  const yard = new MemoryYard(made);
  const all = (s: Partial<Parameters<MemoryYard['search']>[0]>) => yard.search({ from: 0, count: 1000, ...s });
  test('each filter keeps exactly what it says, together they narrow', async () => {
    const cheap = await all({ mostPrice: 800 });
    expect(cheap.listings.every((l) => l.price <= 800)).toBe(true);
    expect(cheap.total).toBe(made.filter((l) => l.price <= 800).length);
    const both = await all({ mostPrice: 800, kind: 'set' });
    expect(both.listings.every((l) => l.kind === 'set' && l.price <= 800)).toBe(true);
    const far = await all({ mostKm: 100_000 });
    expect(far.listings.every((l) => l.travelledKm !== undefined && l.travelledKm.value <= 100_000)).toBe(true);
  });
  test('words are found in any order and whatever their case', async () => {
    const one = await all({ text: 'V6 2.7' });
    expect(one.total).toBeGreaterThan(0);
    expect((await all({ text: '2.7 v6' })).total).toBe(one.total);
    expect((await all({ text: 'nothing like it' })).total).toBe(0);
  });
  test('pages together are the whole, sorted as asked', async () => {
    const whole = await all({ sort: 'price' });
    const prices = whole.listings.map((l) => l.price);
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    const pages: Listing[] = [];
    for (let from = 0; from < whole.total; from += 70)
      pages.push(...(await yard.search({ sort: 'price', from, count: 70 })).listings);
    expect(pages).toEqual(whole.listings);
  });
});

describe('over HTTP', () => {
  let shop: Shop;
  beforeAll(async () => {
    shop = await openShop(true);
  }, 60_000);
  afterAll(() => shop.close());
  test('an offer is watched with a note and kept with what it said then', async () => {
    const page = await call<{ total: number; listings: Listing[] }>(
      shop,
      'GET',
      '/yard?engineId=hesper-v6-27&sort=price&count=5',
    );
    expect(page.body.listings).toHaveLength(5);
    const first = page.body.listings[0]!;
    expect((await call(shop, 'PUT', `/watched/${first.id}`, { note: 'ask about the chain' })).status).toBe(204);
    const watched = await call<{ listing: Listing; note: string; stillThere: boolean }[]>(shop, 'GET', '/watched');
    expect(watched.body).toEqual([
      expect.objectContaining({ listing: first, note: 'ask about the chain', stillThere: true }),
    ]);
    await call(shop, 'PUT', `/watched/${first.id}`, { note: 'sold' });
    expect((await call<{ note: string }[]>(shop, 'GET', '/watched')).body[0]!.note).toBe('sold');
    await call(shop, 'DELETE', `/watched/${first.id}`);
    expect((await call<unknown[]>(shop, 'GET', '/watched')).body).toEqual([]);
  });
  test('a limit typed in miles holds to its last place', async () => {
    const within = async (km: string) =>
      (await call<{ listings: Listing[] }>(shop, 'GET', `/yard?mostDistanceKm=${km}&count=200`)).body.listings;
    const miles = await within('48.28032');
    expect(miles.length).toBeGreaterThan(0);
    expect(miles).toEqual(await within('48'));
  });
  test('a figure that is none is refused, an offer that is gone is named', async () => {
    expect((await call(shop, 'GET', '/yard?mostPrice=cheap')).status).toBe(400);
    expect((await call(shop, 'GET', '/yard?from=0.5')).status).toBe(400);
    expect((await call(shop, 'GET', '/yard/none')).status).toBe(404);
    expect((await call(shop, 'PUT', '/watched/none', { note: '' })).status).toBe(404);
  });
});

test('the pads settle to the car’s own corner loads and say when they stand', async () => {
  const { chassis } = demo.builds.find((b) => b.id === 'ice-racer')!;
  const stop = new AbortController();
  const seen = [];
  for await (const reading of simulatedScales(chassis).read(stop.signal)) {
    seen.push(reading);
    if (PADS.every((p) => reading.steady[p]) || seen.length > 100) stop.abort();
  }
  expect(seen[0]!.steady.frontLeft).toBe(false);
  const last = seen.at(-1)!;
  const c = chassis!.weighing.corners!;
  expect(Math.abs(last.kg.frontLeft - c.frontLeftKg.value)).toBeLessThan(0.5);
  expect(Math.abs(last.kg.rearRight - c.rearRightKg.value)).toBeLessThan(0.5);
  expect(seen.length).toBeGreaterThan(8);
  expect(seen.length).toBeLessThan(100);
});
