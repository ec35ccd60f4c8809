/** Holes traced over a picture: back where they are, whatever the picture's scale, turn and side. */
import fc from 'fast-check';
import { throughThree, traced, type Pixel, type TracedHole, type Tracing } from '../src/index.ts';

/** How a face lies in a picture: scales across and down, turned against the clock, its axis at a pixel, seen from which side. */
interface View {
  readonly sx: number;
  readonly sy: number;
  readonly turnDeg: number;
  readonly axis: Pixel;
  readonly mirrored: boolean;
}
const view = fc.record({
  sx: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
  sy: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
  turnDeg: fc.double({ min: -170, max: 170, noNaN: true }),
  axis: fc.tuple(fc.integer({ min: 500, max: 3000 }), fc.integer({ min: 500, max: 3000 })),
  mirrored: fc.boolean(),
});
const hole = fc.tuple(fc.double({ min: -250, max: 250, noNaN: true }), fc.double({ min: -250, max: 250, noNaN: true }));

/** Where a point of the face, mm from the axis as it is seen from the gearbox, lies in the picture. */
function seen({ sx, sy, turnDeg, axis, mirrored }: View, [u, v]: readonly [number, number]): Pixel {
  const w = mirrored ? -u : u;
  const [s, c] = [Math.sin((turnDeg * Math.PI) / 180), Math.cos((turnDeg * Math.PI) / 180)];
  return [axis[0] + (w * c - v * s) / sx, axis[1] - (w * s + v * c) / sy];
}
/** In the picture so many pixels from a mark, whatever the scale. */
const rulerOf = ({ sx, sy }: View, [dx, dy]: Pixel): Tracing['rulers'][number] => ({
  from: [100, 100],
  to: [100 + dx, 100 + dy],
  lengthMm: Math.hypot(dx * sx, dy * sy),
});
const ACROSS: Pixel = [900, 40];
const DOWN: Pixel = [-60, 800];

test('every hole comes back to within a hundredth, from two rulers and a level line', () => {
  fc.assert(
    fc.property(view, fc.array(hole, { minLength: 1, maxLength: 8 }), (v, places) => {
      // The level of the car as it lies in this picture, from left to right as the picture shows it.
      const right: readonly [number, number] = [v.mirrored ? -200 : 200, 0];
      const level = [v.axis, seen(v, right)] as const;
      const found = traced({
        rulers: [rulerOf(v, ACROSS), rulerOf(v, DOWN)],
        axis: v.axis,
        level,
        mirrored: v.mirrored,
        holes: places.map((p, i): TracedHole => ({ id: `${i + 1}`, at: seen(v, p), diameterMm: 10.5 })),
      });
      found.holes.forEach((h, i) => {
        expect(Math.abs(h.uMm - places[i]![0])).toBeLessThan(0.011);
        expect(Math.abs(h.vMm - places[i]![1])).toBeLessThan(0.011);
        expect(h.diameterMm).toBe(10.5);
      });
      expect(found.mmPerPx[0]).toBeCloseTo(v.sx, 6);
      expect(found.mmPerPx[1]).toBeCloseTo(v.sy, 6);
      expect(found.lean!).toBeCloseTo(Math.abs(v.sx - v.sy) / Math.max(v.sx, v.sy), 6);
    }),
  );
});

test('one ruler gives one scale, and whether the picture leans is not known', () => {
  const v: View = { sx: 0.2, sy: 0.2, turnDeg: 0, axis: [1000, 900], mirrored: false };
  const at = (mirrored: boolean) =>
    traced({
      rulers: [rulerOf(v, ACROSS)],
      axis: v.axis,
      mirrored,
      holes: [{ id: '1', at: [1500, 700], diameterMm: 12 }],
    });
  // By hand: 500 px to the right and 200 up at 0.2 mm each.
  expect(at(false).holes).toEqual([{ id: '1', uMm: 100, vMm: 40, diameterMm: 12 }]);
  expect(at(true).holes[0]!.uMm).toBe(-100);
  expect(at(false).lean).toBeUndefined();
});

