import fc from 'fast-check';
import { GRAVITY, InputError } from '../../units/index.ts';
import { torqueFrom } from '../curve/index.ts';
import { gradeability, gripThrustN } from './grip.ts';
import { hillGripN, hillStartGradePct, hillThrustN, type Train } from './hillStart.ts';
import { SPEED_OF_INDEX } from '../../model/index.ts';
import { loadOfIndex } from '../mass/index.ts';
import { readTyreCode, rollingRadius } from './tyre.ts';
import { resistanceN } from './resistance.ts';
import { rpmAtSpeed, speedKph, speedsInGears } from './speeds.ts';
import { topSpeed, topSpeedOfPower } from './topSpeed.ts';

describe('tyre codes', () => {
  test.each([
    ['185/65R15', 185, 15, 621.5, 'radial'],
    ['P205/60R16 91H', 205, 16, 652.4, 'radial'],
    ['185/70 HR 13', 185, 13, 589.2, 'radial'],
    ['225/45ZR17', 225, 17, 634.3, 'radial'],
    ['31x10.50R15', 266.7, 15, 787.4, 'radial'],
    ['165/80-13', 165, 13, 594.2, 'cross-ply'],
    ['255/35 ZR19 (96Y)', 255, 19, 661.1, 'radial'],
    ['205/55R16 94V XL', 205, 16, 631.9, 'radial'],
    ['315/80R22.5 156/150L', 315, 22.5, 1075.5, 'radial'],
    ['LT235/85R16 120/116 Q', 235, 16, 805.9, 'radial'],
    ['10x4.50-5', 114.3, 5, 254, 'cross-ply'],
    ['11X7.10-5', 180.3, 5, 279.4, 'cross-ply'],
  ])('%s', (code, width, rim, diameter, construction) => {
    const t = readTyreCode(code);
    expect(t.sectionWidthMm).toBeCloseTo(width, 1);
    expect(t.rimIn).toBe(rim);
    expect(t.freeDiameterMm).toBeCloseTo(diameter, 1);
    expect(t.construction).toBe(construction);
    expect(t.evidence).toBe('published');
  });
  test.each(['165R13', '6.50-16', '5.60-15', '165SR13', '7.50-16', '7.50-16 8PR', '11R22.5 148/145L'])(
    '%s carries no aspect: its diameter is estimated',
    (code) => {
      expect(readTyreCode(code).evidence).toBe('estimated');
    },
  );
  test.each([
    ['6.50-16', 744],
    ['7.50-16', 802],
    ['7.50R16C 122/120L', 802],
    ['11R22.5', 1054],
    ['12.00R20 154/150K', 1122],
  ])('%s is about what its tables say, %d mm', (code, mm) => {
    const { freeDiameterMm, plusMinusMm } = readTyreCode(code);
    expect(Math.abs(freeDiameterMm - mm)).toBeLessThan(2 * plusMinusMm);
  });
  test('every speed symbol is known from A1 to Y, and rises but for H, which came after U', () => {
    const symbols = Object.entries(SPEED_OF_INDEX);
    expect(symbols[0]).toEqual(['A1', 5]);
    expect(symbols.at(-1)).toEqual(['Y', 300]);
    expect(symbols).toHaveLength(8 + 22 - 1);
    expect(symbols.map(([, kph]) => kph)).toEqual(symbols.map(([, kph]) => kph).sort((a, b) => a - b));
  });
  test('load indices are those of the tables, to a truck’s', () => {
    for (const [index, kg] of [
      [62, 265],
      [91, 615],
      [121, 1450],
      [130, 1900],
      [156, 4000],
      [204, 16000],
    ] as const)
      expect(Math.abs(loadOfIndex(index) / kg - 1)).toBeLessThan(0.02);
  });
  test.each(['18S/65R15', '185/65', '', 'R15', '185/650R15', '999/65R15', '185/65R99', '185/5R15', 'x'.repeat(30)])(
    '“%s” is no tyre code',
    (code) => {
      expect(() => readTyreCode(code)).toThrow(InputError);
      expect(() => readTyreCode(code)).toThrow(/Allowed are codes such as/);
    },
  );
  test('a measured circumference overrides the code', () => {
    expect(rollingRadius('185/65R15', 1880)).toMatchObject({ evidence: 'measured' });
    expect(rollingRadius('185/65R15', 1880).rollingRadiusMm).toBeCloseTo(1880 / (2 * Math.PI), 9);
    expect(() => rollingRadius('185/65R15', -1)).toThrow(/Rolling circumference must/);
  });
});

