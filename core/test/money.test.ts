/** Money drawn, and what people say of the lines of a bill. */
import fc from 'fast-check';
import {
  assess,
  billOf,
  COSTS_NOTHING,
  drawTotals,
  LINE_STATUS,
  momentsOf,
  pert,
  reckonedAnew,
  resolveSubject,
  settingOf,
  sharedVariance,
  sumNamed,
  type BillEdit,
  type BillEdits,
  type Build,
  type Candidate,
  type CandidateSumOutput,
  type DrawnLine,
  type OwnLine,
} from '../src/index.ts';
import { candidate, finding, library, listing, tug } from './demo.ts';

const bill = (c: Candidate, build: Build = tug) => billOf(resolveSubject(settingOf(build), c, library).subject!);
const C = candidate('C');
const withBill = (edits: BillEdits): Candidate => ({ ...C, bill: edits });
const three = (low: number, likely: number, high: number) => ({ low, likely, high, evidence: 'claimed' as const });

const points = fc
  .tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 900 }))
  .map((l) => [...l].sort((a, b) => a - b))
  .map(([low, likely, high]) => ({ low: low!, likely: likely!, high: high! }));

describe('draws', () => {
  const line = (id: string, price: DrawnLine['price'], more: Partial<DrawnLine> = {}): DrawnLine => ({
    id,
    price,
    ...more,
  });

  test('one line drawn has the mean and the spread of its PERT, whatever its shape', () => {
    fc.assert(
      fc.property(points, (price) => {
        const { mean, variance } = pert(price);
        const drawn = drawTotals({ lines: [line('a', price)], hourlyRate: 0 });
        const sd = Math.sqrt(variance);
        expect(Math.abs(drawn.mean - mean)).toBeLessThanOrEqual(0.05 * sd + 1e-9);
        expect(Math.abs(drawn.standardDeviation - sd)).toBeLessThanOrEqual(0.04 * sd + 1e-9);
        expect(drawn.p10).toBeGreaterThanOrEqual(price.low - 1e-9);
        expect(drawn.p95).toBeLessThanOrEqual(price.high + 1e-9);
      }),
      { numRuns: 40 },
    );
  });
  test('quantiles are those of the Beta that can be written down: likely at an end, 1 − (1 − x)^5', () => {
    const drawn = drawTotals({ lines: [line('a', { low: 0, likely: 0, high: 1 })], hourlyRate: 0, draws: 100_000 });
    for (const [share, got] of [
      [0.1, drawn.p10],
      [0.5, drawn.p50],
      [0.8, drawn.p80],
      [0.95, drawn.p95],
    ] as const)
      expect(Math.abs(got - (1 - (1 - share) ** 0.2))).toBeLessThan(0.004);
  });
  test('closed form and draws agree: mean to a hundredth of the spread, spread to a twentieth, within classes and across', () => {
    const arbitrary = fc.array(fc.tuple(points, fc.constantFrom('x', 'y', 'z')), { minLength: 2, maxLength: 25 });
    fc.assert(
      fc.property(arbitrary, (list) => {
        const lines = list.map(([price, of], i) => line(`l${i}`, price, { class: of }));
        const byClass = ['x', 'y', 'z'].map((of) =>
          lines.filter((l) => l.class === of).map((l) => Math.sqrt(pert(l.price).variance)),
        );
        const sd = Math.sqrt(byClass.reduce((s, d) => s + sharedVariance(d), 0));
        const mean = lines.reduce((s, l) => s + pert(l.price).mean, 0);
        const drawn = drawTotals({ lines, hourlyRate: 0 });
        expect(Math.abs(drawn.mean - mean)).toBeLessThanOrEqual(0.05 * sd + 1e-9);
        expect(Math.abs(drawn.standardDeviation - sd)).toBeLessThanOrEqual(0.06 * sd + 1e-9);
      }),
      { numRuns: 30 },
    );
  });
  test('an event costs all or nothing: the mean is its chance, most draws lie at nought', () => {
    const price = { low: 1800, likely: 2400, high: 4000 };
    const drawn = drawTotals({ lines: [line('rebuild', price, { chance: 0.3 })], hourlyRate: 0 });
    const { mean, variance } = momentsOf(price, { chance: 0.3, price });
    expect(Math.abs(drawn.mean - mean)).toBeLessThan(0.05 * Math.sqrt(variance));
    expect(Math.abs(drawn.standardDeviation / Math.sqrt(variance) - 1)).toBeLessThan(0.04);
    expect(drawn.p50).toBe(0);
    expect(drawn.p95).toBeGreaterThan(1800);
  });
  test('labour is the hours of each draw at the rate, and no hours cost nothing', () => {
    const lines = [line('a', { low: 0, likely: 0, high: 0 }, { hours: { low: 10, likely: 20, high: 45 } })];
    const paid = drawTotals({ lines, hourlyRate: 50 });
    expect(paid.mean).toBeCloseTo(50 * (paid.mean / 50), 9);
    expect(paid.p80).toBeCloseTo(50 * paid.hours.p80, 6);
    expect(drawTotals({ lines, hourlyRate: 0 }).mean).toBe(0);
  });
  test('lines of one currency share its rate: their spread is wider than with rates of their own', () => {
    const rate = { low: 0.8, likely: 0.9, high: 1.2 };
    const of = (currency: (i: number) => string) =>
      drawTotals({
        lines: Array.from({ length: 12 }, (_, i) =>
          line(`l${i}`, { low: 100, likely: 100, high: 100 }, { rate: { currency: currency(i), of: rate } }),
        ),
        hourlyRate: 0,
      });
    expect(of(() => 'USD').standardDeviation).toBeGreaterThan(2.5 * of((i) => `C${i}`).standardDeviation);
  });
  test('the chance rises with the budget; a quote on what moves it most is worth most; the shares add up', () => {
    const lines = [
      line('box', { low: 900, likely: 1300, high: 3200 }, { class: 'box' }),
      line('plate', { low: 300, likely: 400, high: 600 }, { class: 'part' }),
      line('hose', { low: 20, likely: 25, high: 40 }, { class: 'part' }),
    ];
    const chance = (budget: number) => drawTotals({ lines, hourlyRate: 0, budget }).chanceWithinBudget!;
    expect([1500, 1800, 2100, 2600, 3900].map(chance)).toEqual(
      [...[1500, 1800, 2100, 2600, 3900].map(chance)].sort((a, b) => a - b),
    );
    const { movers, quotes, chanceWithinBudget } = drawTotals({ lines, hourlyRate: 0, budget: 2300 });
    expect(movers[0]!.id).toBe('box');
    expect(quotes[0]!.id).toBe('box');
    expect(quotes[0]!.chanceThen).toBeGreaterThan(chanceWithinBudget!);
    expect(movers.reduce((s, m) => s + m.share, 0)).toBeCloseTo(1, 1);
  });
  test('the same seed draws the same; bins hold every draw; out of order is told by its line', () => {
    const lines = [line('a', { low: 1, likely: 2, high: 9 })];
    expect(drawTotals({ lines, hourlyRate: 0, seed: 3 })).toEqual(drawTotals({ lines, hourlyRate: 0, seed: 3 }));
    expect(drawTotals({ lines, hourlyRate: 0 }).bins.counts.reduce((s, n) => s + n, 0)).toBe(10_000);
    expect(() => drawTotals({ lines: [line('b', { low: 3, likely: 2, high: 9 })], hourlyRate: 0 })).toThrow(
      /“b” needs low ≤ likely ≤ high/,
    );
    expect(() =>
      drawTotals({ lines: [line('c', { low: 1, likely: 2, high: 9 }, { chance: 1.5 })], hourlyRate: 0 }),
    ).toThrow(/“c”/);
  });
  test('a candidate’s draw has the mean that its judgement has; a line without a price draws nothing', async () => {
    const draw = (c: Candidate) =>
      sumNamed('candidate.money')!.run({ build: tug, candidate: c, library }) as CandidateSumOutput<'candidate.money'>;
    const { meanTotal, plusMinusTotal } = assess(tug, C, library).figures!.money!.bill;
    const { drawn, unpriced } = draw(C);
    expect(unpriced).toEqual([]);
    expect(Math.abs(drawn!.mean - meanTotal)).toBeLessThan(0.05 * plusMinusTotal);
    expect(Math.abs(drawn!.standardDeviation / plusMinusTotal - 1)).toBeLessThan(0.08);
    const open = draw(withBill({ own: [{ id: 'x', name: 'Paint', class: 'looks' }] }));
    expect(open).toMatchObject({ unpriced: ['Paint'], drawn: undefined });
  });
  test('a donor’s rebuild is an event on the bill: its price is what is to be expected, its draw all or nothing', () => {
    const lines = bill({ ...C, bought: { listing: listing('v6-high-mileage'), besides: [] } }).lines;
    const rebuild = lines.find((l) => l.id === 'offer-rebuild')!;
    expect(rebuild.event!.chance).toBeGreaterThan(0.05);
    expect(rebuild.event!.price.likely * rebuild.event!.chance).toBeCloseTo(rebuild.price.likely, 6);
  });
});

