import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import { beltRun, usualPulleys } from './belt.ts';
import { clipped, convexOf, cornersOf, signedDistance, tubeOf } from '../../geometry/index.ts';
import { groupClaims } from '../claims/index.ts';
import { routeClearances } from './routes.ts';
import { halfShaft, jointAngles, axisOf } from './shaftAngles.ts';
import { thicknessAlong, changedBody } from './bay.ts';
import { movementOf, typicalMovement } from '../mounts/index.ts';
import type { PlacedSolid } from './clearances.ts';
import type { FitClaim, Obstacle, Route, Shape } from '../../model/index.ts';

describe('a tube swept along a route', () => {
  const route = (pointsMm: [number, number, number][], leastBendRadiusMm = 60, diameterMm = 50) => ({
    pointsMm,
    diameterMm,
    leastBendRadiusMm,
  });
  test('a straight one is as long as it looks and as thick as it says', () => {
    const t = tubeOf(
      route([
        [0, 0, 0],
        [500, 0, 0],
      ]),
    );
    expect(t.lengthMm).toBeCloseTo(500, 9);
    const wall = convexOf({ kind: 'box', centreMm: [250, 0, 100], sizeMm: [500, 500, 20] });
    const gap = Math.min(...t.pieces.map((p) => signedDistance(p, wall).signedDistanceMm));
    // The bar circumscribes the circle: never nearer in truth than told.
    expect(gap).toBeLessThanOrEqual(65 + 1e-9);
    expect(gap).toBeGreaterThan(64);
  });
  test('a right angle is cut short by the bend: 2·r − π/2·r', () => {
    const t = tubeOf(
      route([
        [0, 0, 0],
        [400, 0, 0],
        [400, 400, 0],
      ]),
    );
    expect(t.lengthMm).toBeCloseTo(800 - 2 * 60 + (Math.PI / 2) * 60, 6);
    expect(t.bends).toHaveLength(1);
    expect(t.bends[0]!.turnDeg).toBeCloseTo(90, 9);
    expect(t.bends[0]!.radiusMm).toBeCloseTo(400, 9);
    expect(t.bends[0]!.leastMm).toBe(60);
  });
  test('with too short a leg the bend is told as tighter than it may be', () => {
    const t = tubeOf(
      route([
        [0, 0, 0],
        [400, 0, 0],
        [400, 30, 0],
      ]),
    );
    expect(t.bends[0]!.radiusMm).toBeLessThan(t.bends[0]!.leastMm);
  });
  test('two points in one place, or a turn straight back, are named', () => {
    expect(() =>
      tubeOf(
        route([
          [0, 0, 0],
          [0, 0, 0],
        ]),
      ),
    ).toThrow(InputError);
    expect(() =>
      tubeOf(
        route([
          [0, 0, 0],
          [100, 0, 0],
          [0, 0, 0.1],
        ]),
      ),
    ).toThrow(InputError);
  });
  test('its line never leaves its pieces', () => {
    const t = tubeOf(
      route([
        [0, 0, 0],
        [300, 40, 0],
        [340, 300, 120],
        [700, 320, 130],
      ]),
    );
    for (const p of t.line) {
      const dot = convexOf({ kind: 'box', centreMm: [p[0], p[1], p[2]], sizeMm: [0.2, 0.2, 0.2] });
      expect(Math.min(...t.pieces.map((piece) => signedDistance(piece, dot).signedDistanceMm))).toBeLessThan(0.5);
    }
  });
});

