import { convexOf, signedDistance, moved, poseOf } from '../../geometry/index.ts';
import { InputError } from '../../units/index.ts';
import { AXES, placementAt, type Body, type PlacementProblem, type Point } from './problem.ts';
import { Evaluator } from './evaluate.ts';
import { foundPlacement, searchPlacement } from './search.ts';
import { foundRecipes, type RecipeStep } from '../recipe/index.ts';

const box = (
  id: string,
  centreMm: [number, number, number],
  sizeMm: [number, number, number],
  turnDeg?: [number, number, number],
): Body => ({
  id,
  name: id,
  convex: convexOf({ kind: 'box', centreMm, sizeMm, ...(turnDeg ? { turnDeg } : {}) }),
});

function problem(
  parts: Body[],
  obstacles: Body[],
  needMm: number,
  range: Partial<PlacementProblem['range']> = {},
): PlacementProblem {
  return {
    parts,
    obstacles,
    requiredMm: new Float64Array(parts.length * obstacles.length).fill(needMm),
    range: { xMm: [-20, 20], yMm: [-10, 10], zMm: [-20, 20], pitchDeg: [-1.5, 1.5], cantDeg: [0, 0], ...range },
    yawDeg: 0,
    limits: [],
  };
}

/** Every point of a grid of 5 mm and 0.5°, each pair measured: slow and simple. */
function exhaustive(p: PlacementProblem): number {
  const steps = AXES.map((axis, k) => {
    const [low, high] = p.range[axis];
    const step = k < 3 ? 5 : 0.5;
    return Array.from({ length: Math.floor((high - low) / step + 1e-9) + 1 }, (_, i) => low + i * step);
  });
  let best = -Infinity;
  for (const x of steps[0]!)
    for (const y of steps[1]!)
      for (const z of steps[2]!)
        for (const pitch of steps[3]!)
          for (const cant of steps[4]!) {
            const pose = poseOf(placementAt(p, [x, y, z, pitch, cant]));
            let least = Infinity;
            p.parts.forEach((part, i) => {
              const at = moved(part.convex, pose);
              p.obstacles.forEach((o, j) => {
                const need = p.requiredMm[i * p.obstacles.length + j]!;
                least = Math.min(least, signedDistance(at, o.convex).signedDistanceMm - need);
              });
            });
            best = Math.max(best, least);
          }
  return best;
}

const TINY: readonly (readonly [string, PlacementProblem])[] = [
  [
    'a block in a slot that leans',
    problem(
      [box('block', [0, 0, 0], [200, 100, 100])],
      [box('roof', [0, 0, 100], [400, 300, 20], [0, 6, 0]), box('floor', [0, 0, -95], [400, 300, 20])],
      12,
    ),
  ],
  [
    'a block and its sump between a wall, a beam and a slanted bonnet',
    problem(
      [box('block', [40, 0, 40], [220, 90, 120]), box('sump', [90, 0, -40], [100, 80, 60])],
      [
        box('wall', [-110, 0, 40], [30, 200, 200]),
        box('beam', [20, 0, -70], [60, 300, 40]),
        box('bonnet', [60, 0, 128], [400, 300, 12], [0, -5, 0]),
        box('fan', [190, 10, 20], [20, 160, 160], [0, 0, 4]),
      ],
      8,
    ),
  ],
  [
    'nothing fits, and the least bad place is wanted',
    problem(
      [box('block', [0, 0, 0], [100, 100, 100])],
      [box('left', [-55, 20, 0], [40, 100, 100], [0, 0, 8]), box('right', [52, -15, 5], [40, 100, 100], [0, 10, 0])],
      15,
    ),
  ],
];

describe.each(TINY)('search in a tiny bay: %s', (_name, p) => {
  const found = foundPlacement(p);
  test('is never worse than the whole grid by more than half a millimetre', () => {
    expect(found.minMarginMm).toBeGreaterThanOrEqual(exhaustive(p) - 0.5);
  });
  test('says the margin that its place really has', () => {
    const again = new Evaluator(p).at([
      found.placement.xMm,
      found.placement.yMm,
      found.placement.zMm,
      found.placement.pitchDeg,
      found.placement.cantDeg,
    ]);
    expect(again.leastMm).toBeCloseTo(found.minMarginMm, 9);
  });
  test('stays in its range, and nothing in the range beats what it says nothing can', () => {
    for (const axis of AXES) {
      const [low, high] = p.range[axis];
      expect(found.placement[axis]).toBeGreaterThanOrEqual(low - 1e-9);
      expect(found.placement[axis]).toBeLessThanOrEqual(high + 1e-9);
    }
    expect(found.nothingAboveMm).toBeGreaterThanOrEqual(exhaustive(p) - 1e-9);
  });
  test('answers the same when asked twice', () => {
    expect(foundPlacement(p)).toEqual(found);
  });
});

