/** What is bought for now and what for later, whose hours they are, what is put aside, what has to be mapped anew, and what offers say. */
import fc from 'fast-check';
import {
  assess,
  billOf,
  cashPlan,
  expectedOf,
  expectedPrice,
  finished,
  hourPrice,
  hoursWords,
  pert,
  PUT_ASIDE,
  putAside,
  resolveSubject,
  settingOf,
  stagePlanOf,
  stagesOf,
  stretchesOf,
  sumNamed,
  workSchedule,
  type BillEdits,
  type Brief,
  type Build,
  type Candidate,
  type CandidateSumOutput,
  type Listing,
  type OwnLine,
} from '../src/index.ts';
import { buying, candidate, finding, library, listing, racer, pickup, tug, words } from './demo.ts';

const C = candidate('C');
const bill = (c: Candidate, build: Build = tug) => billOf(resolveSubject(settingOf(build), c, library).subject!);
const withBill = (edits: BillEdits): Candidate => ({ ...C, bill: edits });
const withBrief = (more: Partial<Brief>): Build => ({ ...tug, brief: { ...tug.brief, ...more } });
const three = (low: number, likely: number, high: number) => ({ low, likely, high, evidence: 'claimed' as const });
const own = (id: string, more: Partial<OwnLine> = {}): OwnLine => ({ id, name: id, class: 'own', ...more });
const line = (c: Candidate, id: string, build: Build = tug) => bill(c, build).lines.find((l) => l.id === id)!;

describe('stages', () => {
  const plate = bill({ ...C, bill: {} }).lines.find((l) => l.class === 'part' && l.price.likely > 0)!;
  const later = own('strong', { price: three(300, 400, 600), hours: { low: 1, likely: 2, high: 3 }, stage: 'later' });

  test('both stages are all of the bill, whatever is marked; what is bought twice is what buying right once saves', () => {
    const ids = bill({ ...C, bill: {} })
      .lines.filter((l) => l.id !== 'labour')
      .map((l) => l.id);
    fc.assert(
      fc.property(
        fc.subarray(ids),
        fc.subarray(ids, { maxLength: 4 }),
        fc.constantFrom<Brief['ownLabour'][]>(true, false),
        (marked, replaced, ownLabour) => {
          const c = withBill({
            edits: marked.map((id) => ({ id, stage: 'later' as const })),
            own: replaced.map((id, i) => own(`r${i}`, { price: three(10, 20, 40), stage: 'later', insteadOf: id })),
          });
          const whole = bill(c, withBrief({ ownLabour, hourlyRate: 50 }));
          const { first, later: then, twice, once } = stagesOf(whole);
          expect(first.money + then.money).toBeCloseTo(whole.meanTotal, 6);
          expect(first.hours + then.hours).toBeCloseTo(whole.meanHours, 6);
          expect(once + twice.reduce((s, t) => s + t.money, 0)).toBeCloseTo(whole.meanTotal, 6);
          for (const t of twice) {
            expect(marked).not.toContain(t.id);
            expect(replaced).toContain(t.id);
          }
        },
      ),
    );
  });
  test('a later line in place of one now: by hand', () => {
    const c = withBill({ own: [{ ...later, insteadOf: plate.id }] });
    const { twice, later: then } = stagesOf(bill(c));
    expect(twice).toEqual([
      { id: plate.id, name: plate.name, money: expectedOf(plate), hours: pert(plate.hours).mean, by: 'own-strong' },
    ]);
    // (300 + 4 · 400 + 600) / 6, at own hours that cost nothing.
    expect(then.money).toBeCloseTo(2500 / 6, 9);
  });
  test.each([
    ['is ordered', { status: 'ordered' as const }],
    ['is paid', { paid: 120 }],
    ['is for later itself', { stage: 'later' as const }],
  ])('what %s is no longer to be left out: it is bought once', (_, edit) => {
    const c = withBill({ edits: [{ id: plate.id, ...edit }], own: [{ ...later, insteadOf: plate.id }] });
    expect(stagesOf(bill(c)).twice).toEqual([]);
  });
  test('a later line is worked on last, when it runs', () => {
    const stretches = stretchesOf(bill(withBill({ own: [later] })).lines);
    expect(stretches.at(-1)).toMatchObject({ id: 'later', lines: [{ id: 'own-strong' }] });
    const { finishDay, endDay } = workSchedule(stretches, { hoursPerWeek: 10 });
    expect(endDay).toBeGreaterThan(finishDay);
  });
});

