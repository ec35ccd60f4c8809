import { assess, SERVICE_FACTOR, USES, type Brief, type Build } from '../src/index.ts';
import { candidate, finding, judged, library, tug, withEngine, withGearbox, words, whole } from './demo.ts';

const brief = (change: Partial<Brief>): Build => ({ ...tug, brief: { ...tug.brief, ...change } });
const check = (build: Build, letter: string, id: string) =>
  assess(build, candidate(letter), library).checks.find((c) => c.id === id)!;

describe('targets', () => {
  test('flip at the figure, and are tight inside its doubt', () => {
    const power = judged('C').figures.gearing.peakPowerKw!;
    const state = (powerKw: number) => check(brief({ now: { powerKw } }), 'C', 'power-now').state;
    expect(state(power.value + 0.01)).toBe('blocked');
    expect(state(power.value - 0.01)).toBe('tight');
    expect(state(power.value - power.plusMinus - 0.01)).toBe('clear');
  });
  test('without one the row is shown and not judged', () => {
    expect(check(brief({ now: {} }), 'C', 'power-now')).toMatchObject({ limitKind: 'info', state: 'clear' });
  });
  test('an engine without a curve is unknown in all that rests on it', () => {
    const lib = withEngine('hesper-v6-27', (e) => ({ ...e, curves: [] }));
    const a = judged('C', {}, tug, lib);
    for (const id of ['power-now', 'band-torque', 'band-power', 'hill', 'gearbox-margin', 'clutch-margin'])
      expect(a.checks.find((c) => c.id === id)?.state).toBe('unknown');
    expect(finding(a, 'power-now').missing).toEqual(['/engines/hesper-v6-27/curves']);
  });
  test('a dressing’s factor scales torque and power alike', () => {
    const stock = judged('A').figures.gearing;
    const other = judged('A', { dressing: { intake: 'q18c-intake-moulded' } }).figures.gearing;
    expect(other.peakPowerKw!.value / stock.peakPowerKw!.value).toBeCloseTo(1.02, 9);
    expect(other.bandTorqueNm!.value / stock.bandTorqueNm!.value).toBeCloseTo(1.02, 9);
  });
});

describe('the worst day', () => {
  test('heat takes more by plain density than by the standard, and thin hot air takes something in both', () => {
    const left = (school: Brief['hotDaySchool'], temperatureC: number, altitudeM: number) => {
      const build = brief({ hotDaySchool: school, worstAir: { temperatureC, altitudeM, humidityPct: 0 } });
      return whole(assess(build, candidate('C'), library)).figures.gearing.hotShare;
    };
    const heat = (school: Brief['hotDaySchool']) => left(school, 40, 0) / left(school, 10, 0);
    // Drawn from outside, three degrees warmer on its way.
    expect(heat('density')).toBeCloseTo((283.15 + 3) / (313.15 + 3), 6);
    expect(heat('standard')).toBeCloseTo((286 / 316) ** 0.6, 6);
    for (const school of ['standard', 'density'] as const) expect(left(school, 34, 540)).toBeLessThan(0.95);
  });
  test('a boosted engine is told that a standard’s factor may be wrong for it', () => {
    expect(judged('F').findings.some((f) => f.id === 'boost-correction')).toBe(true);
    expect(judged('C').findings.some((f) => f.id === 'boost-correction')).toBe(false);
  });
});

describe('cruise', () => {
  const at = (rpm: number) =>
    finding(assess(brief({ cruise: { speedKph: 100, rpm, toleranceRpm: 100 } }), candidate('C'), library), 'cruise');
  test('too fast, too slow, and near', () => {
    const value = at(2600).figure!;
    expect(words(at(value - 200).title)).toMatch(/above target range/);
    expect(words(at(value + 200).title)).toMatch(/^Cruise .* below target range/);
    expect(at(value).state).toBe('clear');
    expect(at(value - 90).state).toBe('tight');
  });
  test('a box with its own final drive takes no notice of the axle', () => {
    const lib = withGearbox('corran-g6', (g) => ({ ...g, finalDriveInside: 4.4 }));
    const a = judged('C', { finalDrive: 3.54 }, tug, lib);
    expect(a.figures.gearing.finalDrive).toBe(4.4);
    expect(judged('C', { finalDrive: 4.11 }, tug, lib).figures.gearing.cruiseRpm!.value).toBeCloseTo(
      a.figures.gearing.cruiseRpm!.value,
      9,
    );
  });
  test('direct gear runs better than the others', () => {
    const gears = judged('C').figures.gearing.gears;
    const direct = gears.find((g) => g.ratio === 1)!;
    for (const g of gears) if (g !== direct) expect(g.efficiency).toBeLessThan(direct.efficiency);
  });
});

