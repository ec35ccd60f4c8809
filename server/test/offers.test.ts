/** Offers that somebody wrote down: rows of the library that stand in the yard beside the made-up ones. */
import type { Engine, Library, Listing, Offer, RowHistory } from '@sable/core';
import { call, openShop, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 60_000);
afterAll(() => shop.close());

const offer: Offer = {
  id: 'advert-7',
  name: 'V6 with box',
  kind: 'set',
  engineId: 'hesper-v6-27',
  price: 600,
  currency: 'EUR',
  included: ['gearbox'],
  missing: ['alternator'],
  broken: [],
  otherMissing: [{ what: 'turbo oil feed' }],
  resale: [],
  listedOn: '2026-11-30',
};
const put = (row: Offer, version: number) =>
  call<{ version: number } & ProblemBody>(shop, 'PUT', `/library/offers/${row.id}`, row, {
    headers: { 'if-match': `"${version}"`, 'x-sable-client': 'tab-1' },
  });
const ofV6 = async () =>
  (await call<{ listings: Listing[] }>(shop, 'GET', '/yard?engineId=hesper-v6-27&count=200')).body.listings;
const mine = async () => (await ofV6()).find((l) => l.id === 'own-advert-7');

test('it is found in the yard as soon as it is written down, moves with each change, and is kept when it is gone', async () => {
  const before = (await ofV6()).length;
  expect((await put(offer, 0)).status).toBe(201);
  expect(await ofV6()).toHaveLength(before + 1);
  expect(await mine()).toMatchObject({
    title: 'V6 with box',
    price: 600,
    condition: 'unknown',
    seller: 'seller not stated',
  });
  expect((await put({ ...offer, price: 550 }, 1)).status).toBe(200);
  expect((await mine())?.price).toBe(550);
  expect((await put({ ...offer, price: 550, retired: true }, 2)).status).toBe(200);
  expect(await mine()).toMatchObject({ gone: true });
  const history = await call<RowHistory>(shop, 'GET', '/library/offers/advert-7/history');
  expect(history.body.changes.map((c) => c.words)).toEqual([
    'Archived offer V6 with box',
    'Changed offer V6 with box',
    'New offer V6 with box',
  ]);
  const undone = await call(shop, 'POST', '/library-steps/undo', {}, { headers: { 'x-sable-client': 'tab-1' } });
  expect(undone.status).toBe(200);
  expect((await mine())?.gone).toBeUndefined();
});

test('one without a price is kept and stands in no yard: nothing could be reckoned of it', async () => {
  const { price: _none, currency: _nor, ...unpriced } = { ...offer, id: 'unpriced', name: 'No price' };
  expect((await put(unpriced, 0)).status).toBe(201);
  expect((await ofV6()).some((l) => l.title === 'No price')).toBe(false);
  const library = (await call<Library>(shop, 'GET', '/library')).body;
  expect(library.offers?.some((o) => o.id === 'unpriced')).toBe(true);
});

test('what can’t be is refused with the field', async () => {
  const pointerOf = async (row: Offer) => {
    const answer = await put({ ...row, id: 'bad' }, 0);
    expect(answer.status).toBe(422);
    return answer.body.errors?.[0]?.pointer;
  };
  expect(await pointerOf({ ...offer, engineId: 'nobody' })).toBe('/engineId');
  expect(await pointerOf({ ...offer, gearboxId: 'nobody' })).toBe('/gearboxId');
  expect(await pointerOf({ ...offer, included: ['alternator'] })).toBe('/missing/0');
  const { currency: _none, ...priced } = offer;
  expect(await pointerOf(priced)).toBe('/currency');
});

test('an engine that an offer is of can’t be taken back', async () => {
  const library = (await call<Library>(shop, 'GET', '/library')).body;
  const engine: Engine = { ...library.engines[0]!, id: 'mine', name: 'Mine', shortName: 'mine' };
  const headers = { 'if-match': '"0"', 'x-sable-client': 'tab-2' };
  expect((await call(shop, 'PUT', '/library/engines/mine', engine, { headers })).status).toBe(201);
  expect((await put({ ...offer, id: 'of-mine', name: 'Offer of mine', engineId: 'mine' }, 0)).status).toBe(201);
  const undo = await call<ProblemBody>(
    shop,
    'POST',
    '/library-steps/undo',
    {},
    { headers: { 'x-sable-client': 'tab-2' } },
  );
  expect(undo.status).toBe(409);
  expect(undo.body.detail).toContain('Offer of mine');
});

test('one that comes back by redo is refused in words where its engine was taken back meanwhile', async () => {
  const library = (await call<Library>(shop, 'GET', '/library')).body;
  const engine: Engine = { ...library.engines[0]!, id: 'brief-stay', name: 'Brief stay', shortName: 'brief' };
  const as = (client: string) => ({ headers: { 'if-match': '"0"', 'x-sable-client': client } });
  await call(shop, 'PUT', '/library/engines/brief-stay', engine, as('tab-3'));
  await call(
    shop,
    'PUT',
    '/library/offers/of-brief',
    { ...offer, id: 'of-brief', engineId: 'brief-stay' },
    as('tab-4'),
  );
  expect((await call(shop, 'POST', '/library-steps/undo', {}, as('tab-4'))).status).toBe(200);
  expect((await call(shop, 'POST', '/library-steps/undo', {}, as('tab-3'))).status).toBe(200);
  const redo = await call<ProblemBody>(shop, 'POST', '/library-steps/redo', {}, as('tab-4'));
  expect(redo.status).toBe(422);
  expect(redo.body.detail).toContain('brief-stay');
});

test('the library file takes offers along, with engines that come in under new ids', async () => {
  const file = (await call<Library & { format: string }>(shop, 'GET', '/library-file')).body;
  expect(file.offers?.map((o) => o.id)).toContain('advert-7');
  // The same file adds nothing.
  const again = await call<{ rows: { outcome: string }[] }>(shop, 'POST', '/library-file', file);
  expect(new Set(again.body.rows.map((r) => r.outcome))).toEqual(new Set(['already here']));
  const other = await openShop(false);
  try {
    expect((await call(other, 'POST', '/library-file', file)).status).toBe(201);
    const there = (await call<Library>(other, 'GET', '/library')).body;
    expect(there.offers).toEqual(file.offers);
    // Another engine under the same id: its offer follows it to its new id.
    const changed = {
      ...file,
      engines: file.engines.filter((e) => e.id === 'mine').map((e) => ({ ...e, name: 'Another' })),
      gearboxes: [],
      parts: [],
      families: [],
      offers: file.offers!.filter((o) => o.id === 'of-mine'),
    };
    await call(other, 'POST', '/library-file', changed);
    const now = (await call<Library>(other, 'GET', '/library')).body;
    const another = now.engines.find((e) => e.name === 'Another')!;
    expect(another.id).not.toBe('mine');
    expect(now.offers!.filter((o) => o.engineId === another.id)).toHaveLength(1);
  } finally {
    await other.close();
  }
});
