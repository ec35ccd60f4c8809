/** An engine gives nothing beyond its redline, whatever its curve was measured to. */
import { assess, type Engine, type Library } from '../src/index.ts';
import { library, tug } from './demo.ts';

const C = tug.candidates.find((c) => c.id === 'c')!;
const ENGINE = library.engines.find((e) => e.id === C.engineId)!;
const withRedline = (rpm: number | undefined): Library => {
  const { redlineRpm, ...rest } = ENGINE;
  const engine: Engine = rpm === undefined ? rest : { ...rest, redlineRpm: { ...redlineRpm!, value: rpm } };
  return { ...library, engines: library.engines.map((e) => (e.id === ENGINE.id ? engine : e)) };
};
const judged = (rpm: number | undefined) => {
  const { figures, checks, findings } = assess(tug, C, withRedline(rpm));
  return {
    gearing: figures!.gearing!,
    band: checks.find((c) => c.id === 'band-power')!,
    reach: findings.find((f) => f.id === 'band-reach'),
  };
};

test('peak power is at the redline where the curve rises on past it, and less than the curve’s own', () => {
  const whole = judged(ENGINE.redlineRpm!.value).gearing;
  const low = judged(tug.brief.band.highRpm + 50).gearing;
  expect(low.peakPowerKw!.value).toBeLessThan(whole.peakPowerKw!.value);
  expect(low.hotPeakPowerKw!.value).toBeLessThan(whole.hotPeakPowerKw!.value);
  expect(low.curve!.torque.x.at(-1)).toBe(tug.brief.band.highRpm + 50);
});

test('within the band nothing changes by a redline above it; below its top the band is not covered, and that is said', () => {
  expect(judged(tug.brief.band.highRpm + 50).band.value).toBeCloseTo(judged(ENGINE.redlineRpm!.value).band.value!, 6);
  const short = judged(tug.brief.band.highRpm - 200);
  expect(short.band.value).toBeUndefined();
  expect(short.reach!).toMatchObject({ state: 'unknown', missing: ['/brief/band/highRpm'] });
  expect(short.reach!.title).toContain('exceeds the redline');
});

test('a redline that nobody has entered leaves the curve as it was told, and one at its foot leaves nothing', () => {
  expect(judged(undefined).gearing.peakPowerKw!.value).toBeGreaterThanOrEqual(
    judged(ENGINE.redlineRpm!.value).gearing.peakPowerKw!.value,
  );
  expect(judged(400).gearing.peakPowerKw).toBeUndefined();
});
