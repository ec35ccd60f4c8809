import {
  isOwnListing,
  listingOf,
  ownOfferId,
  type Engine,
  type Family,
  type Gearbox,
  type Listing,
  type Offer,
} from '../../model/index.ts';
import { costOfOffer } from './listingCost.ts';
import { offerDifferences } from './offerDifferences.ts';
import { hasBoss } from './block.ts';
import { identify } from './identify.ts';
import { compressionSpreadPct, rebuildShare, shareOfDistance } from './rebuild.ts';
import { sealedOrRefresh, whileItIsOut } from './refurbishment.ts';

const offer = (km: number | undefined, condition: Listing['condition'] = 'said to run') => ({
  condition,
  ...(km === undefined ? {} : { travelledKm: { value: km, evidence: 'claimed' as const } }),
});
const seen = { compressionBar: [], leakDownPct: [], marksRead: [], faultsFound: [] };

describe('expected rebuild', () => {
  test('5 % at 60,000 km, 60 % at 300,000, and rising between', () => {
    expect(shareOfDistance(60_000)).toBeCloseTo(0.05, 9);
    expect(shareOfDistance(300_000)).toBeCloseTo(0.6, 9);
    for (let km = 0; km < 600_000; km += 20_000)
      expect(shareOfDistance(km + 20_000)).toBeGreaterThanOrEqual(shareOfDistance(km));
  });
  test('words shift it: bills lower it, silence raises it, parts only raises it most', () => {
    const share = (c: Listing['condition']) => rebuildShare(offer(180_000, c), undefined).share;
    expect(share('rebuilt with bills')).toBeLessThan(share('heard running'));
    expect(share('heard running')).toBeLessThan(share('said to run'));
    expect(share('said to run')).toBeLessThan(share('unknown'));
    expect(share('unknown')).toBeLessThan(share('for parts'));
  });
  test('a leak-down just above 20 % makes it near certain, just below does not', () => {
    const with_ = (pct: number) => rebuildShare(offer(90_000), { ...seen, leakDownPct: [6, pct, 8, 7] });
    expect(with_(20.1).share).toBe(0.95);
    expect(with_(19.9).share).toBeLessThan(0.2);
    expect(with_(19.9).plusMinus).toBeLessThan(rebuildShare(offer(90_000), undefined).plusMinus);
  });
  test('an unknown distance is taken as long, with more doubt', () => {
    const unknown = rebuildShare(offer(undefined), undefined);
    expect(unknown.km).toBeGreaterThan(150_000);
    expect(unknown.plusMinus).toBeGreaterThan(rebuildShare(offer(190_000), undefined).plusMinus);
  });
  test('what was seen, tested and warranted takes of it, never all; what was not seen adds', () => {
    const share = (more: Partial<Listing>) => rebuildShare({ ...offer(180_000), ...more }, undefined).share;
    const plain = share({});
    expect(share({ seen: 'standing' })).toBe(plain);
    expect(share({ seen: 'running' })).toBeLessThan(plain);
    expect(share({ seen: 'not seen' })).toBeGreaterThan(plain);
    expect(share({ testsSeen: ['compression'] })).toBeLessThan(plain);
    expect(share({ testsSeen: ['compression', 'leak-down'] })).toBeLessThan(share({ testsSeen: ['compression'] }));
    const all = share({ testsSeen: ['compression', 'leak-down', 'oil pressure', 'road test'] });
    expect(all).toBeCloseTo(0.45 * plain, 9);
    // 0.6 (1 − e^(−180/180)) is borne by the seller.
    expect(share({ warrantyDays: 180 })).toBeCloseTo(plain * (1 - 0.6 * (1 - Math.exp(-1))), 9);
    expect(share({ warrantyDays: 3650 })).toBeGreaterThan(0.39 * plain);
  });
  test('since its rebuild counts in place of the clock, a track five times', () => {
    const km = (more: Partial<Listing>) => rebuildShare({ ...offer(180_000), ...more }, undefined).km;
    const figure = (value: number) => ({ value, evidence: 'claimed' as const });
    expect(km({ sinceRebuildKm: figure(20_000) })).toBe(20_000);
    expect(km({ trackKm: figure(1_000) })).toBe(184_000);
    expect(km({ sinceRebuildKm: figure(20_000), trackKm: figure(1_000) })).toBe(24_000);
    // The clock read at the car says nothing of it either.
    expect(
      rebuildShare({ ...offer(180_000), sinceRebuildKm: figure(20_000) }, { ...seen, travelledKm: 190_000 }).km,
    ).toBe(20_000);
  });
  test('the spread of compression is the fall below the best', () => {
    expect(compressionSpreadPct([12, 12, 10.2, 12])).toBeCloseTo(15, 9);
    expect(compressionSpreadPct([12])).toBeUndefined();
    expect(compressionSpreadPct([0, 0])).toBeUndefined();
  });
});

