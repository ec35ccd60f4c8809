import fc from 'fast-check';
import { convexOf, moved, poseOf } from '../../geometry/index.ts';
import { FRONT, outline, PLAN, section, SIDE, VIEWS, type Flat } from './views.ts';

const extent = (points: readonly Flat[]) => ({
  left: Math.min(...points.map((p) => p[0])),
  right: Math.max(...points.map((p) => p[0])),
  top: Math.min(...points.map((p) => p[1])),
  bottom: Math.max(...points.map((p) => p[1])),
});

describe('one solid in all three views', () => {
  // Front left and high: x from 100 to 400, y from 50 to 250, z from 600 to 700.
  const solid = convexOf({ kind: 'box', centreMm: [250, 150, 650], sizeMm: [300, 200, 100] });
  const [side, front, plan] = [SIDE, FRONT, PLAN].map((v) => extent(outline(solid, v.flat)));
  test('side, from the left: front to the left, up is up', () => {
    expect(side).toEqual({ left: -400, right: -100, top: -700, bottom: -600 });
  });
  test('from the front: the left side of the car is on the right', () => {
    expect(front).toEqual({ left: 50, right: 250, top: -700, bottom: -600 });
  });
  test('plan: front to the left, right side of the car up', () => {
    expect(plan).toEqual({ left: -400, right: -100, top: 50, bottom: 250 });
  });
  test('they agree: length, width and height are the same wherever they are seen', () => {
    expect(side!.right - side!.left).toBe(plan!.right - plan!.left);
    expect(side!.bottom - side!.top).toBe(front!.bottom - front!.top);
    expect(front!.right - front!.left).toBe(plan!.bottom - plan!.top);
  });
});

const mm = fc.double({ min: -500, max: 500, noNaN: true });
test('a move drawn in a view is the move that the view shows', () => {
  fc.assert(
    fc.property(fc.constantFrom(...VIEWS), mm, mm, mm, mm, mm, (view, x, y, z, right, down) => {
      const [dx, dy, dz] = view.move(right, down);
      const before = view.flat(x, y, z);
      const after = view.flat(x + dx, y + dy, z + dz);
      expect(after[0] - before[0]).toBeCloseTo(right, 9);
      expect(after[1] - before[1]).toBeCloseTo(down, 9);
      // Nothing moves along the line of sight.
      expect([dx, dy, dz][view.depth]).toBeCloseTo(0, 12);
    }),
  );
});

test('drawing a turned solid and shifting the drawing is drawing the shifted solid', () => {
  const solid = convexOf({ kind: 'box', centreMm: [100, 20, 60], sizeMm: [300, 200, 100], turnDeg: [4, 8, 3] });
  fc.assert(
    fc.property(fc.constantFrom(...VIEWS), mm, mm, mm, (view, x, y, z) => {
      const place = { xMm: x, yMm: y, zMm: z, yawDeg: 90, pitchDeg: 3, cantDeg: 5 } as const;
      const whole = extent(outline(moved(solid, poseOf(place)), view.flat));
      const turned = extent(outline(moved(solid, poseOf({ ...place, xMm: 0, yMm: 0, zMm: 0 })), view.flat));
      const [u, v] = view.flat(x, y, z);
      expect(whole.left).toBeCloseTo(turned.left + u, 6);
      expect(whole.bottom).toBeCloseTo(turned.bottom + v, 6);
    }),
  );
});

describe('sections', () => {
  const bar = convexOf({ kind: 'cylinder', fromMm: [-200, 0, 300], toMm: [200, 0, 300], radiusMm: 50 });
  test('across a bar it is the circle that circumscribes it', () => {
    const cut = extent(section(bar, FRONT, 10));
    expect(cut.right - cut.left).toBeGreaterThanOrEqual(100 - 1e-6);
    expect(cut.right - cut.left).toBeLessThan(101);
  });
  test('beside it there is nothing', () => {
    expect(section(bar, FRONT, 201)).toEqual([]);
    expect(section(bar, SIDE, 60)).toEqual([]);
  });
  test('is never larger than what is seen from outside', () => {
    fc.assert(
      fc.property(fc.constantFrom(...VIEWS), fc.double({ min: -49, max: 49, noNaN: true }), (view, off) => {
        const at = view.depth === 2 ? 300 + off : off;
        const [cut, seen] = [extent(section(bar, view, at)), extent(outline(bar, view.flat))];
        expect(cut.left).toBeGreaterThanOrEqual(seen.left - 1e-6);
        expect(cut.right).toBeLessThanOrEqual(seen.right + 1e-6);
        expect(cut.top).toBeGreaterThanOrEqual(seen.top - 1e-6);
      }),
    );
  });
});
