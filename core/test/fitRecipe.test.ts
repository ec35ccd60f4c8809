/** Positions, recipes and ways in, on the demo bays. */
import {
  allowedChanges,
  assess,
  fitMatrix,
  judging,
  rangeAround,
  recipeSteps,
  resolveSubject,
  settingOf,
  searchFitRecipes,
  searchInstall,
  accept,
  takeOut,
  type Build,
  type FitRecipeAnswer,
  type InstallationPath,
  type Subject,
} from '../src/index.ts';
import { candidate, finding, judged, library, pickup, racer, tug, words, whole } from './demo.ts';

const subject = (letter: string, build: Build = tug): Subject =>
  resolveSubject(settingOf(build), candidate(letter, build), library).subject!;

function finished<T>(run: Generator<unknown, T>): T {
  for (;;) {
    const next = run.next();
    if (next.done) return next.value;
  }
}

describe('the taller sister’s recipe', () => {
  const s = subject('B');
  let answer: FitRecipeAnswer;
  beforeAll(() => {
    answer = finished(searchFitRecipes(s, rangeAround(s.candidate.placement)));
  }, 60_000);
  test('the cheapest is a bulge in the bonnet, and costs less than the next', () => {
    const [first, second] = answer.recipes;
    expect(first!.lines.map((l) => l.accept)).toEqual([
      { kind: 'obstacleChange', obstacleId: 'bonnet', do: 'bulge', amountMm: expect.any(Number) as number },
    ]);
    expect(first!.cost).toBeLessThan(second!.cost);
    expect(first!.givesUp.join()).toContain('no longer original');
  });
  test('accepted, it clears the finding and adds its line to the bill', () => {
    const first = answer.recipes[0]!;
    const after = whole(assess(tug, first.candidate, library));
    expect(finding(judged('B'), 'fit-bonnet').state).toBe('blocked');
    expect(after.findings.filter((f) => f.step === 'fit' && f.state === 'blocked')).toEqual([]);
    const before = judged('B').figures.money.bill;
    const bill = after.figures.money.bill;
    const added = bill.lines.filter((l) => !before.lines.some((b) => b.id === l.id));
    expect(added.map((l) => [l.id, l.class])).toEqual([['change-bonnet', 'fit']]);
    expect(words(added[0]!.name)).toMatch(/^Bulge in the bonnet, \d+ mm$/);
    expect(added[0]!.price.likely).toBeCloseTo(first.cost, 6);
    expect(added[0]!.hours.likely).toBeCloseTo(first.hours, 6);
  });
  test('a millimetre less of it would not do', () => {
    const first = answer.recipes[0]!;
    const work = first.lines[0]!.accept;
    if (work.kind !== 'obstacleChange') throw new Error('The recipe changes other obstacle.');
    const less = accept(first.candidate, { ...work, amountMm: work.amountMm - 1 });
    const again = finished(
      searchFitRecipes({ ...s, candidate: less }, rangeAround(s.candidate.placement), { tries: 2 }),
    );
    expect(again.asItIs.minMarginMm).toBeLessThan(first.place.minMarginMm);
  });
  test('struck off the bill, the bonnet is as it was', () => {
    const { candidate: changed, lines } = answer.recipes[0]!;
    expect(takeOut(changed, lines[0]!.accept).obstacleChanges).toBeUndefined();
  });
  test('every recipe tells what it costs as the sum of its lines', () => {
    for (const r of answer.recipes) {
      expect(r.cost).toBeCloseTo(
        r.lines.reduce((sum, l) => sum + l.cost, 0),
        9,
      );
      expect(r.hours).toBeCloseTo(
        r.lines.reduce((sum, l) => sum + l.hours, 0),
        9,
      );
      expect(r.massKg).toBeCloseTo(
        r.lines.reduce((sum, l) => sum + l.massKg, 0),
        9,
      );
    }
  });
});