describe('what gives up before the later target', () => {
  const plan = (c: Candidate, build: Build = tug) => finished(stagePlanOf(settingOf(build), c, library));
  test('every link gives up below it, in order; every lift holds it and is judged in the whole candidate', () => {
    let lifts = 0;
    for (const build of [tug, racer, pickup])
      for (const c of build.candidates) {
        const { targetKw, links } = plan(c, build);
        if (targetKw === undefined) continue;
        const kws = links.map((l) => l.kw);
        expect(kws).toEqual([...kws].sort((a, b) => a - b));
        for (const link of links) {
          expect(link.kw).toBeLessThan(targetKw);
          for (const lift of link.lifts) {
            lifts++;
            expect(lift.kw).toBeGreaterThanOrEqual(targetKw);
            expect(c.partIds).not.toContain(lift.partId);
            expect(library.parts.find((p) => p.id === lift.partId)!.discontinued).not.toBe(true);
          }
          const costs = link.lifts.map((l) => l.atOnce);
          expect(costs).toEqual([...costs].sort((a, b) => a - b));
        }
      }
    expect(lifts).toBeGreaterThan(0);
  });
  test('without a later target nothing is asked; with one below what it makes nothing gives up for it', () => {
    expect(plan(C, withBrief({ later: {} }))).toMatchObject({ targetKw: undefined, links: [] });
    expect(plan(C, withBrief({ later: { powerKw: 20 } })).links).toEqual([]);
  });
  test('more asked for, no link less gives up', () => {
    const at = (powerKw: number) => plan(C, withBrief({ later: { powerKw } })).links.map((l) => l.id);
    const [some, more] = [at(120), at(300)];
    expect(more).toEqual(expect.arrayContaining(some));
    expect(more.length).toBeGreaterThan(some.length);
  });
});

describe('whose hours they are', () => {
  const paid = withBrief({ ownLabour: false, hourlyRate: 60 });
  test('an own hour costs nothing until it is counted at something; the shop’s has its rate', () => {
    expect(hourPrice({ ownLabour: true, hourlyRate: 60 })).toBe(0);
    expect(hourPrice({ ownLabour: true, hourlyRate: 60, ownHourWorth: 15 })).toBe(15);
    expect(hourPrice({ ownLabour: true, hourlyRate: 60, ownHourWorth: 15 }, 'shop')).toBe(60);
    expect(hourPrice({ ownLabour: false, hourlyRate: 60 }, 'own')).toBe(0);
  });
  test('one line given to the shop costs its hours at the rate, and no other does', () => {
    const none = bill({ ...C, bill: {} });
    const one = bill(withBill({ edits: [{ id: 'work-in', workBy: 'shop' }] }), withBrief({ hourlyRate: 60 }));
    const hours = pert(none.lines.find((l) => l.id === 'work-in')!.hours).mean;
    expect(one.meanTotal - none.meanTotal).toBeCloseTo(60 * hours, 6);
    expect(one.meanHours).toBeCloseTo(none.meanHours, 9);
    expect(words(hoursWords(one, (v) => `${v} EUR`))).toBe('some your own, at no cost, at 60 EUR an hour');
  });
  test('own hours counted at a price, and the draw agrees with the closed form in mean and spread', () => {
    const build = withBrief({ ownLabour: true, ownHourWorth: 20, hourlyRate: 60 });
    const c = withBill({ edits: [{ id: 'work-in', workBy: 'shop' }] });
    const { meanTotal, plusMinusTotal } = assess(build, c, library).figures!.money!.bill;
    const { drawn } = sumNamed('candidate.money')!.run({
      build,
      candidate: c,
      library,
    }) as CandidateSumOutput<'candidate.money'>;
    expect(Math.abs(drawn!.mean - meanTotal)).toBeLessThan(0.05 * plusMinusTotal);
    expect(Math.abs(drawn!.standardDeviation / plusMinusTotal - 1)).toBeLessThan(0.08);
  });
  test('the labour line is the sum of hours at their prices', () => {
    const { lines } = bill({ ...C, bill: {} }, paid);
    const labour = lines.find((l) => l.id === 'labour')!;
    expect(labour.price.likely).toBeCloseTo(
      60 * lines.filter((l) => l.id !== 'labour').reduce((s, l) => s + l.hours.likely, 0),
      6,
    );
  });
  test('on the floor and alone the heavy work takes longer, and says why; while nobody says it is as it is', () => {
    const at = (pace: Brief['pace']) => line({ ...C, bill: {} }, 'work-in', withBrief({ pace: pace! }));
    const usual = at({}).hours.likely;
    expect(at({ lift: true, hands: 2 }).hours.likely).toBe(usual);
    expect(at({ lift: false, hands: 2 }).hours.likely).toBeCloseTo(1.3 * usual, 9);
    expect(at({ lift: false, hands: 1 }).hours.likely).toBeCloseTo(1.3 * 1.4 * usual, 9);
    expect(at({ lift: false, hands: 1 }).why).toContain('without a lift');
    expect(at({}).why).toBe('every swap');
  });
});

