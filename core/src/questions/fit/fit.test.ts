import { movementOf, typicalMovement } from '../mounts/index.ts';
import fc from 'fast-check';
import type { Solid } from '../../model/index.ts';
import {
  aboutX,
  aboutY,
  aboutZ,
  add,
  applyPose,
  boundsGapSquared,
  type Convex,
  convexOf,
  dot,
  hullOf,
  length,
  moved,
  multiply,
  poseOf,
  signedDistance,
  sub,
  times,
  unit,
  type V3,
} from '../../geometry/index.ts';
import { baseClearance, requiredClearance } from './requiredClearance.ts';

const coordinate = fc.double({ min: -300, max: 300, noNaN: true });
const angle = fc.double({ min: -180, max: 180, noNaN: true });
const box = fc
  .tuple(
    fc.tuple(coordinate, coordinate, coordinate),
    fc.tuple(
      fc.double({ min: 5, max: 200, noNaN: true }),
      fc.double({ min: 5, max: 200, noNaN: true }),
      fc.double({ min: 5, max: 200, noNaN: true }),
    ),
    fc.tuple(angle, angle, angle),
  )
  .map(([centreMm, sizeMm, turnDeg]) => convexOf({ kind: 'box', centreMm, sizeMm, turnDeg }));
const bar = fc
  .tuple(
    fc.tuple(coordinate, coordinate, coordinate),
    fc.tuple(coordinate, coordinate, coordinate),
    fc.double({ min: 3, max: 80, noNaN: true }),
  )
  .filter(([a, b]) => length(sub(a, b)) > 5)
  .map(([fromMm, toMm, radiusMm]) => convexOf({ kind: 'cylinder', fromMm, toMm, radiusMm }));
const blob = fc
  .array(fc.tuple(coordinate, coordinate, coordinate), { minLength: 5, maxLength: 10 })
  .filter((points) => {
    try {
      hullOf(points);
      return true;
    } catch {
      return false;
    }
  })
  .map((points) => hullOf(points));
const solid = fc.oneof(box, bar, blob);
const shifted = (s: Convex, by: V3): Convex =>
  moved(s, {
    at: by,
    turned: [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ],
  });

/** Reach of a solid along a direction. */
const reach = (s: Convex, n: V3) => {
  let most = -Infinity;
  for (let i = 0; i < s.vertices.length; i += 3)
    most = Math.max(most, dot([s.vertices[i]!, s.vertices[i + 1]!, s.vertices[i + 2]!], n));
  return most;
};

describe('signed distance', () => {
  test('the same from either side', () => {
    fc.assert(
      fc.property(solid, solid, (a, b) => {
        expect(signedDistance(a, b).signedDistanceMm).toBeCloseTo(signedDistance(b, a).signedDistanceMm, 5);
      }),
    );
  });

  test('unchanged when both move together, turned or not', () => {
    fc.assert(
      fc.property(solid, solid, fc.tuple(coordinate, coordinate, coordinate), angle, angle, (a, b, at, yaw, pitch) => {
        const pose = { at, turned: multiply(aboutZ(yaw), aboutY(pitch)) };
        expect(signedDistance(moved(a, pose), moved(b, pose)).signedDistanceMm).toBeCloseTo(
          signedDistance(a, b).signedDistanceMm,
          4,
        );
      }),
    );
  });

  test('changes by no more than the step that one of them takes', () => {
    fc.assert(
      fc.property(solid, solid, fc.tuple(coordinate, coordinate, coordinate), (a, b, step) => {
        const before = signedDistance(a, b).signedDistanceMm;
        const after = signedDistance(a, shifted(b, step)).signedDistanceMm;
        expect(Math.abs(after - before)).toBeLessThanOrEqual(length(step) + 1.1e-5);
      }),
    );
  });

  test('apart: the witnesses are as far apart as it says, and the plane between them parts the two', () => {
    fc.assert(
      fc.property(solid, solid, (a, b) => {
        const found = signedDistance(a, b);
        fc.pre(found.signedDistanceMm > 0.01);
        const gap = sub(found.witnessB, found.witnessA);
        expect(length(gap)).toBeCloseTo(found.signedDistanceMm, 6);
        const n = unit(gap);
        expect(reach(a, n)).toBeLessThanOrEqual(dot(found.witnessA, n) + 1e-4);
        expect(-reach(b, times(n, -1))).toBeGreaterThanOrEqual(dot(found.witnessB, n) - 1e-4);
      }),
    );
  });

  test('sunk: the separating move frees B, and a tenth less does not', () => {
    fc.assert(
      fc.property(solid, solid, (a, b) => {
        const found = signedDistance(a, b);
        fc.pre(found.signedDistanceMm < -0.01);
        const move = found.separatingMoveOfB!;
        expect(length(move)).toBeCloseTo(-found.signedDistanceMm, 6);
        // What edges a millionth from parallel span is rounded: on bodies of some hundred mm by less than a thousandth.
        expect(Math.abs(signedDistance(a, shifted(b, move)).signedDistanceMm)).toBeLessThan(1e-3);
        expect(signedDistance(a, shifted(b, times(move, 0.9))).signedDistanceMm).toBeLessThan(0);
      }),
    );
  });

  test('bounding boxes that collide where the true gap is clear', () => {
    // Two bars turned by 45°, side by side: their boxes overlap by far, they are 30 mm apart.
    const one = convexOf({ kind: 'box', centreMm: [0, 0, 0], sizeMm: [400, 40, 40], turnDeg: [0, 0, 45] });
    const other = convexOf({
      kind: 'box',
      centreMm: add([0, 0, 0], times([-Math.SQRT1_2, Math.SQRT1_2, 0], 70)) as [number, number, number],
      sizeMm: [400, 40, 40],
      turnDeg: [0, 0, 45],
    });
    expect(boundsGapSquared(one, other)).toBe(0);
    expect(signedDistance(one, other).signedDistanceMm).toBeCloseTo(30, 6);
  });

  test('a round bar is never thinner than its circle, and its excess is what the polygon adds', () => {
    const round = convexOf({ kind: 'cylinder', fromMm: [0, 0, -50], toMm: [0, 0, 50], radiusMm: 40 });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 360, noNaN: true }), (deg) => {
        const n: V3 = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180), 0];
        const wall = convexOf({
          kind: 'box',
          centreMm: times(n, 160) as [number, number, number],
          sizeMm: [100, 400, 400],
          turnDeg: [0, 0, deg],
        });
        const d = signedDistance(round, wall).signedDistanceMm;
        expect(d).toBeLessThanOrEqual(70 + 1e-6);
        expect(d).toBeGreaterThanOrEqual(70 - round.excessMm - 1e-6);
      }),
    );
    expect(round.excessMm).toBeLessThan(0.4);
  });
});

