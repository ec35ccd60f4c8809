import { assess, accept, takeOut, type Candidate, type Engine, type Library } from '../src/index.ts';
import { candidate, finding, judged, library, pickup, tug, withEngine, withGearbox, words, whole } from './demo.ts';

describe('torque held back in the map', () => {
  // First rated far below what even the tyres hand back.
  const weak = withGearbox('corran-g6', (g) => ({
    ...g,
    ratings: [
      ...g.ratings,
      { id: 'first', gear: 1, torqueNm: { value: 105, plusMinus: 4, evidence: 'claimed' as const }, inUse: true },
    ],
  }));
  test('is offered where the box is too weak in a low gear, with what the band is left with; accepted, it holds', () => {
    const f = finding(judged('C', {}, tug, weak), 'gearbox-margin');
    expect(f.state).toBe('blocked');
    const remedy = f.remedies[0]!;
    expect(remedy.accept).toEqual({ kind: 'torqueLimit', gear: 1, torqueNm: Math.floor(105 / 1.15) });
    expect(words(remedy.title)).toMatch(
      /^Limit torque to 91 N·m in first \(ECU\): 91 N·m instead of 246 N·m in the rpm range$/,
    );
    const held = accept(candidate('C'), remedy.accept!);
    const a = whole(assess(tug, held, weak));
    expect(finding(a, 'gearbox-margin').state).not.toBe('blocked');
    expect(words(finding(a, 'torque-limit-1').title)).toBe('ECU torque limit 91 N·m in first');
    expect(takeOut(held, remedy.accept!).torqueLimits).toBeUndefined();
  });
  test('is not offered for an engine without a computer', () => {
    const lib: Library = {
      ...weak,
      engines: weak.engines.map((e) => {
        if (e.id !== 'hesper-v6-27') return e;
        const { computer: _gone, ...rest } = e;
        return rest;
      }),
    };
    expect(finding(judged('C', {}, tug, lib), 'gearbox-margin').remedies).toEqual([]);
  });
});

describe('a turbocharged engine', () => {
  // Little below its threshold, plenty above it: the lag is felt where the tyres hold.
  const peaky = (e: Engine): Engine => ({
    ...e,
    curves: e.curves.map((c) => ({
      ...c,
      rpm: [800, 2400, 3000, 4000, 5000, 6000],
      torqueNm: [80, 105, 190, 235, 225, 190],
    })),
  });
  const unblown = withEngine('hesper-v6-27', peaky);
  const blown = withEngine('hesper-v6-27', (e) => ({
    ...peaky(e),
    induction: 'turbocharged',
    boost: {
      pressureRatio: { value: 1.7, evidence: 'claimed' },
      thresholdRpm: { value: 2400, evidence: 'claimed' },
      timeConstantS: { value: 0.6, evidence: 'estimated' },
    },
  }));
  test('loses boost at each lift of a manual box, and says how much', () => {
    const f = finding(judged('C', {}, tug, blown), 'boost-lost');
    expect(words(f.title)).toMatch(/^Boost lost at gear changes: \d\.\d s to 100 km\/h$/);
    expect(judged('C', {}, tug, unblown).findings.some((x) => x.id === 'boost-lost')).toBe(false);
  });
  test('its lag makes it slower than the same curve without', () => {
    expect(judged('C', {}, tug, blown).figures.acceleration.zeroTo100S!.value).toBeGreaterThan(
      judged('C', {}, tug, unblown).figures.acceleration.zeroTo100S!.value + 0.05,
    );
  });
  test('its converter is looked for at the threshold', () => {
    const a4 = { gearboxId: 'heron-a4' } satisfies Partial<Candidate>;
    expect(judged('C', a4, tug, blown).figures.control.band).toMatchObject({
      lowRpm: 2400,
      school: 'at the boost threshold',
    });
    expect(judged('C', a4).figures.control.band!.school).toBe('under the torque peak');
  });
});

describe('an automatic', () => {
  const a4 = judged('C', { gearboxId: 'heron-a4' });
  test('stalls where the pump takes what the engine makes, with the doubt of both', () => {
    const { stallRpm, stallTorqueNm } = a4.figures.control;
    expect((stallRpm!.value / 148) ** 2).toBeCloseTo(stallTorqueNm!.value, 3);
    expect(stallRpm!.plusMinus).toBeGreaterThan(20);
  });
  test('without lock-up it slips at cruise and heats its oil; with it there is nothing to say', () => {
    expect(a4.findings.some((f) => f.id === 'converter-heat')).toBe(true);
    expect(judged('C', { gearboxId: 'heron-a8' }).findings.some((f) => f.id === 'converter-heat')).toBe(false);
  });
  test('has a run from its converter, and none where nobody knows its K', () => {
    expect(a4.figures.acceleration.zeroTo100S).toBeDefined();
    const unknown = withGearbox('heron-a4', ({ converter: _gone, ...g }) => g);
    const a = judged('C', { gearboxId: 'heron-a4' }, tug, unknown);
    expect(a.figures.acceleration.zeroTo100S).toBeUndefined();
    expect(finding(a, 'stall')).toMatchObject({ state: 'unknown', missing: ['/gearboxes/heron-a4/converter'] });
  });
});

