import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import {
  airAtCoreC,
  boilsC,
  chargeHeat,
  coreAir,
  faceM2,
  faceSpeedMPerS,
  topHoseC,
  waterBoilsC,
} from './radiatorCore.ts';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('the core of a radiator', () => {
  test('water boils where the tables say; glycol above it, and both later under a cap', () => {
    // IAPWS steam tables.
    expect(waterBoilsC(101.325)).toBeCloseTo(99.974, 2);
    expect(waterBoilsC(200)).toBeCloseTo(120.21, 1);
    expect(waterBoilsC(70.14)).toBeCloseTo(90.0, 1);
    // Half glycol by volume: 107.2 °C without pressure.
    expect(boilsC('water and glycol', 101.325)).toBeCloseTo(107.2, 0);
    const hose = { limitC: 105, marginK: 5, coolant: 'water' as const, ambientPressureKpa: 101.325 };
    expect(topHoseC(hose)).toBe(100);
    expect(topHoseC({ ...hose, capGaugeKpa: 0 })).toBeCloseTo(94.97, 1);
    expect(topHoseC({ ...hose, capGaugeKpa: 100 })).toBeGreaterThan(topHoseC({ ...hose, capGaugeKpa: 50 }));
    expect(() => waterBoilsC(0)).toThrow(InputError);
  });
  test('twice as thick never sheds twice as much, and never less', () => {
    fc.assert(
      fc.property(fc.tuple(number(0.05, 0.5), number(10, 60), number(0.3, 15), number(0.8, 1.3)), ([a, t, v, rho]) => {
        const thin = coreAir(a, t, v, rho);
        const thick = coreAir(a, 2 * t, v, rho);
        expect(thick.effectiveness).toBeGreaterThan(thin.effectiveness);
        expect(thick.effectiveness).toBeLessThan(2 * thin.effectiveness);
        expect(thick.capacityWPerK).toBe(thin.capacityWPerK);
      }),
    );
  });
  test('faster air takes more heat, though each part of it less', () => {
    const slow = coreAir(0.2, 32, 3, 1.1);
    const fast = coreAir(0.2, 32, 6, 1.1);
    expect(fast.effectiveness).toBeLessThan(slow.effectiveness);
    expect(fast.effectiveness * fast.capacityWPerK).toBeGreaterThan(slow.effectiveness * slow.capacityWPerK);
  });
  test('fans decide standing, the road decides driving', () => {
    expect(faceSpeedMPerS(0.2, 0, 0.5, 0.25)).toBe(2);
    expect(faceSpeedMPerS(0.2, 90, 0.5, 0.25)).toBe(5);
  });
  test('behind others of the same face the air is warmer by their heat over what it takes', () => {
    expect(airAtCoreC(35, 0, 1000)).toBe(35);
    expect(airAtCoreC(35, 6, 1200)).toBeCloseTo(40, 9);
  });
  test('heat of the charge: all of the rise where the cooler is whole, none of it without', () => {
    const p = { airKgPerS: 0.1, inletC: 25, pressureRatio: 2, compressorEfficiency: 0.7, ambientC: 25 };
    const whole = chargeHeat({ ...p, coolerEffectiveness: 1 });
    expect(whole.chargeC).toBeCloseTo(25, 9);
    expect(whole.kw).toBeCloseTo((0.1 * 1005 * (whole.outC - 25)) / 1000, 9);
    expect(chargeHeat({ ...p, coolerEffectiveness: 0 }).kw).toBe(0);
  });
  test('a core without a face is refused by its length', () => {
    expect(faceM2({ coreWidthMm: 600, coreHeightMm: 400 })).toBeCloseTo(0.24, 9);
    expect(() => faceM2({ coreWidthMm: 600, coreHeightMm: 0 })).toThrow('Core height must');
  });
});
