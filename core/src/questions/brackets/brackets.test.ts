import fc from 'fast-check';
import { add, cross, dot, length, sub, times, unit, type V3 } from '../../geometry/index.ts';
import { attempt } from '../../units/index.ts';
import {
  bendMm,
  foldedBracket,
  METALS,
  plateBent,
  plateNeedsMm,
  proposedBracket,
  SAFETY,
  tubeBent,
  tubedBracket,
  type BracketEnd,
  type Flat2,
  type FoldedBracket,
} from './index.ts';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const direction = fc
  .tuple(mm(-1, 1), mm(-1, 1), mm(-1, 1))
  .filter((v) => Math.hypot(...v) > 0.2)
  .map((v) => unit(v as V3));
const end = (at: V3, normal: V3, more: Partial<BracketEnd> = {}): BracketEnd => ({
  atMm: at,
  normal,
  holesMm: [at],
  holeMm: 11,
  slotMm: 0,
  ...more,
});

/** Folds a flat point up again, straight by straight and bend by bend on the middle of the metal: the other way round than it was laid flat. */
function folded(
  bracket: FoldedBracket,
  start: V3,
  n1: V3,
  t: number,
  [x, y]: Flat2,
): { readonly at: V3; readonly up: V3 } {
  const d = bracket.across;
  let at = add(start, times(n1, t / 2));
  let u = cross(d, n1);
  let left = x;
  const r = bracket.insideRadiusMm;
  // Where the bends are is read from the drawing alone.
  const bends = bracket.pieces[0]!.folds.map((f) => {
    const turn = (-f.degrees * Math.PI) / 180;
    return { from: f.xMm - bendMm(turn, r, t) / 2, turn };
  });
  let here = 0;
  for (const { from, turn } of bends) {
    const straight = from - here;
    if (left <= straight) break;
    at = add(at, times(u, straight));
    left -= straight;
    const long = bendMm(turn, r, t);
    const rho = r + t / 2;
    const middle = add(at, times(cross(d, u), Math.sign(turn) * rho));
    const arm = sub(at, middle);
    const rotated = add(times(arm, Math.cos(turn)), times(cross(d, arm), Math.sin(turn)));
    at = add(middle, rotated);
    u = add(times(u, Math.cos(turn)), times(cross(d, u), Math.sin(turn)));
    left -= long;
    here = from + long;
  }
  return { at: add(add(at, times(u, left)), times(d, y)), up: cross(u, d) };
}

test('folded up again, the hole of the mount lies at the mount and its flange in the mount’s face', () => {
  let drawn = 0;
  fc.assert(
    fc.property(
      direction,
      direction,
      fc.tuple(mm(-200, 200), mm(-200, 200), mm(-200, 200)).filter((v) => Math.hypot(...v) > 60),
      mm(2, 6),
      mm(-30, 30),
      (n1, n2, to, t, second) => {
        const boss: V3 = [10, -20, 30];
        // What lies behind the face of the boss is the engine.
        fc.pre(dot(to, n1) > 20);
        const d0 = cross(n1, [0, 0, 1]);
        const along = unit(length(d0) > 0.1 ? d0 : cross(n1, [1, 0, 0]));
        const other = add(boss, times(along, second));
        const at = add(boss, to);
        const tried = attempt(() =>
          foldedBracket(end(boss, n1, { holesMm: [boss, other] }), end(at, n2, { slotMm: 8 }), 50, t, false),
        );
        if (!tried.ok) return;
        drawn++;
        const bracket = tried.value;
        const [piece] = bracket.pieces;
        const holes = piece!.holes.map((h) => folded(bracket, boss, n1, t, h.at));
        const offFace = (p: V3, n: V3) => sub(p, times(n, t / 2));
        for (const [i, want] of [boss, other].entries())
          expect(length(sub(offFace(holes[i]!.at, n1), want))).toBeLessThan(1e-6);
        const last = holes[2]!;
        expect(length(sub(offFace(last.at, n2), at))).toBeLessThan(1e-6);
        // Its flange lies in the face, whichever side of the strip that is.
        expect(Math.abs(dot(last.up, n2))).toBeCloseTo(1, 6);
        // Every hole keeps its distance to every edge.
        for (const h of piece!.holes)
          piece!.outlineMm.forEach((p, i) => {
            const q = piece!.outlineMm[(i + 1) % piece!.outlineMm.length]!;
            const long = Math.hypot(q[0] - p[0], q[1] - p[1]);
            const s = Math.max(
              0,
              Math.min(1, ((h.at[0] - p[0]) * (q[0] - p[0]) + (h.at[1] - p[1]) * (q[1] - p[1])) / long ** 2),
            );
            const away = Math.hypot(h.at[0] - p[0] - s * (q[0] - p[0]), h.at[1] - p[1] - s * (q[1] - p[1]));
            expect(away).toBeGreaterThan(1.49 * h.diameterMm);
          });
      },
    ),
    { numRuns: 400 },
  );
  // Some ends can't be joined by bends of up to 120°; most can.
  expect(drawn).toBeGreaterThan(200);
});