describe('identify', () => {
  const family: Family = {
    id: 'f',
    name: 'F',
    interchange: [],
    marks: [
      {
        id: 'early',
        on: 'block',
        where: 'left',
        reads: '1',
        engineIds: ['a'],
        builtFrom: 1990,
        builtTo: 1994,
        bosses: 'missing',
        evidence: 'measured',
      },
      {
        id: 'late',
        on: 'block',
        where: 'left',
        reads: '2',
        engineIds: ['a', 'b'],
        builtFrom: 1995,
        builtTo: 2001,
        bosses: 'there',
        evidence: 'measured',
      },
      {
        id: 'head',
        on: 'head',
        where: 'port',
        reads: 'H',
        engineIds: ['a', 'b'],
        builtFrom: 1993,
        builtTo: 1998,
        chamberCc: { value: 41, evidence: 'published' },
        evidence: 'published',
      },
      {
        id: 'crank',
        on: 'crank',
        where: 'web',
        reads: 'K',
        engineIds: ['b'],
        crankWheel: '36−1',
        evidence: 'measured',
      },
    ],
  };
  const engines = [
    { id: 'a', family: 'F' },
    { id: 'b', family: 'F' },
    { id: 'c', family: 'G' },
  ] as unknown as Engine[];
  test('nothing read: every engine of the family, everything unknown, and where to read it', () => {
    const id = identify(family, engines, []);
    expect(id.engineIds).toEqual(['a', 'b']);
    expect(id.unknown.map((u) => u.what)).toEqual([
      'build years',
      'side mount bosses',
      'chamber volume',
      'crank trigger wheel (tone wheel)',
    ]);
    expect(id.unknown[3]!.readAt).toEqual(['crank, web']);
    expect(id.builtFrom).toBeUndefined();
  });
  test('years are cut to what all marks allow', () => {
    expect(identify(family, engines, ['late', 'head'])).toMatchObject({
      builtFrom: 1995,
      builtTo: 1998,
      bosses: 'there',
      contradictions: [],
    });
    expect(identify(family, engines, ['late', 'head', 'crank'])).toMatchObject({
      engineIds: ['b'],
      crankWheel: '36−1',
    });
  });
  test('marks that exclude each other are named, and what hangs on them stays unknown', () => {
    const id = identify(family, engines, ['early', 'late']);
    expect(id.contradictions).toHaveLength(1);
    expect(id.builtFrom).toBeUndefined();
    expect(id.bosses).toBeUndefined();
    expect(identify(family, engines, ['early', 'crank']).contradictions[0]).toContain('different engines');
  });
  test('a boss that only some years have: some, yes once the year is known, no before it', () => {
    const engine = {
      builtFrom: 1990,
      builtTo: 2001,
      bosses: [{ id: 'x', name: 'side', fromYear: 1995, toYear: 2001 }],
    } as unknown as Engine;
    const years = (from: number, to: number) => ({ from, to, known: 'model year stated by seller' as const });
    expect(hasBoss(engine, 'side', years(1990, 2001))).toBe('some');
    expect(hasBoss(engine, 'x', years(1995, 1995))).toBe('yes');
    expect(hasBoss(engine, 'x', years(1994, 1994))).toBe('no');
    expect(hasBoss(engine, 'none', years(1996, 1996))).toBe('no');
    expect(hasBoss(engine, 'x', { ...years(1990, 2001), bosses: 'there' })).toBe('yes');
  });
});

