import fc from 'fast-check';
import type { PlateHole } from '../../model/index.ts';
import { attempt } from '../../units/index.ts';
import {
  bestClockings,
  clutchRelease,
  flywheelSlot,
  overlay,
  plateWindow,
  turnedBy,
  type PlateStack,
} from './index.ts';

const ring = (name: string, count: number, radius: number, diameterMm: number, fromDeg = 0): PlateHole[] =>
  Array.from({ length: count }, (_, i) => {
    const [uMm, vMm] = turnedBy({ uMm: radius, vMm: 0 }, fromDeg + (360 * i) / count);
    return { id: `${name}${i + 1}`, uMm, vMm, diameterMm };
  });
const holes = (name: string) =>
  fc
    .array(
      fc.record({
        uMm: fc.double({ min: -180, max: 180, noNaN: true }),
        vMm: fc.double({ min: -180, max: 180, noNaN: true }),
        diameterMm: fc.double({ min: 6, max: 16, noNaN: true }),
      }),
      { minLength: 1, maxLength: 7 },
    )
    .map((list) => list.map((h, i): PlateHole => ({ id: `${name}${i + 1}`, ...h })));

describe('two patterns in one plate', () => {
  test('turning both by the same angle changes nothing, and a full turn is none', () => {
    fc.assert(
      fc.property(holes('A'), holes('B'), fc.double({ min: -90, max: 90, noNaN: true }), (a, b, deg) => {
        const turnedAll = (list: PlateHole[]) =>
          list.map((h) => {
            const [uMm, vMm] = turnedBy(h, deg);
            return { ...h, uMm, vMm };
          });
        const one = overlay(a, b, 7);
        const other = overlay(turnedAll(a), turnedAll(b), 7);
        expect(other.least?.ligamentMm ?? 0).toBeCloseTo(one.least?.ligamentMm ?? 0, 6);
        expect(other.clashes.map((c) => c.a + c.b).sort()).toEqual(one.clashes.map((c) => c.a + c.b).sort());
        expect(overlay(a, b, 367).least?.ligamentMm ?? 0).toBeCloseTo(one.least?.ligamentMm ?? 0, 6);
      }),
    );
  });
  test('a clash is what has less metal than the larger hole is wide; the same hole serves both', () => {
    const a: PlateHole[] = [{ id: 'A1', uMm: 100, vMm: 0, diameterMm: 10 }];
    const b = (u: number, d = 10): PlateHole[] => [{ id: 'B1', uMm: u, vMm: 0, diameterMm: d }];
    expect(overlay(a, b(120.1), 0).clashes).toEqual([]);
    expect(overlay(a, b(119.9), 0).clashes).toHaveLength(1);
    const same = overlay(a, b(100), 0);
    expect(same.clashes).toEqual([]);
    expect(same.shared).toHaveLength(1);
    expect(overlay(a, b(100, 12), 0).clashes).toHaveLength(1);
  });
  test('the clocking found clashes no more than any half degree of the range', () => {
    fc.assert(
      fc.property(holes('A'), holes('B'), (a, b) => {
        const [best] = bestClockings(a, b, -20, 20);
        for (let deg = -20; deg <= 20; deg += 0.5)
          expect(best!.clashes.length).toBeLessThanOrEqual(overlay(a, b, deg).clashes.length);
      }),
      { numRuns: 40 },
    );
  });
  test('two rings of six clash as they lie and clear between', () => {
    const [a, b] = [ring('A', 6, 150, 12), ring('B', 6, 152, 12)];
    expect(overlay(a, b, 0).clashes).toHaveLength(6);
    const [best] = bestClockings(a, b, 0, 60);
    expect(best!.clashes).toEqual([]);
    expect(best!.clockingDeg).toBeCloseTo(30, 1);
  });
});

const stack: PlateStack = {
  shaftStickOutMm: 22,
  pilotMouthDepthMm: -6,
  pilotBottomDepthMm: 14,
  pilotEngagementMm: 8,
  tipClearanceMm: 2,
  splineDiameterMm: 23,
  splineStartMm: -62,
  splineEndMm: -20,
  hubRearMm: -56,
  hubFrontMm: -24,
};

test('within its window a plate does all that is asked, and outside it something fails', () => {
  const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(
      mm(5, 60),
      mm(-15, 5),
      mm(8, 30),
      mm(15, 30),
      mm(20, 50),
      mm(18, 40),
      (s, mouth, deep, d, spline, hub) => {
        const x: PlateStack = {
          ...stack,
          shaftStickOutMm: s,
          pilotMouthDepthMm: mouth,
          pilotBottomDepthMm: mouth + deep,
          splineDiameterMm: d,
          splineEndMm: stack.splineStartMm + spline,
          hubFrontMm: stack.hubRearMm + hub,
        };
        const does = (t: number) =>
          t >= 0 &&
          s - t - mouth >= 8 - 1e-6 &&
          mouth + deep - (s - t) >= 2 - 1e-6 &&
          Math.min(x.splineEndMm - t, x.hubFrontMm) - Math.max(x.splineStartMm - t, x.hubRearMm) >= d - 1e-6;
        const w = plateWindow(x);
        if (w.feasible) {
          expect(does(w.thinnestMm!)).toBe(true);
          expect(does(w.thickestMm!)).toBe(true);
          expect(does(w.thickestMm! + 0.01)).toBe(false);
          if (w.thinnestMm! > 0.01) expect(does(w.thinnestMm! - 0.01)).toBe(false);
        } else for (let t = 0; t < 80; t += 0.5) expect(does(t)).toBe(false);
      },
    ),
  );
});

test('a flywheel 3 mm off on its circle: slots 1.5 mm longer than round', () => {
  expect(flywheelSlot(10, 78, 75, 50)).toEqual({
    offsetOnDiameterMm: 3,
    slotLengthMm: 11.5,
    slotWidthMm: 10,
    ligamentToRegisterMm: 7.5,
    breaksIntoRegister: false,
  });
  expect(flywheelSlot(12, 60, 75, 50).breaksIntoRegister).toBe(true);
});

describe('release', () => {
  const pedal = {
    pedalTravelMm: 135,
    pedalRatio: 5.2,
    masterDiameterMm: 19.05,
    slaveOuterDiameterMm: 20.64,
    slaveInnerDiameterMm: 0,
    forkRatio: 1.55,
    bearingLoadN: 1750,
    travelAskedMm: 8.5,
  };
  test('what a larger slave gains in force it loses in travel: their product stays', () => {
    fc.assert(
      fc.property(fc.double({ min: 16, max: 28, noNaN: true }), (slave) => {
        const r = clutchRelease({ ...pedal, slaveOuterDiameterMm: slave });
        const work = r.pedalForceN * pedal.pedalTravelMm * 0.81;
        expect(r.bearingTravelMm * pedal.bearingLoadN).toBeCloseTo(work, 4);
      }),
    );
  });
  test('short travel is blocked, within a tenth tight; a heavy pedal is blocked', () => {
    expect(clutchRelease({ ...pedal, travelAskedMm: 13 }).travelState).toBe('blocked');
    expect(clutchRelease({ ...pedal, travelAskedMm: 12 }).travelState).toBe('tight');
    expect(clutchRelease({ ...pedal, bearingLoadN: 2500 }).forceState).toBe('blocked');
  });
  test('a ring that is wider inside than out is refused by name', () => {
    const tried = attempt(() => clutchRelease({ ...pedal, slaveInnerDiameterMm: 30 }));
    expect(!tried.ok && tried.fault.pointer).toBe('/slaveInnerDiameterMm');
  });
});