test('an upright face and a level one beside it: one fold of 90 degrees where they meet', () => {
  // The boss looks left; the mount stands 30 mm out and 30 mm lower: too near for a strip that leads straight across.
  const bracket = foldedBracket(end([0, 100, 300], [0, 1, 0]), end([0, 130, 270], [0, 0, 1]), 60, 5, false);
  const [piece] = bracket.pieces;
  expect(piece!.folds).toHaveLength(1);
  expect(Math.abs(piece!.folds[0]!.degrees)).toBeCloseTo(90, 9);
  // By hand: 30 − 2.5 both ways on the middle of the metal, less twice 7.5, and the bend by DIN 6935: k = 0.65.
  const bend = (Math.PI / 2) * (5 + (0.65 * 5) / 2);
  const apart = piece!.holes[1]!.at[0] - piece!.holes[0]!.at[0];
  expect(apart).toBeCloseTo(27.5 + 27.5 - 15 + bend, 6);
  // Seen from outside, metal that comes towards the reader is folded up.
  expect(piece!.folds[0]!.degrees).toBeGreaterThan(0);
});

test('welded, each straight is a piece of its own, and nothing is lost to a bend', () => {
  const bracket = foldedBracket(end([0, 100, 300], [0, 1, 0]), end([0, 130, 270], [0, 0, 1]), 60, 10, true);
  expect(bracket.pieces.map((p) => p.name)).toEqual(['boss flange', 'mount flange']);
  const x = bracket.pieces.flatMap((p) => p.outlineMm.map((c) => c[0]));
  expect(Math.max(...x) - Math.min(...x)).toBeCloseTo(25 + 25 + 2 * 16.5, 6);
});

test('turned so that nothing joins them, it says what to do', () => {
  const tried = attempt(() => foldedBracket(end([0, 0, 0], [0, 0, 1]), end([3, 0, 2], [0, 1, 0]), 60, 6, false));
  expect(tried.ok).toBe(false);
  expect(!tried.ok && tried.fault.message).toContain('turn the mount');
});

describe('strength', () => {
  test('by hand: 3 kN at 150 mm on 60 mm of steel wants 16.9 mm', () => {
    expect(plateNeedsMm(3000, 150, 60, 'steel', undefined)).toBeCloseTo(
      Math.sqrt((6 * 3000 * 150 * 1.5) / (60 * 235)),
      9,
    );
    expect(plateNeedsMm(3000, 150, 60, 'steel', undefined)).toBeCloseTo(16.95, 1);
  });
  test('a plate of the thickness that it needs bears its load just so', () => {
    fc.assert(
      fc.property(
        mm(200, 12000),
        mm(30, 250),
        mm(30, 120),
        fc.constantFrom('steel' as const, 'aluminium' as const),
        (f, l, b, metal) => {
          const t = plateNeedsMm(f, l, b, metal, undefined);
          expect(plateBent(f, l, b, t, metal).stressMpa * SAFETY).toBeCloseTo(METALS[metal].yieldMpa, 6);
          const soft = plateNeedsMm(f, l, b, metal, 0.2);
          expect(plateBent(f, l, b, soft, metal).givesMm).toBeLessThan(0.2 + 1e-9);
        },
      ),
    );
  });
  test('a tube on its axis: bending and shear as in the book', () => {
    // 48 × 4: I = π(48⁴ − 40⁴)/64 = 134,917 mm⁴, A = 552.9 mm².
    const bent = tubeBent(3000, 150, 0, { outerDiameterMm: 48, wallMm: 4 }, 'steel');
    const sigma = (3000 * 150 * 24) / 134_917;
    const tau = (2 * 3000) / 552.92;
    expect(bent.stressMpa).toBeCloseTo(Math.sqrt(sigma ** 2 + 3 * tau ** 2), 1);
    expect(bent.givesMm).toBeCloseTo((3000 * 150 ** 3) / (3 * 210_000 * 134_917), 4);
  });
  test('what is proposed bears its load, and no stiffer than it must be', () => {
    fc.assert(
      fc.property(
        mm(200, 9000),
        mm(30, 250),
        fc.option(mm(0.5, 8), { nil: undefined }),
        (loadN, leverMm, mountGivesMm) => {
          const b = proposedBracket({ loadN, leverMm, mountGivesMm }, 'steel');
          if (!b) return;
          const bent = b.tube
            ? tubeBent(loadN, leverMm, 0, b.tube, 'steel')
            : plateBent(loadN, leverMm, b.widthMm, b.thicknessMm, 'steel');
          expect(bent.stressMpa * SAFETY).toBeLessThanOrEqual(235 + 1e-6);
          if (mountGivesMm !== undefined) expect(bent.givesMm).toBeLessThanOrEqual(mountGivesMm / 10 + 1e-9);
        },
      ),
    );
  });
});

test('a tube runs from plate to plate, clear of both bolts, each end cut to its plate', () => {
  const boss = end([0, 100, 300], [0, 1, 0]);
  const mount = end([0, 300, 200], [0, 0, 1], { holeMm: 13 });
  const tube = tubedBracket(boss, mount, { outerDiameterMm: 42, wallMm: 3 }, 60, 8);
  expect(tube.besideMm).toBeCloseTo(21 + 1.5 * 13, 9);
  expect(tube.lengthMm).toBeCloseTo(length(sub(tube.toMm, tube.fromMm)), 9);
  // Square to the boss plate within its lean; along the mount plate, for it lies flatter than 30 degrees.
  const axis = unit(sub(tube.toMm, tube.fromMm));
  expect(tube.cutDeg[0]).toBeCloseTo((Math.acos(axis[1]) * 180) / Math.PI, 9);
  expect(tube.cutDeg[1]).toBeUndefined();
  for (const p of tube.plates)
    for (const h of p.holes)
      expect(Math.hypot(h.at[0] - p.foot.at[0], h.at[1] - p.foot.at[1])).toBeGreaterThanOrEqual(
        21 + 1.4 * h.diameterMm,
      );
});