describe('a belt over pulleys', () => {
  const p = (x: number, y: number, radiusMm: number, side: 'ribbed' | 'plain' = 'ribbed') => ({
    name: `${x}`,
    atMm: [x, y] as const,
    radiusMm,
    side,
  });
  test('two alike: twice the distance and one round', () => {
    const b = beltRun([p(0, 0, 50), p(300, 0, 50)]);
    expect(b.lengthMm).toBeCloseTo(600 + 2 * Math.PI * 50, 9);
    expect(b.wrapsDeg.map((w) => Math.round(w))).toEqual([180, 180]);
  });
  test('unlike ones by the usual formula of an open belt', () => {
    const [r, s, d] = [80, 40, 400];
    const a = Math.asin((r - s) / d);
    expect(beltRun([p(0, 0, r), p(d, 0, s)]).lengthMm).toBeCloseTo(
      2 * d * Math.cos(a) + Math.PI * (r + s) + 2 * a * (r - s),
      6,
    );
  });
  test('all on one side turn once round in all', () => {
    const b = beltRun([p(0, 0, 70), p(260, 40, 35), p(180, 260, 45), p(-20, 220, 30)]);
    expect(b.wrapsDeg.reduce((x, y) => x + y, 0)).toBeCloseTo(360, 6);
  });
  test('turned, moved or taken the other way round it is as long', () => {
    const list = [p(0, 0, 70), p(260, 40, 35), p(120, 100, 30, 'plain'), p(180, 260, 45)];
    const before = beltRun(list).lengthMm;
    expect(beltRun([...list].reverse()).lengthMm).toBeCloseTo(before, 6);
    const turned = list.map((q) => ({ ...q, atMm: [-q.atMm[1] + 30, q.atMm[0] - 7] as const }));
    expect(beltRun(turned).lengthMm).toBeCloseTo(before, 6);
  });
  test('crank and alternator at the flywheel are proposed where they are', () => {
    const solid = (name: string, role: 'pulley' | 'alternator' | 'block', radiusMm: number, y: number, z: number) => ({
      id: name,
      name,
      role,
      plusMinusMm: 2,
      shape: {
        kind: 'cylinder' as const,
        fromMm: [400, y, z] as [number, number, number],
        toMm: [440, y, z] as [number, number, number],
        radiusMm,
      },
    });
    const found = usualPulleys([
      solid('crank', 'pulley', 78, 0, 0),
      solid('alt', 'alternator', 56, 170, 70),
      solid('bar', 'block', 9, 1, 1),
    ]);
    expect(found.map((x) => [x.name, x.atMm, x.radiusMm])).toEqual([
      ['crank', [0, 0], 78],
      ['alt', [170, 70], 28],
    ]);
    expect(beltRun(found).lengthMm).toBeGreaterThan(2 * Math.hypot(170, 70));
  });
  test('pulleys in each other are named', () => {
    expect(() => beltRun([p(0, 0, 50), p(60, 0, 50)])).toThrow(/overlap/);
    expect(() => beltRun([p(0, 0, 50)])).toThrow(InputError);
  });
});

describe('a face cut back', () => {
  const size = fc.double({ min: 20, max: 200, noNaN: true });
  test('leaves a body thinner by just that, inside the old one', () => {
    fc.assert(
      fc.property(size, size, size, fc.double({ min: 0.05, max: 0.9, noNaN: true }), (a, b, c, share) => {
        const body = convexOf({ kind: 'box', centreMm: [10, -5, 30], sizeMm: [a, b, c], turnDeg: [7, 12, 20] });
        const away = [0, 0, -1] as const;
        const before = thicknessAlong(body, away);
        const after = clipped(body, away, before * share);
        expect(thicknessAlong(after, away)).toBeCloseTo(before * (1 - share), 6);
        for (const corner of cornersOf(after)) {
          const dot = convexOf({ kind: 'box', centreMm: [...corner], sizeMm: [0.01, 0.01, 0.01] });
          expect(signedDistance(body, dot).signedDistanceMm).toBeLessThan(0.02);
        }
      }),
      { numRuns: 40 },
    );
  });
  test('deeper than the body is, it is refused in words', () => {
    const beam: Obstacle = {
      id: 'beam',
      name: 'beam',
      role: 'crossmember',
      shape: { kind: 'box', centreMm: [0, 0, 100], sizeMm: [100, 400, 40] },
      plusMinusMm: 2,
      may: [],
    };
    const notch = { do: 'notch', allowanceMm: 60, cost: 0, hours: 0 } as const;
    expect(() => changedBody(beam, notch, 45)).toThrow(/deeper than the beam \(40 mm\)/);
    expect(() => changedBody(beam, notch, 70)).toThrow(/limited to 60 mm; 70 mm entered/);
  });
});