describe('hill start', () => {
  const hill = (change: object) => {
    const build = brief({ hill: { ...tug.brief.hill!, ...change } });
    return check(build, 'C', 'hill');
  };
  test('flips at its own figure', () => {
    const { value } = hill({});
    expect(hill({ gradePct: value! + 0.1 }).state).toBe('blocked');
    expect(hill({ gradePct: value! - 0.1 }).state).toBe('tight');
    expect(hill({ gradePct: 10 }).state).toBe('clear');
  });
  test('nose load helps a rear-driven car that grip holds back', () => {
    expect(judged('C').figures.gearing.hillLimitedBy).toBe('grip');
    expect(hill({ noseLoadKg: 80 }).value!).toBeGreaterThan(hill({ noseLoadKg: 20 }).value!);
  });
  test('the doubt names the tyres first', () => {
    const from = [...hill({}).from].sort((a, b) => b.share - a.share);
    expect(from[0]).toMatchObject({ name: '185/65R14: tyre grip, dry', evidence: 'estimated' });
  });
  test('no hill in the brief, no row', () => {
    const { hill: _gone, ...rest } = tug.brief;
    const a = whole(assess({ ...tug, brief: rest }, candidate('C'), library));
    expect(a.checks.some((c) => c.id === 'hill')).toBe(false);
  });
});

describe('gears', () => {
  test('spin where peak thrust is above the grip, and the torque at the limit says so too', () => {
    const g = judged('D').figures.gearing;
    for (const gear of g.gears) {
      expect(gear.spins).toBe(gear.peakThrustN > g.gripN!);
      expect(gear.torqueAtGripNm! < g.peakTorqueNm!.value).toBe(gear.spins);
    }
    expect(g.gears.map((x) => x.speedAtRedlineKph)).toEqual(
      [...g.gears.map((x) => x.speedAtRedlineKph)].sort((a, b) => a - b),
    );
  });
  test('climb less the taller they are, and less with the trailer', () => {
    const grades = judged('D').figures.gearing.gears.map((x) => x.gradePct!);
    expect(grades).toEqual([...grades].sort((a, b) => b - a));
    const alone = whole(
      assess(brief({ hill: { ...tug.brief.hill!, trailerKg: 0, noseLoadKg: 0 } }), candidate('D'), library),
    ).figures.gearing.gears.map((x) => x.gradePct!);
    alone.forEach((x, i) => expect(x).toBeGreaterThan(grades[i]!));
  });
});

describe('the box', () => {
  test.each(USES)('sees the engine × the factor for %s, unless the tyres let go first', (use) => {
    const a = whole(assess(brief({ use }), candidate('C'), library));
    const peak = a.figures.gearing.peakTorqueNm!.value;
    for (const g of a.figures.strength.gears) {
      const grip = a.figures.gearing.gears[g.gear - 1]!.torqueAtGripNm!;
      expect(g.loadNm).toBeCloseTo(Math.min(peak * SERVICE_FACTOR[use], grip), 9);
    }
  });
  test('without a rating is unknown by name', () => {
    const a = judged(
      'C',
      {},
      tug,
      withGearbox('corran-g6', (g) => ({ ...g, ratings: [] })),
    );
    expect(finding(a, 'gearbox-margin')).toMatchObject({ state: 'unknown', missing: ['/gearboxes/corran-g6/ratings'] });
  });
  test('a rating not in use counts for nothing', () => {
    const a = judged(
      'C',
      {},
      tug,
      withGearbox('corran-g6', (g) => ({ ...g, ratings: g.ratings.map((r) => ({ ...r, inUse: false })) })),
    );
    expect(finding(a, 'gearbox-margin').state).toBe('unknown');
  });
});

describe('the clutch', () => {
  test('of an accepted kit stands in for the one that comes with the box', () => {
    const own = judged('D', { partIds: candidate('D').partIds.filter((id) => id !== 'ck-240-26') });
    expect(own.figures.strength.clutchMargin!.value).toBeLessThan(judged('D').figures.strength.clutchMargin!.value);
    expect(finding(own, 'clutch-margin').state).toBe('blocked');
    expect(words(finding(own, 'clutch-margin').title)).toMatch(
      /^Clutch reserve below the requirement: capacity 1.14 × peak torque, 1.25 required$/,
    );
  });
  test('nobody asks for one behind a converter', () => {
    const a = judged(
      'C',
      {},
      tug,
      withGearbox('corran-g6', (g) => ({ ...g, kind: 'automatic' as const })),
    );
    expect(a.checks.some((c) => c.id === 'clutch-margin')).toBe(false);
    expect(a.findings.some((f) => f.id === 'joint-clutch')).toBe(false);
  });
});

test('the wheel gate flips between fourteen and fifteen inches', () => {
  const state = (tyreCode: string) => finding(judged('C', { tyreCode }), 'gate-wheel').state;
  expect(state('185/65R14')).toBe('clear');
  expect(state('195/50R15')).toBe('blocked');
});
