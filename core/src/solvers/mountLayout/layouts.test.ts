import * as fc from 'fast-check';
import { finished } from '../../model/index.ts';
import { MOST_TRIED, Scorer, searchLayouts, type LayoutProblem, type Site } from './layouts.ts';

const site = (bossId: string, padId: string, atMm: readonly [number, number, number], price = 30): Site => ({
  bossId,
  padId,
  atMm,
  stiffnessNPerMm: [200, 150, 350],
  ratingN: 5000,
  price,
});
const problem = (sites: readonly Site[], more: Partial<LayoutProblem> = {}): LayoutProblem => ({
  massKg: 240,
  comMm: [0, 0, 400],
  drive: { forwardNm: 800, reverseNm: 800, about: [1, 0, 0] },
  sites,
  gaps: [{ name: 'sump to crossmember', pointMm: [150, 0, 200], way: [0, 0, -1] }],
  counts: [3, 4],
  ...more,
});

/** Bosses and pads in a box, each boss within reach of some pads. */
const generated = fc
  .record({
    bosses: fc.integer({ min: 3, max: 6 }),
    pads: fc.integer({ min: 3, max: 6 }),
    places: fc.array(fc.tuple(fc.integer({ min: -500, max: 300 }), fc.integer({ min: -350, max: 350 })), {
      minLength: 6,
      maxLength: 6,
    }),
    reach: fc.array(fc.boolean(), { minLength: 36, maxLength: 36 }),
    prices: fc.array(fc.integer({ min: 5, max: 90 }), { minLength: 36, maxLength: 36 }),
  })
  .map(({ bosses, pads, places, reach, prices }) =>
    Array.from({ length: bosses * pads }, (_, i) => i)
      .filter((i) => reach[i])
      .map((i) => {
        const [x, y] = places[i % pads]!;
        return site(`b${Math.floor(i / pads)}`, `p${i % pads}`, [x, y, 300], prices[i]);
      }),
  );

/** Every set of three or four, by plain loops. */
function bruteForce(p: LayoutProblem): number {
  const scorer = new Scorer(p);
  let best = Infinity;
  const apart = (list: number[]) =>
    new Set(list.map((s) => p.sites[s]!.bossId)).size === list.length &&
    new Set(list.map((s) => p.sites[s]!.padId)).size === list.length;
  const n = p.sites.length;
  for (let a = 0; a < n; a++)
    for (let b = a + 1; b < n; b++)
      for (let c = b + 1; c < n; c++) {
        if (!apart([a, b, c])) continue;
        best = Math.min(best, scorer.score([a, b, c])?.score ?? Infinity);
        for (let d = c + 1; d < n; d++)
          if (apart([a, b, c, d])) best = Math.min(best, scorer.score([a, b, c, d])?.score ?? Infinity);
      }
  return best;
}

test('up to six bosses and six chassis mounts it is never worse than every layout tried', () => {
  fc.assert(
    fc.property(generated, (sites) => {
      const p = problem(sites);
      const { layouts, allTried } = finished(searchLayouts(p));
      expect(allTried).toBe(true);
      const best = bruteForce(p);
      if (best === Infinity) expect(layouts).toEqual([]);
      else expect(layouts[0]!.score).toBeLessThanOrEqual(best + 1e-9);
    }),
    { numRuns: 12 },
  );
});

test('two mounts and a link: found as plain loops find it, and only where the link hangs level enough', () => {
  const mounts = [site('b0', 'p0', [0, 320, 300]), site('b1', 'p1', [0, -330, 300]), site('b2', 'p0', [30, 320, 300])];
  const link = (boss: string, way: readonly [number, number, number]): Site => ({
    ...site(boss, `l-${boss}`, [-150, 0, 250]),
    stiffnessNPerMm: [400, 0, 0],
    link: way,
  });
  const sites = [...mounts, link('l0', [-150, 0, 0]), link('l1', [0, 0, -150]), link('l2', [-150, 0, -20])];
  const p = problem(sites, {
    counts: [],
    withLink: true,
    drive: { forwardNm: 800, reverseNm: 800, about: [0, 1, 0] },
    comMm: [-40, 0, 330],
  });
  const { layouts, allTried, tried } = finished(searchLayouts(p));
  expect(allTried).toBe(true);
  // b0 and b2 want the same chassis mount: two pairs, three links.
  expect(tried).toBe(6);
  const scorer = new Scorer(p);
  const scores = [
    [0, 1],
    [1, 2],
  ].flatMap((pair) => [3, 4, 5].map((l) => scorer.score([...pair, l])?.score ?? Infinity));
  expect(layouts[0]!.score).toBe(Math.min(...scores));
  // An upright link would carry weight.
  expect(scorer.score([0, 1, 4])).toBeUndefined();
  expect(scorer.score([0, 1])).toBeUndefined();
});

test('no layout uses a boss or a chassis mount twice, and the best stand first', () => {
  fc.assert(
    fc.property(generated, (sites) => {
      const { layouts } = finished(searchLayouts(problem(sites)));
      for (const l of layouts) {
        expect(new Set(l.sites.map((s) => sites[s]!.bossId)).size).toBe(l.sites.length);
        expect(new Set(l.sites.map((s) => sites[s]!.padId)).size).toBe(l.sites.length);
      }
      const scores = layouts.map((l) => l.score);
      expect(scores).toEqual([...scores].sort((a, b) => a - b));
    }),
    { numRuns: 25 },
  );
});

test('three in one line hold nothing: no layout', () => {
  const line = [0, 1, 2].map((i) => site(`b${i}`, `p${i}`, [0, -300 + 300 * i, 400]));
  expect(finished(searchLayouts(problem(line))).layouts).toEqual([]);
});

test('a dearer mount at the same place is never chosen', () => {
  const places = [
    [0, 300],
    [0, -300],
    [-600, 0],
  ] as const;
  const sites = places.flatMap(([x, y], i) => [
    site(`cheap${i}`, `p${i}`, [x, y, 350], 20),
    site(`dear${i}`, `p${i}`, [x, y, 350], 200),
  ]);
  const [best] = finished(searchLayouts(problem(sites))).layouts;
  expect(best!.sites.map((s) => sites[s]!.bossId).sort()).toEqual(['cheap0', 'cheap1', 'cheap2']);
});

test('of twelve by twelve it tries no more than it may, says so, and comes near what chance finds', () => {
  const sites = Array.from({ length: 144 }, (_, i) =>
    site(
      `b${Math.floor(i / 12)}`,
      `p${i % 12}`,
      [-600 + 80 * (i % 12), (((i % 12) * 5) % 12) * 60 - 330, 300],
      20 + (i % 7),
    ),
  );
  const p = problem(sites);
  const { layouts, tried, allTried } = finished(searchLayouts(p));
  expect(allTried).toBe(false);
  expect(tried).toBeLessThanOrEqual(MOST_TRIED + 4 * 144);
  const scorer = new Scorer(p);
  let chance = Infinity;
  for (let i = 0; i < 500; i++) {
    const three = [i % 144, (i * 53 + 17) % 144, (i * 101 + 61) % 144];
    const apart = (of: 'bossId' | 'padId') => new Set(three.map((s) => sites[s]![of])).size === 3;
    if (apart('bossId') && apart('padId')) chance = Math.min(chance, scorer.score(three)?.score ?? Infinity);
  }
  expect(layouts[0]!.score).toBeLessThanOrEqual(chance);
});