describe('what is marked never', () => {
  test.each([
    ['tug', tug, 'A'],
    ['racer', racer, 'B'],
    ['pickup', pickup, 'B'],
  ] as const)('is not among the steps of the %s', (_name, build, letter) => {
    const s = subject(letter, build);
    const never = s.chassis!.obstacles.filter((o) => allowedChanges(o).length === 0).map((o) => o.id);
    expect(never.length).toBeGreaterThan(4);
    expect(recipeSteps(s).filter((step) => step.amount && never.includes(step.target))).toEqual([]);
  });
  test('stays so though the survey lists a way, unless an engineer’s word is there', () => {
    const s = subject('A');
    const cut = { do: 'notch', allowanceMm: 20, cost: 10, hours: 1 } as const;
    const withRail = (engineersWord?: string): Subject => ({
      ...s,
      chassis: {
        ...s.chassis!,
        obstacles: s.chassis!.obstacles.map((o) =>
          o.id === 'rail-left' ? { ...o, may: [cut], ...(engineersWord ? { engineersWord } : {}) } : o,
        ),
      },
    });
    const offers = (x: Subject) => recipeSteps(x).some((step) => step.target === 'rail-left');
    expect(offers(withRail())).toBe(false);
    expect(offers(withRail('signed, chartered engineer, 3 May'))).toBe(true);
  });
});

test('hours count at the shop’s rate, and only break ties where they are the owner’s own', () => {
  const s = subject('B');
  const cost = (ownLabour: boolean) =>
    recipeSteps({ ...s, brief: { ...s.brief, ownLabour, hourlyRate: 50 } }).find((x) => x.id === 'bonnet:bulge')!.cost;
  expect(cost(false) - cost(true)).toBeCloseTo(50 * (3.5 + 0.08), 1);
});

test('the matrix shows that the larger blower fits only with the cast intake', () => {
  const rows = fitMatrix(subject('B', racer), judging(subject('B', racer)).get('mounts').movement);
  const row = rows.find((r) => r.option.id === 't14-blower-90')!;
  expect(row.against.get('t14-intake')!.marginMm).toBeLessThan(0);
  expect(row.against.get('t14-intake-cast')!.marginMm).toBeGreaterThanOrEqual(0);
  // It says the same from either side.
  const back = rows.find((r) => r.option.id === 't14-intake')!.against.get('t14-blower-90')!;
  expect(back.gapMm).toBeCloseTo(row.against.get('t14-intake')!.gapMm, 9);
});

describe('the way in', () => {
  const light: InstallationPath = finished(searchInstall(subject('E'), 'above'));
  test('from above the light one goes in clear; its tightest moment is the least gap on the way', () => {
    const p = light;
    expect(p.clear).toBe(true);
    expect(p.tightest.gapMm).toBeCloseTo(Math.min(...p.gapsMm), 9);
    expect(p.takenOff).toContain('bonnet');
  });
  test('it ends in the seat and begins above everything that stays', () => {
    const p = light;
    const seat = candidate('E').placement;
    expect(p.path[p.path.length - 1]).toEqual(seat);
    expect(p.path[0]!.zMm).toBeGreaterThan(seat.zMm + 300);
  });
  test('no step of it is a leap', () => {
    const p = light.path;
    for (let i = 1; i < p.length; i++) {
      expect(Math.hypot(p[i]!.xMm - p[i - 1]!.xMm, p[i]!.zMm - p[i - 1]!.zMm)).toBeLessThan(5);
      expect(Math.abs(p[i]!.pitchDeg - p[i - 1]!.pitchDeg)).toBeLessThan(0.3);
    }
  });
  test('what can’t get past is said to be stuck, and where', () => {
    // On a hoist that can hardly tilt or shift it.
    const p = finished(
      searchInstall(subject('A'), 'below', { foreMm: 40, aftMm: 40, mostTiltDeg: 4, mostNoseDownDeg: 2 }),
    );
    expect(p.clear).toBe(false);
    expect(['track rod', 'front crossmember']).toContain(p.tightest.obstacle);
    expect(p.tightest.gapMm).toBeLessThan(0);
  });
});
