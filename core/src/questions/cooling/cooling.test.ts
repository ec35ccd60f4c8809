import fc from 'fast-check';
import { balance, heldBy, type CoolingSystem } from './balance.ts';

const SYSTEM: CoolingSystem = {
  ambientC: 34,
  topHoseC: 100,
  airDensityKgPerM3: 1.1,
  areaM2: 0.2,
  thicknessMm: 34,
  airShare: 0.2,
  fanM3PerS: 0.5,
  condenserKw: 6,
  toCoolant: 1.05,
  toOilCooler: 0.2,
  toChargeCooler: 0.1,
  toBay: 0,
};
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('heat against the radiator', () => {
  test('what it holds for ever is where heat meets what the core sheds, whatever stands before it', () => {
    fc.assert(
      fc.property(
        fc.tuple(number(0, 6), number(0, 0.4), number(0, 0.4), number(5, 150)),
        ([condenserKw, oil, charge, kph]) => {
          const s = { ...SYSTEM, condenserKw, toOilCooler: oil, toChargeCooler: charge };
          const { sustainedKw } = balance(s, 50, kph);
          const there = balance(s, sustainedKw, kph);
          expect(there.heatKw).toBeCloseTo(there.capacityKw, 6);
          expect(balance(s, sustainedKw * 1.01, kph).heatKw).toBeGreaterThan(
            balance(s, sustainedKw * 1.01, kph).capacityKw,
          );
        },
      ),
    );
  });
  test('a hotter day, a condenser, a cooler in front: each takes some of it; a larger core or more air gives some', () => {
    const held = (s: Partial<CoolingSystem>) => balance({ ...SYSTEM, ...s }, 50, 90).sustainedKw;
    const as = held({});
    expect(held({ ambientC: 44 })).toBeLessThan(as);
    expect(held({ condenserKw: 12 })).toBeLessThan(as);
    expect(held({ toChargeCooler: 0.3 })).toBeLessThan(as);
    expect(held({ toBay: 0.2 })).toBeLessThan(as);
    expect(held({ areaM2: 0.25 })).toBeGreaterThan(as);
    expect(held({ airShare: 0.25 })).toBeGreaterThan(as);
  });
  test('without any air nothing is shed, and no figure is other than a number', () => {
    const still = balance({ ...SYSTEM, fanM3PerS: 0 }, 20, 0);
    expect(still).toMatchObject({ capacityKw: 0, sustainedKw: 0, heatKw: 21 });
    for (const v of Object.values(still)) expect(Number.isFinite(v)).toBe(true);
  });
  test('a climb: twice the speed asks for more than twice the power, the driveline for its share', () => {
    const road = {
      massKg: 1300,
      trailerMassKg: 780,
      rollingCoefficient: 0.013,
      dragAreaM2: 1.1,
      slope: Math.atan(0.08),
    };
    expect(heldBy(road, 80, 0.9)).toBeGreaterThan(2 * heldBy(road, 40, 0.9));
    expect(heldBy(road, 60, 0.45)).toBeCloseTo(2 * heldBy(road, 60, 0.9), 9);
  });
});