describe('axle and half shafts', () => {
  const rated = (pinion: number) => ({
    ...tug,
    chassis: {
      ...tug.chassis!,
      axleRating: { pinionTorqueNm: { value: pinion, plusMinus: 20, evidence: 'published' as const } },
    },
  });
  test('see what the tyres hand back in first; it flips at that torque', () => {
    const load = judged('C').figures.driveline.pinionNm!;
    const state = (nm: number) => judged('C', {}, rated(nm)).checks.find((c) => c.id === 'axle-margin')!.state;
    expect(state(load - 2)).toBe('blocked');
    expect(state(load + 2)).toBe('tight');
    expect(state(load + 60)).toBe('clear');
  });
  test('without the mass of the engine nobody knows what the tyres hand back', () => {
    expect(judged('F').checks.find((c) => c.id === 'axle-margin')!.state).toBe('unknown');
  });
  test('nothing recorded: unknown, and asked for', () => {
    const { axleRating: _gone, ...chassis } = tug.chassis!;
    const a = judged('C', {}, { ...tug, chassis });
    expect(finding(a, 'axle-margin')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/axleRating/pinionTorqueNm'],
    });
    expect(finding(a, 'shaft-margin').missing).toEqual(['/chassis/axleRating/shaftTorqueNm']);
  });
});

describe('the order in which things give up', () => {
  test('is told from the figures of the candidate: weaker injectors move to the front', () => {
    const lib = withEngine('hesper-v6-27', (e) => ({
      ...e,
      injectors: { ...e.injectors!, flowCcPerMin: { value: 120, evidence: 'published' } },
    }));
    const before = judged('C').figures.components.known.filter((l) => l.carries)[0]!;
    const after = judged('C', {}, tug, lib).figures.components.known.filter((l) => l.carries)[0]!;
    expect(before.id).not.toBe('fuel');
    expect(after.id).toBe('fuel');
    expect(finding(judged('C', {}, tug, lib), 'weakest-later').state).toBe('tight');
  });
  test('what nobody has measured stands apart, with what is missing', () => {
    const { radiator: _r, brakesForKw: _b, ...chassis } = tug.chassis!;
    const bare = { ...tug, chassis };
    const c = { ...candidate('C'), partIds: candidate('C').partIds.filter((id) => id !== 'rad-2' && id !== 'brk-238') };
    const { unknown } = whole(assess(bare, c, library)).figures.components;
    expect(unknown.map((l) => [l.id, l.missing])).toEqual([
      ['cooling', '/chassis/radiator'],
      ['brakes', '/chassis/brakesForKw'],
    ]);
  });
  test('gears of one rating stand together', () => {
    expect(judged('D').figures.components.known.map((l) => l.name)).toContain('gearbox in third to fifth');
  });
  test('air: a throat half as wide gives up at a quarter of the power', () => {
    const air = (boreMm: number) =>
      judged(
        'C',
        {},
        tug,
        withEngine('hesper-v6-27', (e) => ({
          ...e,
          throttle: { boreMm: { value: boreMm, evidence: 'measured' }, throats: 1 },
        })),
      ).figures.components.known.find((l) => l.id === 'air')!.kw!;
    expect(air(58) / air(29)).toBeCloseTo(4, 9);
    expect(air(58)).toBeGreaterThan(120);
  });
});

describe('the low range of a transfer case', () => {
  test('crawls by its ratio more slowly than first at idle, and says who sets the grade', () => {
    const a = judged('A', {}, pickup);
    const crawl = a.checks.find((c) => c.id === 'low-range')!.value!;
    const g = a.figures.gearing;
    const engine = library.engines.find((e) => e.id === candidate('A', pickup).engineId)!;
    expect(crawl * 2.48).toBeCloseTo((g.gears[0]!.speedPer1000Kph * engine.idleRpm!.value) / 1000, 6);
    expect(words(finding(a, 'low-range').title)).toMatch(/^Crawl speed \d\.\d km\/h; gradeability limited by tyres/);
    const { transferLow: _gone, ...chassis } = pickup.chassis!;
    expect(judged('A', {}, { ...pickup, chassis }).checks.some((c) => c.id === 'low-range')).toBe(false);
  });
});
