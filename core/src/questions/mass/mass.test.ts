import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import { axlesAfter, comFromCorners, type PlacedMass } from './axles.ts';
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
    expect(() => axlesAfter({ ...car, wheelbaseMm: 0, out: [], in: [] })).toThrow(/wheelbaseMm must be above 0/);
    expect(() => axlesAfter({ ...car, out: [{ massKg: 2000, comMm: [0, 0, 0] }], in: [] })).toThrow(/More comes out/);
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
  expect(() => comFromCorners({ ...c, rearLeftKg: -1 })).toThrow(/rearLeftKg/);
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
  expect(() => powerToWeight({ powerKw: 100, massKg: 0 })).toThrow(/massKg/);
});