describe('hulls', () => {
  test('points inside do not count, and a box is found again in its corners', () => {
    const corners: V3[] = [0, 100].flatMap((x) => [0, 60].flatMap((y) => [0, 30].map((z): V3 => [x, y, z])));
    const hull = hullOf([...corners, [50, 30, 15], [10, 10, 10]]);
    expect(hull.vertices.length / 3).toBe(8);
    expect(hull.normals.length / 3).toBe(3);
    expect(hull.edges.length / 3).toBe(3);
  });
  test.each([
    [
      'three points',
      [
        [0, 0, 0],
        [1, 0, 0],
        [0, 1, 0],
      ],
    ],
    [
      'a flat sheet',
      [
        [0, 0, 0],
        [10, 0, 0],
        [0, 10, 0],
        [10, 10, 0],
        [5, 5, 0],
      ],
    ],
    [
      'a line',
      [
        [0, 0, 0],
        [1, 1, 1],
        [2, 2, 2],
        [3, 3, 3],
      ],
    ],
    [
      'something not a number',
      [
        [0, 0, 0],
        [10, 0, 0],
        [0, 10, 0],
        [0, 0, NaN],
      ],
    ],
  ])('%s encloses no volume', (_, points) => {
    expect(() => hullOf(points as unknown as V3[])).toThrow(/verticesMm|Point/);
  });
});

describe('where it sits', () => {
  const place = { xMm: 100, yMm: 20, zMm: 300, yawDeg: 0, pitchDeg: 0, cantDeg: 0 } as const;
  const at = (p: Partial<typeof place> & object, point: V3) => applyPose(poseOf({ ...place, ...p }), point);
  test('nose up lifts the accessory end', () => {
    const [x, , z] = at({ pitchDeg: 10 } as never, [100, 0, 0]);
    expect(x).toBeCloseTo(100 + 100 * Math.cos(Math.PI / 18), 9);
    expect(z).toBeCloseTo(300 + 100 * Math.sin(Math.PI / 18), 9);
  });
  test('positive cant leans the top to the right', () => {
    const [, y] = at({ cantDeg: 20 } as never, [0, 0, 100]);
    expect(y).toBeLessThan(20);
  });
  test('a quarter turn points the accessory end to the left', () => {
    const [x, y] = at({ yawDeg: 90 } as never, [100, 0, 0]);
    expect(x).toBeCloseTo(100, 9);
    expect(y).toBeCloseTo(120, 9);
  });
  test('cant comes before pitch', () => {
    const m = multiply(aboutY(-30), aboutX(90));
    expect(applyPose({ at: [0, 0, 0], turned: m }, [0, 0, 10])[1]).toBeCloseTo(-10, 9);
  });
});

describe('required gap', () => {
  const part: Solid = {
    id: 'p',
    name: 'p',
    role: 'exhaust manifold',
    temperature: 'hot',
    plusMinusMm: 2,
    shape: { kind: 'box', centreMm: [0, 0, 0], sizeMm: [1, 1, 1] },
  };
  const obstacle = { id: 'o', name: 'o', may: [], plusMinusMm: 3, shape: part.shape };
  test.each([
    ['brake servo', false, 50],
    ['steering shaft', false, 50],
    ['steering rack', true, 25],
    ['battery tray', false, 50],
    ['heater box', false, 50],
    ['fuel line', false, 50],
    ['radiator pack', false, 40],
    ['radiator pack', true, 40],
    ['brake line', false, 50],
    ['brake line', true, 25],
    ['hose', false, 50],
    ['bonnet', false, 20],
    ['fan', false, 25],
    ['tunnel', false, 15],
    ['chassis rail', false, 15],
    ['ground line', false, 0],
  ] as const)('hot exhaust to %s, shielded %s: %d mm', (role, shielded, mm) => {
    expect(baseClearance(part, { role, shielded }).mm).toBe(mm);
  });
  test('a cold part needs less to a hose, a belt least', () => {
    expect(baseClearance({ role: 'block' }, { role: 'hose' }).mm).toBe(15);
    expect(baseClearance({ role: 'pulley' }, { role: 'crossmember' }).mm).toBe(12);
  });
  test('softer mounts need more room; tolerances add', () => {
    const total = (school: 'solid' | 'polyurethane' | 'rubber') =>
      requiredClearance(
        part,
        { ...obstacle, role: 'bonnet' },
        movementOf(typicalMovement({ mountSchool: school })).at([0, 0, 0], [0, 0, 1]),
        0.5,
      ).totalMm;
    expect(total('solid')).toBe(20 + 1 + 5.5);
    expect(total('polyurethane')).toBe(20 + 5 + 5.5);
    expect(total('rubber')).toBe(20 + 10 + 5.5);
  });
});
