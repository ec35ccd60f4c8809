import {
  combosCsv,
  combosOf,
  comboOf,
  compareBoxes,
  givenUp,
  indexOf,
  rankCombos,
  resolveSubject,
  settingOf,
  runOf,
  sweepCombos,
  traceCsv,
  WAYS,
  wayOf,
  weakOrStrong,
  withCombo,
  type ComboFigures,
} from '../src/index.ts';
import { csvParse } from 'd3-dsv';
import { candidate, judged, library, tug, withGearbox } from './demo.ts';

const C = candidate('C');
const D = candidate('D');
const run = <T>(work: Generator<unknown, T>): T => {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
};
const swept = (c = C, scope: 'this gearbox' | 'every gearbox' = 'this gearbox') =>
  run(sweepCombos(tug, c, library, combosOf(tug.chassis!, library, c, scope)));

describe('what is on offer', () => {
  test('every final drive with every tyre, and each gear pair of a box that has them', () => {
    expect(combosOf(tug.chassis!, library, C, 'this gearbox')).toHaveLength(4 * 4);
    // One of two firsts, one of three fifths.
    expect(combosOf(tug.chassis!, library, D, 'this gearbox')).toHaveLength(2 * 3 * 4 * 4);
    const all = combosOf(tug.chassis!, library, C, 'every gearbox');
    expect(new Set(all.map((c) => c.gearboxId)).size).toBeGreaterThan(6);
    expect(all.some((c) => c.gearboxId.startsWith('pipit'))).toBe(false);
  });
  test('no two are the same, and each can be put into the candidate and read back', () => {
    const all = combosOf(tug.chassis!, library, D, 'this gearbox');
    expect(new Set(all.map((c) => JSON.stringify(c))).size).toBe(all.length);
    for (const combo of all) expect(comboOf(withCombo(D, combo))).toEqual(combo);
  });
  test('a pair in the box changes its ratio, its rating in that gear and the bill', () => {
    const paired = { ...D, pairIds: ['e5-first-van'] };
    const { subject } = resolveSubject(settingOf(tug), paired, library);
    expect(subject!.gearbox.ratios).toEqual([3.62, 1.95, 1.32, 1, 0.8]);
    const a = judged('D', { pairIds: ['e5-first-van'] });
    expect(a.figures.strength.gears[0]!.ratingNm).toBe(235);
    expect(a.figures.money.bill.lines.find((l) => l.id === 'pair-e5-first-van')!.price.likely).toBe(240);
    expect(resolveSubject(settingOf(tug), D, library).subject!.gearbox).toBe(
      indexOf(library).gearboxes.get('marten-e5'),
    );
  });
  test('a box without that pair says so', () => {
    const { findings } = resolveSubject(settingOf(tug), { ...C, pairIds: ['e5-first-van'] }, library);
    expect(findings).toContainEqual(expect.objectContaining({ id: 'missing-e5-first-van', state: 'unknown' }));
  });
});