describe('shafts', () => {
  const angle = fc.double({ min: -4, max: 4, noNaN: true });
  test('the angle in space is never less than in side view or plan', () => {
    fc.assert(
      fc.property(angle, angle, angle, angle, (p, y, q, w) => {
        const a = jointAngles([-900, 0, 320], [-2100, 15, 300], axisOf(p, y), axisOf(q, w));
        expect(a.frontJointDeg).toBeGreaterThanOrEqual(Math.max(a.frontSideDeg, a.frontPlanDeg) - 0.02);
        expect(a.rearJointDeg).toBeGreaterThanOrEqual(Math.max(a.rearSideDeg, a.rearPlanDeg) - 0.02);
      }),
    );
  });
  test('parallel axes leave no ripple, however the shaft runs', () => {
    fc.assert(
      fc.property(angle, fc.double({ min: -80, max: 80, noNaN: true }), (p, dz) => {
        const a = jointAngles([-900, 0, 320], [-2100, 0, 320 + dz], axisOf(p, 0), axisOf(p, 0));
        expect(a.residualDeg).toBeCloseTo(0, 3);
      }),
    );
  });
  test('a half shaft straight across has no angle; 7° is its limit', () => {
    expect(halfShaft([0, 200, 300], [0, 600, 300]).angleDeg).toBe(0);
    const at = (deg: number) => halfShaft([0, 200, 300], [0, 600, 300 + 400 * Math.tan((deg * Math.PI) / 180)]);
    expect(at(6.9).withinSevenDeg).toBe(true);
    expect(at(7.1).withinSevenDeg).toBe(false);
  });
});

test('claims that contradict stand side by side, none merged or lost', () => {
  const claim = (id: string, says: FitClaim['says'], optionId: string, test?: string): FitClaim => ({
    id,
    about: { optionId },
    says,
    by: id,
    words: id,
    evidence: 'claimed',
    ...(test ? { test } : {}),
  });
  const list = [claim('1', 'fits', 'sump', 'clay'), claim('2', 'does not fit', 'sump'), claim('3', 'fits', 'intake')];
  const groups = groupClaims(list, (id) => id);
  expect(groups.map((g) => [g.names, g.contradict, g.tests])).toEqual([
    [['sump'], true, ['clay']],
    [['intake'], false, []],
  ]);
  expect(groups.flatMap((g) => [...g.fits, ...g.doesNot])).toHaveLength(3);
});

describe('heat along an exhaust', () => {
  const exhaust = {
    id: 'run',
    name: 'exhaust',
    kind: 'exhaust' as const,
    diameterMm: 50,
    leastBendRadiusMm: 60,
    plusMinusMm: 0,
    pointsMm: [
      [0, 0, 0],
      [200, 0, 0],
      [400, 0, 0],
      [600, 0, 0],
    ] as [number, number, number][],
  };
  const beside = (role: 'sump' | 'block' | 'oil filter'): PlacedSolid => {
    const shape: Shape = { kind: 'box', centreMm: [300, 0, 75], sizeMm: [50, 50, 30] };
    return {
      owner: 'engine',
      solid: { id: role, name: role, role, shape, plusMinusMm: 0 },
      convex: convexOf(shape),
    };
  };
  const still = movementOf(typicalMovement({ mountSchool: 'solid' }));
  const needed = (routes: readonly Route[], solids: readonly PlacedSolid[]) =>
    routeClearances({ routes: [...routes] }, still, solids, []).map((p) => [p.other.id, p.why]);
  test('a sump or an oil filter beside it needs room for heat, the block only not to be touched', () => {
    expect(needed([exhaust], [beside('sump')])).toEqual([['sump', 'hot exhaust to sump']]);
    expect(needed([exhaust], [beside('oil filter')])).toEqual([['oil filter', 'hot exhaust to oil filter']]);
    expect(needed([exhaust], [beside('block')])).toEqual([['block', 'moves with the engine']]);
  });
  test('a charge pipe and a fuel line beside it too', () => {
    const other = (kind: 'charge pipe' | 'fuel line') => ({
      ...exhaust,
      id: kind,
      name: kind,
      kind,
      diameterMm: 10,
      pointsMm: exhaust.pointsMm.map(([x, y, z]): [number, number, number] => [x, y, z + 80]),
    });
    expect(needed([exhaust, other('charge pipe')], [])).toEqual([['charge pipe', 'hot exhaust to charge pipe']]);
    expect(needed([exhaust, other('fuel line')], [])).toEqual([['fuel line', 'hot exhaust to fuel line']]);
  });
});
