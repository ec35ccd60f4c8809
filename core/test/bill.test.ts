import { assess, billOf, resolveSubject, settingOf, type BillLine, type Build, type Candidate } from '../src/index.ts';
import { candidate, finding, judged, library, listing, part, tug, words } from './demo.ts';

const bill = (letter: string, build: Build = tug, change = {}) =>
  billOf(resolveSubject(settingOf(build), { ...candidate(letter, build), ...change }, library).subject!);

test('nothing is lost: every accepted part is a line, and the sums are of the lines', () => {
  for (const letter of ['A', 'B', 'C', 'D', 'E', 'F']) {
    const b = bill(letter);
    expect(b.lines.map((l) => l.id)).toEqual(expect.arrayContaining([...candidate(letter).partIds]));
    for (const key of ['low', 'likely', 'high'] as const)
      expect(b.total[key]).toBeCloseTo(
        b.lines.reduce((s, l) => s + l.price[key], 0),
        6,
      );
    expect(b.meanTotal).toBeGreaterThan(b.total.low);
    expect(b.meanTotal).toBeLessThan(b.total.high);
  }
});

test('a part added adds its price and hours, and nothing else', () => {
  const before = bill('C');
  const after = bill('C', tug, { partIds: [...candidate('C').partIds, 'neck-q18'] });
  expect(after.total.likely - before.total.likely).toBe(part('neck-q18').price!.likely);
  expect(after.hours.likely - before.hours.likely).toBeCloseTo(part('neck-q18').hours!.likely, 9);
});

test('what the car has costs nothing: fitted tyres, fitted axle, its own engine and box', () => {
  const own = bill('C', tug, {
    engineId: 'sidecam-12',
    gearboxId: 'whimbrel-4',
    finalDrive: 4.11,
    tyreCode: '165/80R13',
    partIds: [],
    mounts: [],
    dressing: {},
    springs: {},
  });
  expect(own.total.likely).toBe(0);
  expect(bill('C').lines.some((l) => l.class === 'axle')).toBe(true);
});

test('the shop’s hours cost, the owner’s do not', () => {
  const paid: Build = { ...tug, brief: { ...tug.brief, ownLabour: false } };
  expect(bill('C', paid).total.likely - bill('C').total.likely).toBeCloseTo(bill('C').hours.likely * 48, 6);
});

test('the budget flips at the expected total, and is tight inside its doubt', () => {
  const { meanTotal, plusMinusTotal } = bill('C');
  const state = (budget: number) =>
    finding(assess({ ...tug, brief: { ...tug.brief, budget } }, candidate('C'), library), 'budget').state;
  expect(state(meanTotal - 1)).toBe('blocked');
  expect(state(meanTotal + plusMinusTotal - 1)).toBe('tight');
  expect(state(meanTotal + plusMinusTotal + 1)).toBe('clear');
});

test('a part discontinued is said so', () => {
  expect(words(finding(judged('A'), 'gone-neck-q18').title)).toBe('Heater return neck, early Quillon: discontinued');
});

describe('refreshed while it is out', () => {
  const bought = { listing: listing('v6-high-mileage'), besides: [] };
  const withoutKit = candidate('D').partIds.filter((id) => !id.startsWith('rk-'));
  const lines = (change: Partial<Candidate>) => judged('D', { bought, ...change }).figures.money.bill.lines;
  const rebuild = (l: readonly BillLine[]) => l.find((x) => x.id === 'offer-rebuild')!.price.likely;
  test('the kit stands on the bill once, and less rebuild is to be expected', () => {
    const sealed = lines({ refresh: 'leave sealed', partIds: withoutKit });
    const refreshed = lines({ refresh: 'refresh', partIds: withoutKit });
    expect(sealed.some((l) => l.id === 'refresh')).toBe(false);
    expect(refreshed.find((l) => l.id === 'refresh')!.price.likely).toBeGreaterThan(100);
    expect(rebuild(refreshed)).toBeCloseTo(0.55 * rebuild(sealed), 6);
  });
  test('where a refresh kit is among the parts it is not bought twice', () => {
    const both = lines({ refresh: 'refresh' });
    expect(both.some((l) => l.id === 'rk-hesper')).toBe(true);
    expect(both.some((l) => l.id === 'refresh')).toBe(false);
  });
});

test('a guide price in a build of other money says in what money it was gathered; one of the build’s own does not', () => {
  const bought = { listing: listing('v6-high-mileage'), besides: [] };
  const lines = (currency: string) =>
    bill('D', { ...tug, currency }, { bought, shields: ['clutch-hose'], springs: { frontNPerMm: 30 } }).lines;
  const said = lines('USD').filter((l) => l.why.includes('guide price in EUR'));
  expect(said.map((l) => l.id)).toEqual(
    expect.arrayContaining(['shield-clutch-hose', 'springs-front', 'offer-collect']),
  );
  expect(said.some((l) => l.class === 'part' || l.class === 'gearbox')).toBe(false);
  expect(lines('EUR').some((l) => l.why.includes('guide price'))).toBe(false);
  expect(new Set(lines('USD').map((l) => l.currency))).toEqual(new Set(['USD']));
});

test('a joint that is open or not known costs a wide guess of its kind, and the budget says so; closed it costs nothing', () => {
  const without = candidate('C').partIds.filter((id) => id !== 'xm-g6');
  const open = judged('C', { partIds: without });
  const guess = open.figures.money.bill.lines.find((l) => l.class === 'joint')!;
  expect(guess).toMatchObject({
    id: 'joint-gearbox-mount',
    name: 'Gearbox mount: to be closed',
    evidence: 'estimated',
  });
  expect(guess.price.high).toBeGreaterThan(3 * guess.price.low);
  expect(finding(open, 'budget').title).toMatch(/1 open joint guessed$/);
  expect(judged('C').figures.money.bill.lines.some((l) => l.class === 'joint')).toBe(false);
  const { gearboxes } = library;
  const untold = { ...library, gearboxes: gearboxes.map((g) => ({ ...g, ports: [] })) };
  const unknown = assess(tug, candidate('C'), untold).figures!.money!.bill.lines.filter((l) => l.class === 'joint');
  expect(unknown.length).toBeGreaterThan(2);
  expect(unknown.every((l) => l.name.endsWith(': unknown'))).toBe(true);
});

test('a shaft made for it stands there as its pieces, the hoop of a propshaft among them; taken out once, all are gone', () => {
  const open = { partIds: candidate('C').partIds.filter((id) => !/shaft/.test(id)) };
  const without = bill('C', tug, open);
  const made = bill('C', tug, { ...open, fabricated: [{ joint: 'output' }] });
  const pieces = made.lines.filter((l) => l.acceptance?.kind === 'fabrication');
  expect(pieces.map((l) => [l.name.split(/[, ]/)[0], l.price.likely, l.hours.likely])).toEqual([
    ['Tube', 90, 1],
    ['Joints', 70, 1],
    ['Balancing', 60, 0],
    ['Safety', 45, 1],
  ]);
  expect(new Set(made.lines.map((l) => l.id)).size).toBe(made.lines.length);
  expect(made.lines.filter((l) => !pieces.includes(l)).map((l) => l.id)).toEqual(without.lines.map((l) => l.id));
  // Typed for all of it, it is one line.
  const price = { low: 200, likely: 300, high: 400, evidence: 'claimed' as const };
  const typed = bill('C', tug, { ...open, fabricated: [{ joint: 'output', price }] });
  expect(typed.lines.filter((l) => l.acceptance?.kind === 'fabrication').map((l) => l.price.likely)).toEqual([300]);
});