test('the doubt is that of a press: it grows with the distance from the axis and falls with the ruler', () => {
  const v: View = { sx: 0.2, sy: 0.2, turnDeg: 0, axis: [1000, 900], mirrored: false };
  const doubt = (ruler: Pixel, x: number) =>
    traced({
      rulers: [rulerOf(v, ruler)],
      axis: v.axis,
      mirrored: false,
      holes: [{ id: '1', at: [x, 900], diameterMm: 12 }],
    }).plusMinusMm;
  expect(doubt([900, 0], 2000)).toBeGreaterThan(doubt([900, 0], 1200));
  expect(doubt([900, 0], 2000)).toBeLessThan(doubt([300, 0], 2000));
  // By hand: a press at hole and axis, √2 · 0.2 mm; the scale √2 in 900 of 200 mm.
  expect(doubt([900, 0], 2000)).toBeCloseTo(Math.hypot(Math.SQRT2 * 0.2, (200 * Math.SQRT2) / 900), 9);
});

test('a pressed dowel of a measured rim: its circle and its diameter', () => {
  fc.assert(
    fc.property(
      fc.tuple(fc.double({ min: 0, max: 2000, noNaN: true }), fc.double({ min: 0, max: 2000, noNaN: true })),
      fc.double({ min: 8, max: 300, noNaN: true }),
      fc.double({ min: 0, max: 360, noNaN: true }),
      (at, radius, from) => {
        const rim = (deg: number): Pixel => [
          at[0] + radius * Math.cos((deg * Math.PI) / 180),
          at[1] + radius * Math.sin((deg * Math.PI) / 180),
        ];
        const found = throughThree([rim(from), rim(from + 95), rim(from + 230)]);
        expect(found.radiusPx).toBeCloseTo(radius, 6);
        expect(found.at[0]).toBeCloseTo(at[0], 6);
        expect(found.at[1]).toBeCloseTo(at[1], 6);
      },
    ),
  );
  const one = traced({
    rulers: [{ from: [0, 0], to: [500, 0], lengthMm: 100 }],
    axis: [0, 0],
    mirrored: false,
    holes: [{ id: 'd', at: [100, 0], radiusPx: 25, dowel: true }],
  });
  expect(one.holes).toEqual([{ id: 'd', uMm: 20, vMm: 0, diameterMm: 10, dowel: true }]);
});

test.each([
  ['no ruler', { rulers: [] }, '/rulers'],
  ['a ruler of no length', { rulers: [{ from: [0, 0], to: [500, 0], lengthMm: 0 }] }, '/rulers/0/lengthMm'],
  ['marks upon each other', { rulers: [{ from: [0, 0], to: [5, 0], lengthMm: 100 }] }, '/rulers/0/to'],
  [
    'a second ruler along the first',
    {
      rulers: [
        { from: [0, 0], to: [500, 0], lengthMm: 100 },
        { from: [0, 9], to: [500, 60], lengthMm: 100 },
      ],
    },
    '/rulers/1/to',
  ],
  [
    'two rulers that can’t both be so',
    {
      rulers: [
        { from: [0, 0], to: [400, 300], lengthMm: 100 },
        { from: [0, 0], to: [300, -400], lengthMm: 900 },
      ],
    },
    '/rulers/1/lengthMm',
  ],
  [
    'a level line of no length',
    {
      level: [
        [3, 3],
        [4, 3],
      ],
    },
    '/level',
  ],
  ['a hole without a diameter', { holes: [{ id: '1', at: [9, 9] }] }, '/holes/0/diameterMm'],
] as const)('%s is named', (_, change, pointer) => {
  const whole: Tracing = {
    rulers: [{ from: [0, 0], to: [500, 0], lengthMm: 100 }],
    axis: [0, 0],
    mirrored: false,
    holes: [{ id: '1', at: [100, 0], diameterMm: 8 }],
  };
  expect(() => traced({ ...whole, ...(change as Partial<Tracing>) })).toThrow(
    expect.objectContaining({ pointer }) as Error,
  );
  if (pointer === '/holes/0/diameterMm')
    expect(() =>
      throughThree([
        [0, 0],
        [10, 10],
        [20, 20],
      ]),
    ).toThrow(expect.objectContaining({ pointer: '/holes' }) as Error);
});
