/** What the worst day leaves: a diesel by its own factor, whatever is beyond a standard's range said so. */
import { assess, curveInUse, hotDayOf, type Build, type Candidate, type Engine } from '../src/index.ts';
import { library, tug } from './demo.ts';

const C = tug.candidates.find((c) => c.id === 'c')!;
const { engine: SPARK, curve } = (() => {
  const engine = library.engines.find((e) => e.id === C.engineId)!;
  return { engine, curve: curveInUse(engine, [])! };
})();
const DAY = { worstAir: { temperatureC: 35, altitudeM: 800, humidityPct: 50 }, hotDaySchool: 'standard' } as const;
const { boost: _boost, ...unblown } = SPARK;
/** A diesel with a bore so wide that each cycle holds little fuel, or so narrow that it holds much. */
const diesel = (boreMm: number): Engine => ({
  ...unblown,
  fuel: 'diesel',
  induction: 'naturally aspirated',
  boreMm: { value: boreMm, plusMinus: 0, evidence: 'measured' } as never,
});

test('a diesel that burns little in each cycle loses little; one that is filled loses most', () => {
  const [lean, full] = [hotDayOf(diesel(140), curve, DAY).share, hotDayOf(diesel(60), curve, DAY).share];
  expect(lean).toBeGreaterThan(full);
  expect(lean).toBeLessThan(1);
  const { boreMm: _none, ...unknown } = diesel(60);
  expect(hotDayOf(unknown, curve, DAY).share).toBeLessThanOrEqual(full);
});

test('by hand: dry air of 35 °C at 800 m, filled to the most, naturally aspirated', () => {
  const vapour = 0.5 * 0.6112 * Math.exp((17.62 * 35) / (243.12 + 35));
  const dry = 101.325 * (1 - (0.0065 * 800) / 288.15) ** 5.25588 - vapour;
  const fa = (99 / dry) * (308 / 298) ** 0.7;
  expect(hotDayOf(diesel(50), curve, DAY).share).toBeCloseTo(1 / fa ** 1.2, 9);
});

test('a spark engine goes by its curve’s standard, and either by density where the brief says so', () => {
  expect(hotDayOf(SPARK, curve, DAY).share).not.toBeCloseTo(hotDayOf(diesel(60), curve, DAY).share, 4);
  const density = { ...DAY, hotDaySchool: 'density' } as const;
  expect(hotDayOf(SPARK, curve, density).share).toBe(hotDayOf(diesel(60), curve, density).share);
});

test('a day beyond what the standard is made for is said with factor and range, a mild one is not', () => {
  const said = (temperatureC: number, altitudeM: number) => {
    const build: Build = {
      ...tug,
      brief: { ...tug.brief, worstAir: { ...tug.brief.worstAir, temperatureC, altitudeM }, hotDaySchool: 'standard' },
    };
    return assess(build, C, library).findings.find((f) => f.id === 'hot-day-range');
  };
  expect(said(25, 100)).toBeUndefined();
  expect(said(40, 2500)).toMatchObject({ state: 'clear' });
  expect(said(40, 2500)!.because).toContain('the standard is valid from 0.93 to 1.07');
});

describe('the air that it breathes', () => {
  const hot = (intakeAir: Candidate['intakeAir']) => {
    const { intakeAir: _own, ...bare } = C;
    return assess(tug, intakeAir ? { ...bare, intakeAir } : bare, library).figures!.gearing!.hotShare;
  };
  test('warmer where it is drawn, less power on the worst day; nobody has said: neither the best nor the worst', () => {
    const [outside, grille, bonnet] = (['outside', 'behind the grille', 'under the bonnet'] as const).map((from) =>
      hot({ from }),
    );
    expect(outside!).toBeGreaterThan(grille!);
    expect(grille!).toBeGreaterThan(bonnet!);
    expect(hot(undefined)).toBeLessThan(grille!);
    expect(hot(undefined)).toBeGreaterThan(bonnet!);
  });
  test('a rise that was measured stands for the place: by the temperature of the standard’s factor', () => {
    const at = (value: number) => hot({ from: 'outside', riseC: { value, evidence: 'measured' } });
    const { temperatureC } = tug.brief.worstAir;
    expect(at(30) / at(0)).toBeCloseTo(((temperatureC + 273) / (temperatureC + 30 + 273)) ** 0.6, 6);
  });
  test('what is not known of it is in the doubt of the worst day', () => {
    const doubt = (intakeAir: Candidate['intakeAir']) => {
      const { intakeAir: _own, ...bare } = C;
      const { hotPeakPowerKw } = assess(tug, intakeAir ? { ...bare, intakeAir } : bare, library).figures!.gearing!;
      return hotPeakPowerKw!.plusMinus / hotPeakPowerKw!.value;
    };
    const measured = doubt({ riseC: { value: 15, plusMinus: 0.5, evidence: 'measured' } });
    expect(doubt({ from: 'outside' })).toBeLessThan(doubt({ from: 'under the bonnet' }));
    expect(measured).toBeLessThan(doubt(undefined));
  });
});