describe('what is put aside', () => {
  test('only where it is asked for; by what is known of each line; what is measured asks for least', () => {
    expect(bill(withBill({})).lines.some((l) => l.id === 'contingency')).toBe(false);
    const lines = bill(withBill({ own: [own('a', { price: three(90, 100, 120) })] })).lines.filter(
      (l) => l.id !== 'labour',
    );
    const { price } = putAside(lines);
    const c = withBill({ own: [own('a', { price: three(90, 100, 120) })], contingency: 'by evidence' });
    expect(line(c, 'contingency')).toMatchObject({ class: 'aside', price });
    expect(price.likely).toBeCloseTo(
      lines.filter((l) => l.price.likely > 0).reduce((s, l) => s + PUT_ASIDE[l.evidence] * l.price.likely, 0),
      9,
    );
    expect(PUT_ASIDE.measured).toBeLessThan(PUT_ASIDE.published);
    expect(PUT_ASIDE.claimed).toBeLessThan(PUT_ASIDE.estimated);
  });
  test('a receipt takes what was put aside for its line away; a person’s own figure stands in its place and is no orphan', () => {
    const aside = (more: BillEdits) => line(withBill({ ...more, contingency: 'by evidence' }), 'contingency');
    const before = aside({ own: [own('a', { price: three(900, 1000, 1200) })] }).price.likely;
    const after = aside({ own: [own('a', { price: three(900, 1000, 1200), paid: 1000 })] }).price.likely;
    expect(before - after).toBeCloseTo(PUT_ASIDE.claimed * 1000, 6);
    const mine = withBill({ contingency: 'by evidence', edits: [{ id: 'contingency', price: three(100, 200, 400) }] });
    expect(line(mine, 'contingency').price.likely).toBe(200);
    expect(bill(mine).orphans).toEqual([]);
  });
});

describe('a new map', () => {
  const injectors = library.parts.find((p) => p.class === 'injectors')!;
  const bare = { ...C, bill: {}, partIds: C.partIds.filter((id) => id !== injectors.id), workings: [] };
  const map = (c: Candidate) => bill(c).lines.find((l) => l.id === 'map');
  test('injectors force one, and it says what and who; without what forces it there is none', () => {
    const c = { ...bare, partIds: [...bare.partIds, injectors.id] };
    expect(map(c)).toMatchObject({ class: 'calibration', evidence: 'estimated' });
    expect(map(c)!.why).toContain(injectors.name);
    expect(map(c)!.price.likely).toBeGreaterThan(0);
    expect(map(bare)).toBeUndefined();
  });
  test('one typed by hand stands in its place; a standalone computer brings its own', () => {
    const c = { ...bare, partIds: [...bare.partIds, injectors.id] };
    const typed = { ...c, bill: { own: [own('m', { class: 'calibration', price: three(1, 2, 3) })] } };
    expect(map(typed)).toBeUndefined();
    expect(map({ ...c, wiring: { plan: 'standalone computer' } })).toBeUndefined();
  });
});