test('the gaps that hold it push opposite ways', () => {
  const [, p] = TINY[0]!;
  const found = foundPlacement(p);
  expect(found.heldBy.map((h) => h.obstacle).sort()).toEqual(['floor', 'roof']);
  for (const h of found.heldBy) expect(h.marginMm).toBeCloseTo(found.minMarginMm, 1);
});

test('what holds it only from above and below is not moved aside for nothing', () => {
  const [, p] = TINY[0]!;
  const start = { xMm: 0, yMm: 3, zMm: 0, yawDeg: 0 as const, pitchDeg: 0, cantDeg: 0 };
  expect(foundPlacement(p, { starts: [start] }).placement.yMm).toBeCloseTo(3, 6);
});

test('a limit is kept, though there would be more margin without', () => {
  const [, p] = TINY[0]!;
  const free = foundPlacement(p);
  const limited: PlacementProblem = {
    ...p,
    limits: [
      {
        id: 'high',
        name: 'stay high',
        unit: 'mm',
        mmPerUnit: 1,
        slack: (place) => place.zMm - (free.placement.zMm + 4),
        change: (mm) => mm,
      },
    ],
  };
  const found = foundPlacement(limited);
  expect(found.limitsMet).toBe(true);
  expect(found.placement.zMm).toBeGreaterThanOrEqual(free.placement.zMm + 4 - 1e-3);
  expect(found.minMarginMm).toBeLessThan(free.minMarginMm);
});

test('it tells how far it is and can be left at any moment', () => {
  const run = searchPlacement(TINY[1]![1], { evaluations: 400 });
  let last = 0;
  for (let i = 0; i < 5; i++) {
    const next = run.next();
    if (next.done) break;
    expect(next.value.share).toBeGreaterThanOrEqual(last);
    last = next.value.share;
  }
  run.return(undefined as never);
});

test.each([
  ['/parts', { parts: [] }],
  ['/obstacles', { obstacles: [] }],
  ['/search/xMm', { range: { ...TINY[0]![1].range, xMm: [5, -5] as const } }],
])('bad input is named: %s', (pointer, change) => {
  expect(() => foundPlacement({ ...TINY[0]![1], ...change })).toThrow(InputError);
  try {
    foundPlacement({ ...TINY[0]![1], ...change });
  } catch (e) {
    expect((e as InputError).pointer).toBe(pointer);
  }
});

