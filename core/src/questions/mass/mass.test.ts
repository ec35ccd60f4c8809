import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import { axlesAfter, comFromCorners, comHeightFromLift, type PlacedMass } from './axles.ts';
import { massDifference, sumMassBuildUp } from './buildUp.ts';
import { powerToWeight } from './powerToWeight.ts';

const lump = fc.record({
  massKg: fc.double({ min: 0, max: 120, noNaN: true }),
  comMm: fc.tuple(
    fc.double({ min: -4000, max: 900, noNaN: true }),
    fc.double({ min: -600, max: 600, noNaN: true }),
    fc.double({ min: 100, max: 1200, noNaN: true }),
  ),
}) as fc.Arbitrary<PlacedMass>;
const car = { weighedFrontKg: 612, weighedRearKg: 498, wheelbaseMm: 2440, carComYMm: 6, carComZMm: 530 };

describe('axle loads', () => {
  test('nothing is lost: the axles sum to the car plus what went in less what came out, and moments agree', () => {
    fc.assert(
      fc.property(fc.array(lump, { maxLength: 4 }), fc.array(lump, { maxLength: 4 }), (out, into) => {
        const r = axlesAfter({ ...car, out, in: into });
        const net = into.reduce((s, l) => s + l.massKg, 0) - out.reduce((s, l) => s + l.massKg, 0);
        expect(r.frontKg + r.rearKg).toBeCloseTo(1110 + net, 6);
        expect(r.changeFrontKg + r.changeRearKg).toBeCloseTo(net, 6);
        // The combined centre of mass, computed the other way round.
        const mx =
          -(car.weighedRearKg * car.wheelbaseMm) +
          into.reduce((s, l) => s + l.massKg * l.comMm[0], 0) -
          out.reduce((s, l) => s + l.massKg * l.comMm[0], 0);
        expect(r.comXMm * r.totalKg).toBeCloseTo(mx, 3);
      }),
    );
  });
  test('the same lump out and in changes nothing', () => {
    fc.assert(
      fc.property(lump, (l) => {
        const r = axlesAfter({ ...car, out: [l], in: [l] });
        expect(r.changeFrontKg).toBeCloseTo(0, 9);
        expect(r.comZMm).toBeCloseTo(530, 6);
      }),
    );
  });
  test('without the car’s own height there is none', () => {
    expect(
      axlesAfter({ weighedFrontKg: 500, weighedRearKg: 500, wheelbaseMm: 2500, out: [], in: [] }),
    ).not.toHaveProperty('comZMm');
  });
  test('bad input is named', () => {
    expect(() => axlesAfter({ ...car, out: [], in: [{ massKg: -20, comMm: [0, 0, 0] }] })).toThrow(InputError);
    expect(() => axlesAfter({ ...car, wheelbaseMm: 0, out: [], in: [] })).toThrow(/Wheelbase must be above 0/);
    expect(() => axlesAfter({ ...car, out: [{ massKg: 2000, comMm: [0, 0, 0] }], in: [] })).toThrow(
      /Removed mass exceeds/,
    );
  });
});

test('corner weights: mirrored left to right, the centre of mass changes side', () => {
  const c = {
    wheelbaseMm: 2400,
    trackFrontMm: 1420,
    trackRearMm: 1400,
    frontLeftKg: 281,
    frontRightKg: 274.5,
    rearLeftKg: 244,
    rearRightKg: 233.5,
  };
  const mirrored = {
    ...c,
    frontLeftKg: c.frontRightKg,
    frontRightKg: c.frontLeftKg,
    rearLeftKg: c.rearRightKg,
    rearRightKg: c.rearLeftKg,
  };
  expect(comFromCorners(mirrored).comYMm).toBeCloseTo(-comFromCorners(c).comYMm, 9);
  expect(comFromCorners(mirrored).leftPct).toBeCloseTo(100 - comFromCorners(c).leftPct, 9);
  expect(() => comFromCorners({ ...c, rearLeftKg: -1 })).toThrow(/Rear left may/);
});

test('a bridge there and back again keeps the mass and doubles the doubt of the step', () => {
  const mass = { value: 8, plusMinus: 1.5, evidence: 'estimated' } as const;
  const quoted = { value: 120, plusMinus: 0, evidence: 'measured' } as const;
  const r = sumMassBuildUp(quoted, [
    { name: 'flywheel', sign: 1, mass },
    { name: 'flywheel left off', sign: -1, mass },
  ]);
  expect(r.installedMassKg).toBe(120);
  expect(r.plusMinusKg).toBeCloseTo(1.5 * Math.SQRT2, 9);
});

test('a tie is a tie at its edge and not beyond', () => {
  expect(massDifference({ massKg: 100, plusMinusKg: 3 }, { massKg: 105, plusMinusKg: 4 }).tie).toBe(true);
  expect(massDifference({ massKg: 100, plusMinusKg: 3 }, { massKg: 105.01, plusMinusKg: 4 }).tie).toBe(false);
});

test('power to weight in its three ways of saying it', () => {
  const r = powerToWeight({ powerKw: 74.5699872, massKg: 1000 });
  expect(r.hpPerTonne).toBeCloseTo(100, 6);
  expect(r.lbPerHp * r.hpPerTonne).toBeCloseTo(1000 / 0.45359237, 6);
  expect(() => powerToWeight({ powerKw: 100, massKg: 0 })).toThrow(/Mass must/);
});

describe('height of the centre of mass by lifting the rear', () => {
  /** The car turned nose down about its front hub, as a rigid body: what the front scale shows. kg */
  const frontLifted = (L: number, a: number, e: number, m: number, lift: number) => {
    const t = Math.asin(lift / L);
    // Hubs and centre of mass along the ground, the front hub at 0: rearward is plus, e is above the line of the hubs.
    const rear = L * Math.cos(t);
    const com = a * Math.cos(t) - e * Math.sin(t);
    return (m * (rear - com)) / rear;
  };
  test('finds the height that a rigid car was turned with', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(number(1800, 3200), number(0.3, 0.7), number(60, 600), number(400, 2500), number(150, 900)),
        ([L, share, e, m, lift]) => {
          const a = share * L;
          const found = comHeightFromLift({
            wheelbaseMm: L,
            wheelRadiusMm: 280,
            totalKg: m,
            levelKg: (m * (L - a)) / L,
            liftedKg: frontLifted(L, a, e, m, lift),
            liftMm: lift,
          });
          expect(found).toBeCloseTo(280 + e, 4);
        },
      ),
    );
  });
  const car = { wheelbaseMm: 2400, wheelRadiusMm: 280, totalKg: 880, levelKg: 470, liftedKg: 490, liftMm: 500 };
  test.each([
    ['nothing lifted', { liftMm: 0 }, /Lift the axle/],
    ['lifted as far as the wheelbase', { liftMm: 2400 }, /Lift the axle/],
    ['nothing gained', { liftedKg: 470 }, /gains load/],
  ])('%s is named', (_, wrong, message) => {
    expect(() => comHeightFromLift({ ...car, ...wrong })).toThrow(message);
  });
});