describe('the chooser', () => {
  const figures = swept();
  const ranked = rankCombos(figures, tug.brief, WAYS[wayOf(tug.brief.use)]);

  test('its pick meets cruise and hill start, and says what it gives up', () => {
    const first = ranked[0]!;
    expect(first.misses).toEqual([]);
    expect(Math.abs(first.cruiseRpm! - tug.brief.cruise!.rpm)).toBeLessThanOrEqual(tug.brief.cruise!.toleranceRpm);
    expect(first.hillPct!).toBeGreaterThanOrEqual(tug.brief.hill!.gradePct);
    const gives = givenUp(ranked, tug.brief);
    expect(gives.length).toBeGreaterThan(0);
    for (const g of gives) expect(g.with).not.toBe(first);
  });
  test('the figures are those that stand behind the screen', () => {
    for (const f of ranked.slice(0, 4)) {
      const a = judged('C', withCombo(C, f));
      expect(f.cruiseRpm).toBeCloseTo(a.figures.gearing.cruiseRpm!.value, 9);
      expect(f.hillPct).toBeCloseTo(a.figures.gearing.hillGradePct!.value, 9);
      expect(f.zeroTo100S).toBeCloseTo(a.figures.acceleration.zeroTo100S!.value, 6);
    }
  });
  test('fifteen-inch wheels are out by the gate, and a taller drive cruises slower', () => {
    expect(ranked.filter((f) => f.tyreCode === '195/50R15').every((f) => f.misses.includes('wheels'))).toBe(true);
    const of = (ratio: number) => figures.find((f) => f.finalDrive === ratio && f.tyreCode === '185/65R14')!;
    expect(of(3.54).cruiseRpm!).toBeLessThan(of(4.11).cruiseRpm!);
    expect(of(3.54).hillPct!).toBeLessThanOrEqual(of(4.11).hillPct! + 1e-9);
    expect(of(3.54).pullS!).toBeGreaterThan(of(4.11).pullS!);
  });
  test('order: never one that misses more above one that misses less; score never outside 0 to 1', () => {
    for (let i = 1; i < ranked.length; i++) {
      expect(ranked[i]!.misses.length).toBeGreaterThanOrEqual(ranked[i - 1]!.misses.length);
      if (ranked[i]!.misses.length === ranked[i - 1]!.misses.length)
        expect(ranked[i]!.score).toBeLessThanOrEqual(ranked[i - 1]!.score + 1e-12);
    }
    for (const r of ranked) expect(r.score >= 0 && r.score <= 1).toBe(true);
    expect(new Set(ranked.map((r) => r.rank)).size).toBe(ranked.length);
  });
  test('weighing the sprint alone puts the quickest of those that meet the brief first', () => {
    const only = { cruise: 0, hill: 0, sprint: 1, pull: 0, topSpeed: 0, price: 0 };
    const first = rankCombos(figures, tug.brief, only)[0]!;
    const meets = figures.filter((f: ComboFigures) => f.misses.length === 0);
    expect(first.zeroTo100S).toBe(Math.min(...meets.map((f) => f.zeroTo100S!)));
  });
  test('in slices, each telling how far it is', () => {
    const work = sweepCombos(tug, C, library, combosOf(tug.chassis!, library, C, 'this gearbox'));
    expect(work.next().value).toEqual({ share: 1 / 16, done: 1, of: 16 });
  });
  test('an automatic without a known converter has no run, and is ranked all the same', () => {
    const lib = withGearbox('heron-a4', ({ converter: _gone, ...g }) => g);
    const c = { ...C, gearboxId: 'heron-a4' };
    const list = run(sweepCombos(tug, c, lib, combosOf(tug.chassis!, lib, c, 'this gearbox')));
    expect(list.every((f) => f.zeroTo100S === undefined && f.cruiseRpm !== undefined)).toBe(true);
    expect(rankCombos(list, tug.brief, WAYS.even)).toHaveLength(list.length);
  });
});