describe('recipes', () => {
  interface Step extends RecipeStep {
    readonly body?: Body;
    readonly sink?: number;
  }
  // A block too tall for its slot by 30 mm: the roof may rise, the floor may sink, or a flatter block be had.
  const block = box('block', [0, 0, 0], [100, 80, 100]);
  const roof = (up: number) => box('roof', [0, 0, 65 + up], [300, 200, 20]);
  const floor = (down: number) => box('floor', [0, 0, -65 - down], [300, 200, 20]);
  const steps: Step[] = [
    {
      id: 'roof',
      target: 'roof',
      bodies: ['roof'],
      cost: 100,
      amount: { leastMm: 1, mostMm: 60, stepMm: 1, costPerMm: 3 },
    },
    {
      id: 'floor',
      target: 'floor',
      bodies: ['floor'],
      cost: 40,
      amount: { leastMm: 1, mostMm: 12, stepMm: 1, costPerMm: 1 },
    },
    { id: 'flat', target: 'block', bodies: ['block', 'flat'], cost: 150 },
    { id: 'useless', target: 'shelf', bodies: ['shelf'], cost: 5 },
  ];
  const shelf = box('shelf', [0, 400, 0], [50, 50, 50]);
  const make = (chosen: readonly { step: Step; amountMm: number }[]): PlacementProblem => {
    const of = (id: string) => chosen.find((c) => c.step.id === id)?.amountMm ?? 0;
    const part = chosen.some((c) => c.step.id === 'flat') ? box('flat', [0, 0, 0], [100, 80, 60]) : block;
    return problem([part], [roof(of('roof')), floor(of('floor')), shelf], 15, { pitchDeg: [0, 0] });
  };
  const answer = foundRecipes(steps, make);

  test('the cheapest comes first, and amounts are no more than it takes', () => {
    // 10 mm short: both faces leave 5 mm and 15 are needed on each side, so 20 mm in all.
    const first = answer.recipes[0]!;
    expect(first.steps.map((s) => [s.step.id, s.amountMm])).toEqual([['flat', 0]]);
    expect(first.cost).toBe(150);
    const roofOnly = answer.recipes.find((r) => r.steps.length === 1 && r.steps[0]!.step.id === 'roof')!;
    expect(roofOnly.steps[0]!.amountMm).toBe(20);
    expect(roofOnly.cost).toBe(100 + 19 * 3);
  });
  test('none costs less than the one before it, and none is another with more added', () => {
    answer.recipes.forEach((r, i) => {
      if (i > 0) expect(r.cost).toBeGreaterThanOrEqual(answer.recipes[i - 1]!.cost);
      for (const other of answer.recipes) {
        if (other === r) continue;
        const ids = r.steps.map((s) => s.step.id);
        expect(other.steps.every((s) => ids.includes(s.step.id))).toBe(false);
      }
    });
  });
  test('each of them works, and what is useless is in none', () => {
    for (const r of answer.recipes) {
      expect(foundPlacement(make(r.steps)).minMarginMm).toBeGreaterThanOrEqual(-1e-6);
      expect(r.steps.some((s) => s.step.id === 'useless')).toBe(false);
    }
  });
  test('by trying every set with every amount: nothing costs less and works', () => {
    // The slot is 110 high; the block takes 100 of it, the flat one 60, and 15 are needed above and below.
    const fits = (up: number, down: number, flat: boolean) => 110 + up + down >= (flat ? 60 : 100) + 30;
    const cost = (up: number, down: number, flat: boolean) =>
      (up > 0 ? 100 + 3 * (up - 1) : 0) + (down > 0 ? 40 + (down - 1) : 0) + (flat ? 150 : 0);
    let least = Infinity;
    for (const flat of [false, true])
      for (let up = 0; up <= 60; up++)
        for (let down = 0; down <= 12; down++) if (fits(up, down, flat)) least = Math.min(least, cost(up, down, flat));
    expect(answer.recipes[0]!.cost).toBeCloseTo(least, 9);
    expect(answer.tried).toBeGreaterThan(2);
  });
  test('what already fits wants nothing', () => {
    const easy = foundRecipes(steps, () => problem([block], [shelf], 5));
    expect(easy.recipes.map((r) => r.steps)).toEqual([[]]);
    expect(easy.recipes[0]!.cost).toBe(0);
  });
  test('what nothing can mend has no recipe', () => {
    const never = foundRecipes([steps[3]!], make);
    expect(never.recipes).toEqual([]);
    expect(never.asItIs.minMarginMm).toBeCloseTo(-10, 3);
  });
});

test('a proof against a place names what it rests on', () => {
  const [, p] = TINY[2]!;
  const found = foundPlacement(p, { enoughMm: 0, changeable: new Set(['left']) });
  expect(found.against?.proven).toBe(true);
  expect(found.against?.bodies).toEqual(expect.arrayContaining(['block']));
});

test('the least margin counts a pair that is sunk deep, though its needs are smaller than another’s', () => {
  // The first pair is short by 30 of its need; the second is sunk by 40 and needs nothing.
  const p: PlacementProblem = {
    ...problem(
      [box('block', [0, 0, 0], [100, 100, 100])],
      [box('near', [100, 0, 0], [100, 50, 50]), box('in', [0, 90, 0], [100, 160, 100])],
      0,
    ),
    requiredMm: Float64Array.from([30, 0]),
  };
  const e = new Evaluator(p).at([0, 0, 0, 0, 0]);
  expect(e.leastMm).toBeCloseTo(-40, 9);
});

test('margins left unmeasured are bounds, never more than the truth', () => {
  const [, p] = TINY[1]!;
  const evaluator = new Evaluator(p);
  const point: Point = [3, -2, 4, 0.6, 0];
  evaluator.at(point, evaluator.allPairs, 0);
  const quick = evaluator.keptMargins();
  evaluator.at(point, evaluator.allPairs, Infinity);
  const full = evaluator.keptMargins();
  for (let i = 0; i < quick.count; i++) {
    expect(full.exact[i]).toBe(1);
    expect(quick.marginMm[i]!).toBeLessThanOrEqual(full.marginMm[i]! + 1e-9);
  }
});