describe('how it is sold and by whom', () => {
  test('the least batch: three wanted, sold by ten, ten are paid; what was paid stands', () => {
    const ten = own('bolt', { quantity: 3, leastBatch: 10, price: three(1, 2, 3) });
    expect(line(withBill({ own: [ten] }), 'own-bolt').price).toEqual({ low: 10, likely: 20, high: 30 });
    expect(line(withBill({ own: [ten] }), 'own-bolt').why).toContain('sold by 10');
    expect(line(withBill({ own: [{ ...ten, paid: 17 }] }), 'own-bolt').price.likely).toBe(17);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 12 }), (quantity, leastBatch) => {
        const { price } = line(withBill({ own: [{ ...ten, quantity, leastBatch }] }), 'own-bolt');
        expect(price.likely).toBeGreaterThanOrEqual(2 * quantity);
        expect(price.likely).toBeLessThan(2 * (quantity + leastBatch));
        expect((price.likely / 2) % leastBatch).toBe(0);
      }),
    );
  });
  test('a supplier who has been late is late again in the plan; one that has let somebody down is named until it has come', () => {
    const build = (lateDays: number) =>
      withBrief({ suppliers: [{ name: 'Marsh & Sons', trust: 'let us down', lateDays }] });
    const c = (status?: 'ordered' | 'received') =>
      withBill({
        own: [
          own('shaft', {
            price: three(1, 200, 300),
            leadDays: 20,
            supplier: 'Marsh & Sons',
            ...(status ? { status } : {}),
          }),
        ],
      });
    expect(line(c(), 'own-shaft', build(15))).toMatchObject({ leadDays: 20, lateDays: 15 });
    const dueOn = (late: number) =>
      cashPlan(stretchesOf(bill(c(), build(late)).lines), { hoursPerWeek: 2 }).dues.find((d) => d.id === 'own-shaft')!
        .day;
    expect(dueOn(0) - dueOn(15)).toBeCloseTo(15, 6);
    const said = (status: 'ordered' | 'received') =>
      assess(build(15), c(status), library).findings.find((f) => f.id === 'supplier-Marsh & Sons');
    expect(said('ordered')).toMatchObject({ state: 'tight' });
    expect(words(said('ordered')!.title)).toContain('1 item on order, 200 €');
    expect(said('received')).toBeUndefined();
  });
  test('an engine or a gearbox that is rare is said so where it is still to be bought', () => {
    const rare = {
      ...library,
      gearboxes: library.gearboxes.map((g) =>
        g.id === C.gearboxId
          ? { ...g, supply: { scarcity: 'rare' as const, makerActive: false, sparesNearby: false } }
          : g,
      ),
    };
    const of = (lib: typeof library) =>
      assess(tug, C, lib).findings.find((f) => f.id === `supply-${C.gearboxId}`)?.state;
    expect([of(rare), of(library)]).toEqual(['tight', undefined]);
  });
});

