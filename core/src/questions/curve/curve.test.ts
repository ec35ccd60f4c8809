import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import {
  airDensity,
  correctionFactor,
  factorIso1585Ci,
  factorJ1349,
  hotDayShare,
  pressureAtAltitudeKpa,
  worstAir,
} from './atmosphere.ts';
import { bandFigures, peaksOf, scaled, torqueAt, torqueFrom } from './torque.ts';
import { cutAt, integrate, monotoneCubic, valueAt } from './monotone.ts';

/** Rising x with any y: a torque curve of any shape. */
const points = fc
  .array(fc.tuple(fc.integer({ min: 50, max: 900 }), fc.integer({ min: 0, max: 400 })), { minLength: 2, maxLength: 14 })
  .map((list) => {
    let rpm = 500;
    return list.map(([step, torque]) => [(rpm += step), torque] as const);
  });

test('the curve passes its points and stays between its neighbours', () => {
  fc.assert(
    fc.property(points, fc.double({ min: 0, max: 1, noNaN: true }), (list, t) => {
      const x = list.map((p) => p[0]);
      const y = list.map((p) => p[1]);
      const curve = monotoneCubic(x, y);
      for (let i = 0; i < x.length; i++) expect(valueAt(curve, x[i]!)).toBeCloseTo(y[i]!, 6);
      for (let i = 0; i < x.length - 1; i++) {
        const v = valueAt(curve, x[i]! + t * (x[i + 1]! - x[i]!))!;
        expect(v).toBeGreaterThanOrEqual(Math.min(y[i]!, y[i + 1]!) - 1e-6);
        expect(v).toBeLessThanOrEqual(Math.max(y[i]!, y[i + 1]!) + 1e-6);
      }
    }),
  );
});

test('cut off at an rpm it is the same curve up to there, and nothing beyond', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ step: fc.integer({ min: 100, max: 900 }), nm: fc.integer({ min: 20, max: 400 }) }), {
        minLength: 3,
        maxLength: 12,
      }),
      fc.double({ min: 0.02, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (points, share, of) => {
        let at = 800;
        const rpm = points.map((p) => (at += p.step));
        const whole = torqueFrom(
          rpm,
          points.map((p) => p.nm),
        );
        const end = rpm[0]! + share * (rpm.at(-1)! - rpm[0]!);
        const cut = cutAt(whole, end);
        const n = rpm[0]! + of * (end - rpm[0]!);
        expect(torqueAt(cut, n)).toBeCloseTo(torqueAt(whole, n)!, 6);
        expect(torqueAt(cut, end + 1)).toBeUndefined();
        expect(cut.x.every((x, i) => i === 0 || x > cut.x[i - 1]!)).toBe(true);
      },
    ),
  );
  const whole = torqueFrom([1000, 2000, 3000], [100, 150, 120]);
  expect(cutAt(whole, 3000)).toBe(whole);
  expect(cutAt(whole, 2000).x).toEqual([1000, 2000]);
});

test('nothing is said beyond the ends', () => {
  const curve = torqueFrom([1000, 2000], [100, 120]);
  expect(torqueAt(curve, 999)).toBeUndefined();
  expect(torqueAt(curve, 2001)).toBeUndefined();
  expect(torqueAt(curve, 2000)).toBe(120);
});

test('the integral agrees with a fine sum and adds up over pieces', () => {
  fc.assert(
    fc.property(points, (list) => {
      const curve = monotoneCubic(
        list.map((p) => p[0]),
        list.map((p) => p[1]),
      );
      const [a, b] = [curve.x[0]!, curve.x.at(-1)!];
      const mid = (a + b) / 2;
      const whole = integrate(curve, a, b);
      expect(integrate(curve, a, mid) + integrate(curve, mid, b)).toBeCloseTo(whole, 3);
      const n = 4000;
      let sum = 0;
      for (let i = 0; i < n; i++) sum += valueAt(curve, a + ((i + 0.5) * (b - a)) / n)!;
      expect((sum * (b - a)) / n).toBeCloseTo(whole, -Math.log10(Math.max(1, whole) * 2e-4));
    }),
    { numRuns: 30 },
  );
});

test('a peak is at least every point, and scaling scales it', () => {
  fc.assert(
    fc.property(points, fc.double({ min: 0.5, max: 1.5, noNaN: true }), (list, f) => {
      const curve = torqueFrom(
        list.map((p) => p[0]),
        list.map((p) => p[1]),
      );
      const peak = peaksOf(curve);
      expect(peak.peakTorqueNm).toBeGreaterThanOrEqual(Math.max(...curve.y) - 1e-6);
      expect(peaksOf(scaled(curve, f)).peakPowerKw).toBeCloseTo(peak.peakPowerKw * f, 6);
    }),
  );
});

