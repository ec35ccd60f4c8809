import fc from 'fast-check';
import { GRAVITY, InputError } from '../../units/index.ts';
import { brakeMassKg } from '../mass/index.ts';
import { afterDescentC, descentPowerW, heatState, idealFrontShare, stopsC, stopEnergyJ } from './heat.ts';
import { brakeHydraulics } from './hydraulics.ts';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('the heat of stops', () => {
  test('one from 100 km/h of 1,240 kg is half a megajoule, and two from half the speed are half of that', () => {
    expect(stopEnergyJ(1240, 100, 0)).toBeCloseTo(497_530.9, 0);
    expect(2 * stopEnergyJ(1240, 50, 0)).toBeCloseTo(stopEnergyJ(1240, 100, 0) / 2, 6);
    // Slowed in two steps it is as much as in one.
    expect(stopEnergyJ(1240, 100, 60) + stopEnergyJ(1240, 60, 0)).toBeCloseTo(stopEnergyJ(1240, 100, 0), 6);
  });
  test('step by step it is the sum of a geometric series, and never cools below the air', () => {
    fc.assert(
      fc.property(
        fc.tuple(number(5, 300), fc.integer({ min: 1, max: 40 }), number(5, 400), number(60, 500), number(-30, 45)),
        ([riseK, stops, intervalS, timeConstantS, airC]) => {
          const q = Math.exp(-intervalS / timeConstantS);
          const series = airC + (riseK * (1 - q ** stops)) / (1 - q);
          expect(stopsC({ riseK, stops, intervalS, timeConstantS, airC }).at(-1)).toBeCloseTo(series, 6);
        },
      ),
    );
  });
  test('a descent of no end comes to the temperature at which the air takes what the pads give', () => {
    const p = { wheelPowerW: 3000, massKg: 3, heatJPerKgK: 480, timeConstantS: 180, speedKph: 40, airC: 20 };
    expect(afterDescentC({ ...p, lengthM: 1e7 })).toBeCloseTo(20 + (3000 * 180) / (3 * 480), 6);
    // Short ones warm by all of the heat: nothing has had time to leave.
    expect(afterDescentC({ ...p, lengthM: 1 }) - 20).toBeCloseTo((3000 * (3.6 / 40)) / (3 * 480), 3);
  });
  test('the engine and the air can hold it alone; the brakes never take less than nothing', () => {
    const p = {
      massKg: 1000,
      speedKph: 60,
      gradePct: 4,
      rollingCoefficient: 0.013,
      dragAreaM2: 0.7,
      airDensityKgPerM3: 1.2,
    };
    const slope = Math.atan(0.04);
    const without = 1000 * GRAVITY * (60 / 3.6) * (Math.sin(slope) - 0.013 * Math.cos(slope)) - 0.42 * (60 / 3.6) ** 3;
    expect(descentPowerW({ ...p, engineBrakingKw: 0 })).toBeCloseTo(without, 6);
    expect(descentPowerW({ ...p, engineBrakingKw: 50 })).toBe(0);
  });
  test('the mass of a disc: weighed before reckoned; vented it has seven tenths', () => {
    const disc = { kind: 'disc', outerDiameterMm: 240, innerDiameterMm: 140, thicknessMm: 20, vented: false } as const;
    expect(brakeMassKg(disc)).toBeCloseTo(7200 * (Math.PI / 4) * (0.24 ** 2 - 0.14 ** 2) * 0.02, 9);
    expect(brakeMassKg({ ...disc, vented: true })).toBeCloseTo(0.7 * brakeMassKg(disc), 9);
    expect(brakeMassKg({ ...disc, massKg: 4.4 })).toBe(4.4);
    expect(() => brakeMassKg({ ...disc, innerDiameterMm: 240 })).toThrow(InputError);
  });
  test('exactly at its limit it stands, by less than its doubt it is tight', () => {
    expect([
      heatState(450.01, 450, 0),
      heatState(450, 450, 0),
      heatState(440, 450, 11),
      heatState(440, 450, 10),
    ]).toEqual(['blocked', 'clear', 'tight', 'clear']);
  });
  test('the harder it is braked the more falls to the front', () => {
    fc.assert(
      fc.property(number(500, 2000), number(300, 900), number(0.1, 1), (b, h, g) => {
        expect(idealFrontShare(b, h, 2500, g + 0.1)).toBeGreaterThan(idealFrontShare(b, h, 2500, g));
      }),
    );
  });
});

describe('the pedal', () => {
  const car = {
    massKg: 1200,
    pedalForceN: 200,
    pedalRatio: 4,
    servoRatio: 2.5,
    masterDiameterMm: 20,
    padFriction: 0.4,
    frontPistonAreaOneSideMm2: 1800,
    rearPistonAreaOneSideMm2: 800,
    frontEffectiveRadiusMm: 100,
    rearEffectiveRadiusMm: 100,
    rollingRadiusMm: 300,
    targetDecelerationG: 0.8,
  };
  test('the force for a deceleration gives that deceleration', () => {
    fc.assert(
      fc.property(
        fc.tuple(number(600, 2500), number(1, 6), number(15, 30), number(0.1, 1.2)),
        ([massKg, servo, bore, g]) => {
          const c = { ...car, massKg, servoRatio: servo, masterDiameterMm: bore, targetDecelerationG: g };
          const force = brakeHydraulics(c).pedalForceForTargetN;
          expect(brakeHydraulics({ ...c, pedalForceN: force }).decelerationG).toBeCloseTo(g, 9);
          expect(brakeHydraulics({ ...c, pedalForceN: force }).pedalForceForTargetServoFailedN).toBeCloseTo(
            force * servo,
            6,
          );
        },
      ),
    );
  });
  test('a larger master asks for more foot and moves more fluid', () => {
    const [small, large] = [car, { ...car, masterDiameterMm: 25 }].map((c) => brakeHydraulics(c));
    expect(large!.pedalForceForTargetN / small!.pedalForceForTargetN).toBeCloseTo((25 / 20) ** 2, 9);
    expect(large!.volumePerMmPedalMm3).toBeGreaterThan(small!.volumePerMmPedalMm3);
  });
  test.each(['masterDiameterMm', 'padFriction', 'rollingRadiusMm'] as const)('no %s is named', (key) => {
    expect(() => brakeHydraulics({ ...car, [key]: 0 })).toThrow(expect.objectContaining({ pointer: `/${key}` }));
  });
});
