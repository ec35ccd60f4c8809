import {
  combosOf,
  comboOf,
  compareBoxes,
  givenUp,
  indexOf,
  rankCombos,
  resolveSubject,
  sweepCombos,
  WAYS,
  wayOf,
  weakOrStrong,
  withCombo,
  type ComboFigures,
} from '../src/index.ts';
import { candidate, judged, library, tug, withGearbox } from './demo.ts';

const C = candidate('C');
const D = candidate('D');
const run = <T>(work: Generator<unknown, T>): T => {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
};
const swept = (c = C, scope: 'this box' | 'every box' = 'this box') =>
  run(sweepCombos(tug, c, library, combosOf(tug.chassis!, library, c, scope)));

describe('what is on offer', () => {
  test('every final drive with every tyre, and each gear pair of a box that has them', () => {
    expect(combosOf(tug.chassis!, library, C, 'this box')).toHaveLength(4 * 4);
    // One of two firsts, one of three fifths.
    expect(combosOf(tug.chassis!, library, D, 'this box')).toHaveLength(2 * 3 * 4 * 4);
    const all = combosOf(tug.chassis!, library, C, 'every box');
    expect(new Set(all.map((c) => c.gearboxId)).size).toBeGreaterThan(6);
    expect(all.some((c) => c.gearboxId.startsWith('pipit'))).toBe(false);
  });
  test('no two are the same, and each can be put into the candidate and read back', () => {
    const all = combosOf(tug.chassis!, library, D, 'this box');
    expect(new Set(all.map((c) => JSON.stringify(c))).size).toBe(all.length);
    for (const combo of all) expect(comboOf(withCombo(D, combo))).toEqual(combo);
  });
  test('a pair in the box changes its ratio, its rating in that gear and the bill', () => {
    const paired = { ...D, pairIds: ['e5-first-van'] };
    const { subject } = resolveSubject(tug, paired, library);
    expect(subject!.gearbox.ratios).toEqual([3.62, 1.95, 1.32, 1, 0.8]);
    const a = judged('D', { pairIds: ['e5-first-van'] });
    expect(a.figures!.stress.gears[0]!.ratingNm).toBe(235);
    expect(a.figures!.bill!.lines.find((l) => l.id === 'pair-e5-first-van')!.price.likely).toBe(240);
    expect(resolveSubject(tug, D, library).subject!.gearbox).toBe(indexOf(library).gearboxes.get('marten-e5'));
  });
  test('a box without that pair says so', () => {
    const { findings } = resolveSubject(tug, { ...C, pairIds: ['e5-first-van'] }, library);
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
      expect(f.cruiseRpm).toBeCloseTo(a.figures!.gearing.cruiseRpm!.value, 9);
      expect(f.hillPct).toBeCloseTo(a.figures!.gearing.hillGradePct!.value, 9);
      expect(f.zeroTo100S).toBeCloseTo(a.figures!.run.zeroTo100S!.value, 6);
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
    const work = sweepCombos(tug, C, library, combosOf(tug.chassis!, library, C, 'this box'));
    expect(work.next().value).toEqual({ share: 1 / 16, done: 1, of: 16 });
  });
  test('an automatic without a known converter has no run, and is ranked all the same', () => {
    const lib = withGearbox('heron-a4', ({ converter: _gone, ...g }) => g);
    const c = { ...C, gearboxId: 'heron-a4' };
    const list = run(sweepCombos(tug, c, lib, combosOf(tug.chassis!, lib, c, 'this box')));
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