test('speed and engine speed are each other’s inverse', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 500, max: 9000, noNaN: true }),
      fc.double({ min: 200, max: 400, noNaN: true }),
      fc.double({ min: 0.5, max: 5, noNaN: true }),
      fc.double({ min: 2, max: 6, noNaN: true }),
      (n, r, g, f) => {
        expect(rpmAtSpeed(speedKph(n, r, g, f), r, g, f)).toBeCloseTo(n, 6);
      },
    ),
  );
});

test('gears refuse what can’t be', () => {
  const good = { gearRatios: [3, 2, 1], finalDrive: 4, rollingRadiusMm: 300, engineRpm: 6000 };
  expect(() => speedsInGears({ ...good, gearRatios: [] })).toThrow(/Gear ratios: at least/);
  expect(() => speedsInGears({ ...good, gearRatios: [3, 0] })).toThrow(/Gear ratios must be above 0/);
  expect(() => speedsInGears({ ...good, rollingRadiusMm: -300 })).toThrow(/Rolling radius must/);
  expect(speedsInGears({ ...good, cruiseKph: 100, minCruiseRpm: 4000 }).lugging).toBe(true);
});

describe('grip with load transfer', () => {
  const car = { massKg: 1120, wheelbaseMm: 2440, frontAxleToComMm: 1150, comHeightMm: 520, frictionCoefficient: 0.9 };

  test('the limit is where thrust equals μ times the driven axle’s load under that thrust', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1.1, noNaN: true }),
        fc.double({ min: 700, max: 1700, noNaN: true }),
        fc.constantFrom('front', 'rear'),
        (mu, a, drive) => {
          const input = { ...car, frictionCoefficient: mu, frontAxleToComMm: a, drive: drive };
          const F = gripThrustN(input);
          const W = car.massKg * GRAVITY;
          const transfer = (F * car.comHeightMm) / car.wheelbaseMm;
          const axle =
            drive === 'rear'
              ? (W * a) / car.wheelbaseMm + transfer
              : (W * (car.wheelbaseMm - a)) / car.wheelbaseMm - transfer;
          expect(F).toBeCloseTo(mu * axle, 4);
        },
      ),
    );
  });
  test('no car passes more than μ·m·g, and 4WD passes most', () => {
    const all = gripThrustN({ ...car, drive: 'all' });
    expect(all).toBeCloseTo(0.9 * 1120 * GRAVITY, 6);
    for (const s of [0, 0.3, 0.5, 0.7, 1])
      expect(gripThrustN({ ...car, drive: 'all', rearTorqueShare: s })).toBeLessThanOrEqual(all + 1e-6);
    expect(gripThrustN({ ...car, drive: 'all', rearTorqueShare: 1 })).toBeCloseTo(
      gripThrustN({ ...car, drive: 'rear' }),
      6,
    );
    expect(gripThrustN({ ...car, drive: 'all', rearTorqueShare: 0 })).toBeCloseTo(
      gripThrustN({ ...car, drive: 'front' }),
      6,
    );
  });
  test('a tall sticky car is held by its front wheels lifting', () => {
    const F = gripThrustN({
      massKg: 900,
      wheelbaseMm: 2000,
      frontAxleToComMm: 1200,
      comHeightMm: 900,
      frictionCoefficient: 1.8,
      drive: 'rear',
    });
    expect(F).toBeCloseTo((900 * GRAVITY * 800) / 900, 6);
  });
  test('a centre of mass outside the axles is refused', () => {
    expect(() => gripThrustN({ ...car, frontAxleToComMm: 2440, drive: 'rear' })).toThrow(
      /front axle to centre of mass/,
    );
  });
});