describe('gearboxes side by side', () => {
  const boxes = compareBoxes(tug, D, library, [85, 120, 160]);
  test('the original is always among them, marked', () => {
    expect(boxes.filter((b) => b.original).map((b) => b.gearbox.id)).toEqual(['whimbrel-4']);
    expect(boxes.filter((b) => b.current).map((b) => b.gearbox.id)).toEqual(['marten-e5']);
  });
  test('margins fall as power rises, and where grip sets the load they stop falling', () => {
    for (const b of boxes)
      for (let i = 1; i < b.matrix.length; i++)
        expect(b.matrix[i]!.margin!).toBeLessThanOrEqual(b.matrix[i - 1]!.margin! + 1e-9);
  });
  test('the electronic automatic wants what nothing sends', () => {
    expect(boxes.find((b) => b.gearbox.id === 'heron-a8')!.unsent).toEqual(['torque', 'pedal']);
  });
  test('a built unit’s rating told by builders is brought back, with more doubt', () => {
    const a4 = boxes.find((b) => b.gearbox.id === 'heron-a4')!;
    expect(a4.rating!.value).toBeCloseTo(340 / 1.3, 6);
    expect(a4.rating!.plusMinus / a4.rating!.value).toBeGreaterThan(12 / 340 + 0.05);
  });
  test('without the price of the weak one nobody can say which is cheaper; without that of a strong one it is passed over', () => {
    const priceless = (id: string) => ({
      ...library,
      gearboxes: library.gearboxes.map(({ price, ...g }) => (g.id === id || !price ? g : { ...g, price })),
    });
    const strong = weakOrStrong(boxes, tug.brief)!.strong.gearbox.id;
    expect(weakOrStrong(compareBoxes(tug, D, priceless('marten-e5'), [85]), tug.brief)).toBeUndefined();
    expect(weakOrStrong(compareBoxes(tug, D, priceless(strong), [85]), tug.brief)?.strong.gearbox.id).not.toBe(strong);
  });
  test('how far it is to last is the brief’s to say: without it nobody tells a chance of failure', () => {
    const { distanceKm: _, ...brief } = tug.brief;
    const endless = compareBoxes({ ...tug, brief }, D, library, [85]);
    expect(endless.map((b) => b.failure)).toEqual(endless.map(() => undefined));
    expect(weakOrStrong(endless, brief)).toBeUndefined();
  });
  test('weak now or strong now: the cheaper flips at the break-even', () => {
    const w = weakOrStrong(boxes, tug.brief)!;
    expect(w.weak.gearbox.id).toBe('marten-e5');
    expect(w.strong.margin!.value).toBeGreaterThan(1);
    expect(w.cheaper).toBe(w.extra > w.breakEven ? 'weak' : 'strong');
    // The strong one at exactly the break-even price costs the same over the distance.
    const extra = w.breakEven - w.extra;
    const again = weakOrStrong(
      boxes.map((b) =>
        b === w.strong
          ? { ...b, expected: { ...b.expected!, value: b.expected!.value + extra }, gearbox: b.gearbox }
          : b,
      ),
      tug.brief,
    )!;
    expect(again.strong.expected!.value).toBeCloseTo(again.weak.expected!.value, 6);
  });
});

describe('a run of a candidate', () => {
  const asked = { day: 'standard', grip: 'dry', trailer: false } as const;
  const run = runOf(tug, C, library, asked)!;
  test('says the same as the line-up, its energy accounted for', () => {
    const a = judged('C').figures.acceleration;
    expect(run.zeroTo100S).toBeCloseTo(a.zeroTo100S!.value, 6);
    expect(run.quarterMile!.timeS).toBeCloseTo(a.quarterMileS!.value, 6);
    expect(run.imbalance).toBeLessThan(0.005);
    expect(run.zeroTo60MphS!).toBeLessThan(run.zeroTo100S!);
  });
  test('the worst day, the wet, the trailer and a hill each cost time', () => {
    for (const worse of [{ day: 'worst' }, { grip: 'wet' }, { trailer: true }, { gradePct: 5 }] as const)
      expect(runOf(tug, C, library, { ...asked, ...worse })!.zeroTo100S!).toBeGreaterThan(run.zeroTo100S!);
  });
  test('shifting early costs time; the best points are never beaten by the redline', () => {
    const at = (shiftRpm: number) => runOf(tug, C, library, { ...asked, shiftRpm })!.zeroTo100S!;
    expect(at(3800)).toBeGreaterThan(run.zeroTo100S!);
    expect(at(6000)).toBeGreaterThanOrEqual(run.zeroTo100S! - 0.02);
  });
  test('torque held back in first is held back in the run', () => {
    const held = runOf(tug, { ...C, torqueLimits: [{ gear: 1, torqueNm: 60 }] }, library, asked)!;
    expect(held.zeroTo100S!).toBeGreaterThan(run.zeroTo100S! + 0.3);
  });
  test('a candidate without a curve or an installed mass has none', () => {
    expect(runOf(tug, candidate('F'), library, asked)).toBeUndefined();
  });
  test('both tables have a heading for each cell and a row for each thing', () => {
    const trace = csvParse(traceCsv(run, { system: 'us' }).slice(1));
    expect(trace.columns).toContain('Speed (mph)');
    expect(trace).toHaveLength(run.trace.length);
    expect(Number(trace.at(-1)!['Speed (mph)']) * 1.609344).toBeCloseTo(run.trace.at(-1)!.speedKph, 1);
    const ranked = rankCombos(swept(), tug.brief, WAYS.even);
    const table = csvParse(combosCsv(ranked, { system: 'metric' }, 'EUR').slice(1));
    expect(table.map((r) => Number(r['Rank']))).toEqual(ranked.map((r) => r.rank));
    expect(table.columns).toContain('Price (EUR)');
  });
});