describe('what offers say of a price', () => {
  const offer = (price: number, listedOn: string, more: Partial<Listing> = {}): Listing => ({
    ...listing('v6-engine-only'),
    id: `${price}-${listedOn}`,
    price,
    listedOn,
    ...more,
  });
  const month = (n: number, rise: number) =>
    Array.from({ length: n }, (_, i) => offer(800 + rise * i, `2026-10-${String(3 + 4 * i).padStart(2, '0')}`));
  test('the middle of what is asked, between the cheapest and the dearest; few leave room above', () => {
    const four = [500, 700, 900, 1500].map((p, i) => offer(p, `2026-10-0${i + 1}`));
    expect(expectedPrice(four, 'EUR', undefined)).toMatchObject({
      offers: 4,
      low: 425,
      likely: 760,
      high: 1500,
      from: '2026-10-01',
      to: '2026-10-04',
      perMonth: undefined,
    });
    expect(expectedPrice(four.slice(0, 2), 'EUR', undefined)!.high).toBeCloseTo(875, 9);
    expect(expectedPrice(four, 'EUR', { scarcity: 'rare' })!.high).toBeCloseTo(1950, 9);
  });
  test('what is broken, in other money, or more than an engine says nothing of it', () => {
    expect(
      expectedPrice(
        [
          offer(500, '2026-10-01', { condition: 'for parts' }),
          offer(500, '2026-10-01', { currency: 'USD' }),
          offer(500, '2026-10-01', { kind: 'car' }),
        ],
        'EUR',
        undefined,
      ),
    ).toBeUndefined();
  });
  test('a trend is told where offers agree on it, and not where they don’t', () => {
    expect(expectedPrice(month(7, 20), 'EUR', undefined)!.perMonth).toBeCloseTo(5 * 30.4375, 6);
    expect(expectedPrice(month(7, -20), 'EUR', undefined)!.perMonth).toBeCloseTo(-5 * 30.4375, 6);
    const mixed = month(7, 20).map((o, i) => ({ ...o, price: o.price + (i % 2 === 0 ? 300 : -300) }));
    expect(expectedPrice(mixed, 'EUR', undefined)!.perMonth).toBeUndefined();
    expect(expectedPrice(month(4, 20), 'EUR', undefined)!.perMonth).toBeUndefined();
  });
  test('low, likely and high are in order, whatever is asked and in whatever order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 28 })), {
          minLength: 1,
          maxLength: 20,
        }),
        (list) => {
          const offers = list.map(([p, d]) => offer(p, `2026-10-${String(d).padStart(2, '0')}`));
          const { low, likely, high } = expectedPrice(offers, 'EUR', undefined)!;
          expect(low).toBeLessThanOrEqual(likely);
          expect(likely).toBeLessThanOrEqual(high);
          expect(expectedPrice(offers.toReversed(), 'EUR', undefined)).toEqual(expectedPrice(offers, 'EUR', undefined));
        },
      ),
    );
  });
});

describe('traps in the budget', () => {
  const total = (offer: Listing, besides: Listing[] = []) =>
    billOf(resolveSubject(settingOf(tug), { ...candidate('D'), bought: { listing: offer, besides } }, library).subject!)
      .meanTotal;
  test('16: the bill of the whole car, leftovers sold, is below that of the engine and its missing pieces', () => {
    const car = total(listing('v6-whole-car'));
    const engine = total(listing('v6-engine-only'));
    expect(car).toBeLessThan(engine);
    const said = finding(buying('D', 'v6-engine-only', ['v6-whole-car']), 'buying-ways');
    // The bill of each moves by what the comparison of ways says, but for hours, which are the owner’s own.
    expect(engine - car).toBeCloseTo(said.figure!, -2);
  });
  test('21: the stroker’s bill and that of the bigger engine are the same within their doubt', () => {
    const f = finding(
      assess(
        pickup,
        pickup.candidates.find((c) => c.letter === 'B')!,
        library,
      ),
      'stroker-q-stroker',
    );
    expect(Math.abs(f.figure!)).toBeLessThan(f.plusMinus!);
  });
  test('22: the rebuild that a worn donor likely needs eats what its price saves, as an event drawn', () => {
    const worn = listing('v6-high-mileage');
    const fresh: Listing = {
      ...worn,
      travelledKm: { value: 60_000, evidence: 'measured' },
      condition: 'rebuilt with bills',
    };
    expect(total(worn) - total(fresh)).toBeGreaterThan(0);
    const drawn = (offer: Listing) =>
      (
        sumNamed('candidate.money')!.run({
          build: tug,
          candidate: { ...candidate('D'), bought: { listing: offer, besides: [] } },
          library,
        }) as CandidateSumOutput<'candidate.money'>
      ).drawn!;
    expect(drawn(worn).p80 - drawn(worn).p10).toBeGreaterThan(drawn(fresh).p80 - drawn(fresh).p10);
    expect(drawn(worn).chanceWithinBudget!).toBeLessThanOrEqual(drawn(fresh).chanceWithinBudget!);
  });
});