describe('hills', () => {
  const train: Train = {
    carKg: 1100,
    trailerKg: 780,
    noseLoadN: 50 * GRAVITY,
    accelerationMPerS2: 0.5,
    hitchHeightMm: 400,
    hitchOverhangMm: 820,
    wheelbaseMm: 2430,
    frontAxleToComMm: 1120,
    comHeightMm: 535,
    frictionCoefficient: 0.9,
    rollingCoefficient: 0.013,
    drive: 'rear',
  };
  test('gradeability puts the thrust back exactly', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 500, max: 8000, noNaN: true }),
        fc.double({ min: 800, max: 3000, noNaN: true }),
        (F, m) => {
          fc.pre(F < 0.9 * m * GRAVITY);
          const slope = (gradeability(F, m, 0.015, 0).gradeDeg * Math.PI) / 180;
          expect(m * GRAVITY * (Math.sin(slope) + 0.015 * Math.cos(slope))).toBeCloseTo(F, 4);
        },
      ),
    );
    expect(() => gradeability(50000, 1000, 0.013, 0)).toThrow(/Torque|[Gg]rip/);
  });
  test('at the steepest start, the lesser of thrust and grip is just what is needed', () => {
    const engine = hillStartGradePct(4200, train);
    expect(engine.limitedBy).toBe('engine');
    expect(hillThrustN(train, Math.atan(engine.gradePct / 100))).toBeCloseTo(4200, 3);
    const grip = hillStartGradePct(20000, train);
    expect(grip.limitedBy).toBe('grip');
    const slope = Math.atan(grip.gradePct / 100);
    expect(hillGripN(train, slope)).toBeCloseTo(hillThrustN(train, slope), 2);
  });
  test('each axle has the grip of the load on it: by hand, and on a hill the front loses what the rear gains', () => {
    const car: Train = { ...train, carKg: 1000, trailerKg: 0, noseLoadN: 0 };
    const rearN = (1000 * GRAVITY * 1120 + 1000 * 0.5 * 535) / 2430;
    expect(hillGripN(car, 0)).toBeCloseTo(0.9 * rearN, 6);
    expect(hillGripN({ ...car, drive: 'front' }, 0)).toBeCloseTo(0.9 * (1000 * GRAVITY - rearN), 6);
    const moved = (drive: 'front' | 'rear') =>
      hillGripN({ ...car, drive }, 0.2) / Math.cos(0.2) - hillGripN({ ...car, drive }, 0);
    expect(moved('rear')).toBeGreaterThan(0);
    expect(moved('front')).toBeLessThan(0);
  });
  test('too little thrust starts on no hill at all', () => {
    expect(hillStartGradePct(500, train)).toMatchObject({ gradePct: 0, limitedBy: 'engine', thrustGradePct: 0 });
  });
  test('a heavier trailer starts on less', () => {
    expect(hillStartGradePct(4200, { ...train, trailerKg: 1000 }).gradePct).toBeLessThan(
      hillStartGradePct(4200, train).gradePct,
    );
  });
});

describe('top speed', () => {
  const road = { massKg: 1100, rollingCoefficient: 0.013, dragAreaM2: 0.6 };
  test('the power found is the power spent', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 300, noNaN: true }), (kw) => {
        const v = topSpeedOfPower(kw, road) / 3.6;
        expect((resistanceN(road, v) * v) / 1000).toBeCloseTo(kw, 4);
      }),
    );
  });
  const curve = torqueFrom([1000, 3000, 5000, 6500], [105, 150, 152, 118]);
  const line = {
    curve,
    redlineRpm: 6500,
    gearRatios: [3.62, 2.05, 1.36, 1.03, 0.84],
    rollingRadiusMm: 301,
    efficiency: 0.9,
  };
  test('short gearing is held by the redline, tall gearing by drag', () => {
    expect(topSpeed({ ...line, gearRatios: [3, 2, 1.2], finalDrive: 5 }, road)?.limitedBy).toBe('redline');
    expect(topSpeed({ ...line, finalDrive: 3.2 }, road)?.limitedBy).toBe('drag');
  });
  test('a car that can’t move has none', () => {
    expect(topSpeed({ ...line, curve: torqueFrom([1000, 6500], [0, 0]), finalDrive: 4 }, road)).toBeUndefined();
  });
});