describe('what people say of lines', () => {
  const plate = bill(C).lines.find((l) => l.class === 'part')!;
  const line = (c: Candidate, id = plate.id) => bill(c).lines.find((l) => l.id === id)!;
  const edit = (more: Partial<BillEdit>): Candidate => withBill({ edits: [{ id: plate.id, ...more }] });

  test('a price of one’s own takes the place of the library’s and keeps its evidence; hours alike; the total moves by so much', () => {
    const mine = edit({ price: three(300, 310, 320), hours: { low: 1, likely: 2, high: 3 } });
    expect(line(mine)).toMatchObject({ price: { likely: 310 }, hours: { likely: 2 }, evidence: 'claimed' });
    expect(line(mine).reckoned).toEqual({ price: plate.price, hours: plate.hours });
    expect(bill(mine).total.likely - bill(C).total.likely).toBeCloseTo(310 - plate.price.likely, 6);
  });
  test.each([...LINE_STATUS])('%s', (status) => {
    const free = COSTS_NOTHING.has(status);
    expect(line(edit({ status })).price.likely).toBe(free ? 0 : plate.price.likely);
    expect(line(edit({ status, paid: 77 })).price).toEqual({ low: 77, likely: 77, high: 77 });
  });
  test('what was paid is known: no spread, measured, whatever was quoted', () => {
    expect(line(edit({ paid: 402.5, price: three(1, 2, 3) }))).toMatchObject({
      price: { low: 402.5, likely: 402.5, high: 402.5 },
      evidence: 'measured',
    });
  });
  test('a quote in other money is worth its rate, with the spread of both', () => {
    const mine = edit({
      price: three(100, 200, 300),
      foreign: { currency: 'USD', rate: { low: 0.85, likely: 0.9, high: 1 } },
    });
    expect(line(mine).price).toEqual({ low: 85, likely: 180, high: 300 });
    expect(line(mine).quoted).toMatchObject({ currency: 'USD', price: { likely: 200 } });
  });
  test('lines of one’s own stand on the bill, times their quantity; without a price the total is unknown and leads there', () => {
    const own: OwnLine = {
      id: 'paint',
      name: 'Paint the bay',
      class: 'looks',
      price: three(100, 150, 400),
      quantity: 2,
    };
    const c = withBill({ own: [own] });
    expect(line(c, 'own-paint')).toMatchObject({ price: { low: 200, likely: 300, high: 800 }, class: 'looks' });
    const { price: _price, ...bare } = own;
    const open = assess(tug, withBill({ own: [bare] }), library);
    expect(finding(open, 'budget')).toMatchObject({
      state: 'unknown',
      missing: [`/candidates/${C.id}/bill/own/0/price`],
    });
  });
  test('what the library says anew is told beside what one has entered, and changes nothing', () => {
    const mine = edit({ price: three(300, 310, 320), was: { price: plate.price } });
    expect(reckonedAnew(line(mine))).toBe(false);
    const dearer = {
      ...library,
      parts: library.parts.map((p) =>
        p.id === plate.id ? { ...p, price: { ...p.price!, likely: p.price!.likely + 9, high: p.price!.high + 9 } } : p,
      ),
    };
    const now = billOf(resolveSubject(settingOf(tug), mine, dearer).subject!).lines.find((l) => l.id === plate.id)!;
    expect(now.price.likely).toBe(310);
    expect(reckonedAnew(now)).toBe(true);
    expect(now.reckoned!.price.likely).toBe(plate.price.likely + 9);
  });
  test('fifty edits and own lines outlive fifty recomputes: parts go and come, prices change, none is lost', () => {
    const ids = bill(C).lines.map((l) => l.id);
    const editOf = fc.record(
      {
        price: points.map((p) => ({ ...p, evidence: 'claimed' as const })),
        status: fc.constantFrom(...LINE_STATUS),
        supplier: fc.constantFrom('Ferrier', 'yard'),
        note: fc.constantFrom('asked twice', '=SUM(A1)'),
        leadDays: fc.integer({ min: 0, max: 90 }),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...ids, 'gone-1', 'gone-2'), editOf), { minLength: 1, maxLength: 50 }),
        fc.array(fc.subarray([...C.partIds]), { minLength: 1, maxLength: 4 }),
        (list, keeps) => {
          const edits = [...new Map(list)].map(([id, e]): BillEdit => ({ id, ...e }));
          for (const partIds of [...keeps, C.partIds]) {
            const b = bill({ ...C, partIds, bill: { edits } });
            const kept = [...b.lines.flatMap((l) => (l.kept && !('class' in l.kept) ? [l.kept] : [])), ...b.orphans];
            expect(kept.map((e) => e.id).sort()).toEqual(edits.map((e) => e.id).sort());
            for (const e of edits) expect(kept).toContain(e);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  test('three points out of order are told at their field, and nothing is summed', () => {
    const c = edit({ price: three(5, 2, 9) });
    const judged = assess(tug, c, library);
    expect(judged.figures!.money).toBeUndefined();
    const f = judged.findings.find((x) => x.id === 'bad-input-money')!;
    expect(f).toMatchObject({ state: 'unknown', missing: [`/candidates/${C.id}/bill/edits/0/price`] });
  });
});