describe('what the road asks', () => {
  test('fuel: hauling takes more than cruising, and the range is what nine tenths of the tank give', () => {
    const [cruise, haul] = judged('C').figures.road.fuel;
    expect(haul!.hauling).toBe(true);
    expect(haul!.lPer100Km).toBeGreaterThan(cruise!.lPer100Km);
    expect((cruise!.rangeKm * cruise!.lPer100Km) / 100).toBeCloseTo(0.9 * tug.chassis!.tankL!.value, 6);
  });
  test('wet grip on a short wheelbase is said; on a long one it is not', () => {
    const has = (wheelbase: number) =>
      judged(
        'C',
        {},
        { ...tug, chassis: { ...tug.chassis!, wheelbaseMm: { ...tug.chassis!.wheelbaseMm!, value: wheelbase } } },
      ).findings.some((f) => f.id === 'wet-grip');
    expect(has(2430)).toBe(true);
    expect(has(2600)).toBe(false);
  });
  test('lugging is judged by the owner’s own lowest rpm, else by the curve', () => {
    const lugs = (lowestCruiseRpm?: number) =>
      judged(
        'C',
        {},
        { ...tug, brief: { ...tug.brief, ...(lowestCruiseRpm ? { lowestCruiseRpm } : {}) } },
      ).findings.some((f) => f.id === 'lugging');
    expect(lugs()).toBe(false);
    expect(lugs(2600)).toBe(false);
    expect(lugs(2800)).toBe(true);
  });
  test('one wheel on wet grass is a finding off the road, with the differential that would do', () => {
    const build = {
      ...tug,
      brief: {
        ...tug.brief,
        use: 'off-road' as const,
        hill: { ...tug.brief.hill!, gradePct: 6, trailerKg: 0, noseLoadKg: 0 },
      },
      chassis: { ...tug.chassis!, differentials: tug.chassis!.differentials! },
    };
    const open = judged('C', {}, build).findings.find((f) => f.id === 'differential');
    const limited = judged('C', { differential: 'limited' }, build).findings.find((f) => f.id === 'differential');
    expect(open === undefined || open.remedies.every((r) => r.accept?.kind === 'differential')).toBe(true);
    expect(limited).toBeUndefined();
    const figures = judged('C', {}, build).figures.road.differentials;
    expect(figures.map((d) => d.splitN)).toEqual([...figures.map((d) => d.splitN)].sort((a, b) => a - b));
  });
  test('a differential chosen stands on the bill; one half shaft then sees more', () => {
    const open = judged('C').figures;
    const limited = judged('C', { differential: 'limited' }).figures;
    expect(limited.money.bill.lines.find((l) => l.id === 'differential')!.price.likely).toBe(450);
    expect(limited.driveline.shaftNm!).toBeGreaterThan(open.driveline.shaftNm!);
  });
});
