/** Curves of different standards and of different places are brought to one basis before anything is compared. */
import {
  assess,
  curveInUse,
  peaksOf,
  TYPICAL_LOSS,
  wheelToCrank,
  type Engine,
  type Library,
  type TorqueCurve,
} from '../src/index.ts';
import { candidate, library, tug } from './demo.ts';

const C = candidate('C');
const ENGINE = library.engines.find((e) => e.id === C.engineId)!;
const RECORD = ENGINE.curves[0]!;
const withCurve = (change: Partial<TorqueCurve>, engine: Partial<Engine> = {}): Engine => ({
  ...ENGINE,
  ...engine,
  curves: [{ ...RECORD, inUse: true, ...change }],
});
const inUse = (change: Partial<TorqueCurve>, engine: Partial<Engine> = {}) =>
  curveInUse(withCurve(change, engine), [])!;
const peak = (c: ReturnType<typeof inUse>) => peaksOf(c.torque).peakPowerKw;
const judged = (change: Partial<TorqueCurve>) => {
  const engine = withCurve(change);
  const lib: Library = { ...library, engines: library.engines.map((e) => (e.id === engine.id ? engine : e)) };
  return assess(tug, C, lib);
};

test('a figure told to DIN 70020 is 3.7 % more than the same engine shows by ISO 1585', () => {
  const iso = inUse({ standard: 'ISO 1585' });
  const din = inUse({ standard: 'DIN 70020' });
  // (99/101.3)^1.2 · (293/298)^0.6
  expect(peak(din) / peak(iso)).toBeCloseTo(0.963, 3);
  expect(din.basis.words).toMatch(/DIN 70020.*ISO 1585/);
  expect(iso.basis).toMatchObject({ factor: 1, words: '', scatterShare: 0 });
});

test('SAE J1349 has the air of ISO 1585, J607 cooler and denser', () => {
  expect(inUse({ standard: 'SAE J1349' }).basis.factor).toBe(1);
  const std = inUse({ standard: 'SAE J607' }).basis.factor;
  expect(std).toBeGreaterThan(0.94);
  expect(std).toBeLessThan(0.965);
});

test('a pull whose air nobody told stands as it is, with more doubt', () => {
  const [told, untold] = [inUse({ standard: 'ISO 1585' }), inUse({ standard: 'none' })];
  expect(peak(untold)).toBeCloseTo(peak(told), 9);
  expect(untold.scatterShare).toBeGreaterThan(told.scatterShare);
});

test('a diesel feels less of the air than its spark sister, and a blown engine is less sure of it', () => {
  const diesel = inUse({ standard: 'DIN 70020' }, { fuel: 'diesel' }).basis;
  expect(diesel.factor).toBeGreaterThan(0.963);
  expect(diesel.scatterShare).toBeGreaterThan(0);
  expect(inUse({ standard: 'DIN 70020' }, { induction: 'turbocharged' }).basis.scatterShare).toBeGreaterThan(
    inUse({ standard: 'DIN 70020' }, { induction: 'naturally aspirated' }).basis.scatterShare,
  );
});

describe('taken at the wheels', () => {
  test.each(Object.entries(TYPICAL_LOSS))('through a %s gearbox its loss is added', (through, loss) => {
    const wheels = inUse({ takenAt: 'wheels', through: through as 'manual' });
    expect(peak(wheels) / peak(inUse({}))).toBeCloseTo(1 / (1 - loss.value / 100), 9);
    expect(wheels.basis.words).toContain(`its ${through} gearbox`);
  });
  test('both schools are said, and what they differ by is in the doubt', () => {
    const { byShare, byFixedAndShare } = wheelToCrank(100, 15);
    expect(byShare).toBeCloseTo(1 / 0.85, 9);
    expect(byFixedAndShare).toBeCloseTo(107 / 0.92 / 100, 9);
    const a = judged({ takenAt: 'wheels', through: 'manual' });
    expect(a.checks.find((c) => c.id === 'power-now')!.because).toContain('other method');
  });
  test('a loss that was measured stands in for the typical one; one untold is wider', () => {
    const measured = inUse({ takenAt: 'wheels', lossPct: { value: 12, plusMinus: 1, evidence: 'measured' } });
    expect(peak(measured) / peak(inUse({}))).toBeCloseTo(1 / 0.88, 9);
    const [known, untold] = [inUse({ takenAt: 'wheels', through: 'manual' }), inUse({ takenAt: 'wheels' })];
    expect(untold.scatterShare).toBeGreaterThan(known.scatterShare);
    expect(measured.scatterShare).toBeLessThan(known.scatterShare);
  });
});

test('the hot day of a curve is that of its own standard, whatever it was brought to', () => {
  const hot = (standard: TorqueCurve['standard']) => judged({ standard }).figures!.gearing!;
  const [din, iso] = [hot('DIN 70020'), hot('ISO 1585')];
  // The same points told to DIN: on the worst day less is left of them than DIN’s own factor takes off cool air.
  expect(din.hotPeakPowerKw!.value / iso.hotPeakPowerKw!.value).toBeGreaterThan(0.95);
  expect(din.hotPeakPowerKw!.value / iso.hotPeakPowerKw!.value).toBeLessThan(1.05);
  expect(din.peakPowerKw!.value).toBeLessThan(iso.peakPowerKw!.value);
});