describe('sealed or refreshed', () => {
  test('more distance asks for more pieces, and each saves hours while it is out', () => {
    const few = whileItIsOut(40_000, 4, 4, 'petrol');
    const many = whileItIsOut(220_000, 18, 4, 'petrol');
    expect(many.length).toBeGreaterThan(few.length);
    expect(many.every((p) => p.hoursLater > p.hoursNow)).toBe(true);
  });
  test('a refresh always lowers the risk; what it costs decides', () => {
    const share = rebuildShare(offer(240_000), undefined);
    const full = { low: 900, likely: 1500, high: 2500, evidence: 'estimated' as const };
    const r = sealedOrRefresh(share, full, whileItIsOut(240_000, 15, 4, 'petrol'), 28, 0);
    expect(r.refreshedRisk).toBeLessThan(r.sealedRisk);
    expect(r.sealedRisk).toBeCloseTo(share.share * 1500, 9);
    expect(sealedOrRefresh(share, full, [], 28, 50).sealedRisk).toBeCloseTo(share.share * (1500 + 1400), 9);
  });
});

describe('an offer that somebody wrote down', () => {
  const own: Offer = {
    id: 'x',
    name: 'Four',
    kind: 'engine',
    engineId: 'e',
    price: 600,
    currency: 'EUR',
    included: [],
    missing: [],
    broken: [],
    resale: [],
    listedOn: '2026-11-30',
  };
  const wanted = {
    engine: { id: 'e', name: 'Four', needs: [], cylinders: 4, fuel: 'petrol' } as unknown as Engine,
    gearbox: { id: 'g', ratios: [] } as unknown as Gearbox,
    parts: [],
    library: { engines: [], gearboxes: [], parts: [] },
  };
  const line = (listing: Listing, id: string) => costOfOffer(listing, wanted).lines.find((l) => l.id === id);
  test('stands in the yard under an id that no yard has, once it has a price', () => {
    expect(listingOf(own)).toMatchObject({ id: 'own-x', title: 'Four', condition: 'unknown' });
    expect(isOwnListing(listingOf(own)!) && ownOfferId(listingOf(own)!)).toBe('x');
    const { price: _p, ...unpriced } = own;
    expect(listingOf(unpriced)).toBeUndefined();
  });
  test('where seller’s location missing it is fetched from anywhere near', () => {
    const far = line(listingOf(own)!, 'offer-collect')!;
    expect(far.low).toBe(0);
    expect(far.high).toBeCloseTo(2 * 400 * 0.7, 9);
    expect(far.why).toContain('seller’s location missing');
    const told = line(listingOf({ ...own, distanceKm: 140 })!, 'offer-collect')!;
    expect(told.likely).toBeCloseTo(2 * 140 * 0.45, 9);
    expect(line(listingOf({ ...own, distanceKm: 0 })!, 'offer-collect')).toBeUndefined();
  });
  test('what is missing and on no list is a line: at its price, else with all the doubt that there is', () => {
    const price = { low: 20, likely: 30, high: 40, evidence: 'claimed' as const };
    const listing = listingOf({ ...own, otherMissing: [{ what: 'turbo oil feed' }, { what: 'dipstick', price }] })!;
    expect(line(listing, 'offer-missing-other-0')).toMatchObject({ name: 'Turbo oil feed', low: 10, high: 250 });
    expect(line(listing, 'offer-missing-other-1')).toMatchObject({ name: 'Dipstick', likely: 30, evidence: 'claimed' });
  });
  test('two of one engine are held against each other by what they don’t say alike', () => {
    const one = listingOf({ ...own, distanceKm: 140, missing: ['starter', 'alternator'] })!;
    expect(offerDifferences(one, { ...one, id: 'b', title: 'B', missing: ['alternator', 'starter'] })).toEqual([]);
    const other = { ...one, price: 700, testsSeen: ['compression' as const], missing: [] };
    expect(offerDifferences(one, other).map((d) => [d.what, d.other])).toEqual([
      ['Asking price', '{{700|money||EUR}}'],
      ['Tested', 'compression'],
      ['Missing', 'none stated'],
    ]);
  });
});