test.each([
  ['falling rpm', [1000, 2000, 1800], [1, 2, 3], '/curveRpm/2'],
  ['the same rpm twice', [1000, 1000], [1, 2], '/curveRpm/1'],
  ['a negative torque', [1000, 2000], [1, -2], '/curveTorqueNm/1'],
  ['lists of unlike length', [1000, 2000], [1], '/curveTorqueNm'],
  ['one point', [1000], [1], '/curveRpm'],
  ['an rpm of nought', [0, 1000], [1, 1], '/curveRpm/0'],
])('%s is refused and named', (_, rpm, torque, pointer) => {
  expect(() => torqueFrom(rpm, torque)).toThrow(InputError);
  try {
    torqueFrom(rpm, torque);
  } catch (e) {
    expect((e as InputError).pointer).toBe(pointer);
  }
});

test('a band outside the curve is refused', () => {
  const curve = torqueFrom([1000, 5000], [100, 100]);
  expect(() => bandFigures(curve, 900, 4000)).toThrow(/starts at 1000/);
  expect(() => bandFigures(curve, 1000, 5200)).toThrow(/ends at 5000/);
  expect(() => bandFigures(curve, 3000, 3000)).toThrow(/must be higher than the lower one/);
  expect(bandFigures(curve, 1000, 5000)).toMatchObject({ meanTorqueNm: 100, areaNmRpm: 400000, peakInBandNm: 100 });
});

describe('air', () => {
  test('the standard atmosphere', () => {
    expect(pressureAtAltitudeKpa(0)).toBeCloseTo(101.325, 3);
    expect(pressureAtAltitudeKpa(1000)).toBeCloseTo(89.875, 2);
    expect(() => pressureAtAltitudeKpa(20000)).toThrow(/altitude/i);
    expect(airDensity({ barometerKpa: 101.325, temperatureC: 15, relativeHumidityPct: 0 })).toBeCloseTo(1.225, 3);
  });

  test('hotter, higher or damper air leaves less, in both schools', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        fc.constantFrom('standard', 'density'),
        (t, h, school) => {
          const share = (dt: number, dh: number, rh: number) =>
            hotDayShare(worstAir({ temperatureC: t + dt, altitudeM: h + dh, humidityPct: rh }), 'ISO 1585', school);
          const base = share(0, 0, 40);
          expect(share(4, 0, 40)).toBeLessThan(base);
          expect(share(0, 100, 40)).toBeLessThan(base);
          expect(share(0, 0, 80)).toBeLessThanOrEqual(base);
        },
      ),
    );
  });

  test('every standard is about 1 in its own air', () => {
    expect(correctionFactor('SAE J1349', { barometerKpa: 99, temperatureC: 25, relativeHumidityPct: 0 })).toBeCloseTo(
      1,
      6,
    );
    expect(correctionFactor('ISO 1585', { barometerKpa: 99, temperatureC: 25, relativeHumidityPct: 0 })).toBeCloseTo(
      1,
      6,
    );
    expect(
      correctionFactor('DIN 70020', { barometerKpa: 101.3, temperatureC: 20, relativeHumidityPct: 0 }),
    ).toBeCloseTo(1, 6);
    expect(
      correctionFactor('SAE J607', { barometerKpa: 101.32, temperatureC: 15.556, relativeHumidityPct: 0 }),
    ).toBeCloseTo(1, 3);
    expect(correctionFactor('none', { barometerKpa: 80, temperatureC: 40, relativeHumidityPct: 0 })).toBe(1);
  });

  test('the diesel’s engine factor is bounded at both ends', () => {
    const state = {
      displacementL: 2,
      engineRpm: 3600,
      strokes: 4,
      chargePressureRatio: 1,
      turbocharged: false,
    } as const;
    const air = { barometerKpa: 95, temperatureC: 33, relativeHumidityPct: 55 };
    expect(factorIso1585Ci(air, { ...state, fuelFlowGramPerS: 2 }).engineFactorFm).toBe(0.3);
    expect(factorIso1585Ci(air, { ...state, fuelFlowGramPerS: 5 }).engineFactorFm).toBe(1.2);
    expect(factorIso1585Ci(air, { ...state, fuelFlowGramPerS: 2.9 }).engineFactorFm).toBeCloseTo(0.6, 9);
  });

  test('impossible air is refused by its field', () => {
    expect(() => factorJ1349({ barometerKpa: 99, temperatureC: 25, relativeHumidityPct: 140 })).toThrow(
      /Relative humidity/,
    );
    expect(() => factorJ1349({ barometerKpa: -1, temperatureC: 25, relativeHumidityPct: 40 })).toThrow(
      /Barometric pressure/,
    );
  });
});
