import fc from 'fast-check';
import { finished } from '../../model/index.ts';
import { seeded } from '../../units/index.ts';
import { loadHighs, mattering, resolveJoints, worthOf, type Choosable, type ResolveProblem } from './index.ts';

beforeAll(loadHighs);

const part = (id: string, closes: readonly string[], cost: number, more: Partial<Choosable> = {}): Choosable => ({
  id,
  closes,
  cost,
  hours: 1,
  massKg: 1,
  requires: [],
  excludes: [],
  ...more,
});

/** A library made by chance: some parts that close a few joints, some that need or can't stand another. */
function generated(seed: number, parts: number, joints: number): ResolveProblem {
  const next = seeded(seed);
  const pick = (n: number) => Math.floor(next() * n);
  const names = Array.from({ length: joints }, (_, i) => `j${i}`);
  return {
    joints: names,
    weights: { cost: 1 },
    parts: Array.from({ length: parts }, (_, i) => {
      const others = (chance: number) => (next() < chance ? [`p${pick(parts)}`].filter((id) => id !== `p${i}`) : []);
      return part(
        `p${i}`,
        [...new Set(Array.from({ length: 1 + pick(3) }, () => names[pick(joints)]!))],
        20 + pick(900),
        { hours: pick(20), requires: others(0.25), excludes: others(0.35) },
      );
    }),
  };
}

const holds = (p: ResolveProblem, chosen: ReadonlySet<string>, joints = p.joints) =>
  p.parts.every(
    (x) => !chosen.has(x.id) || (x.requires.every((r) => chosen.has(r)) && !x.excludes.some((e) => chosen.has(e))),
  ) &&
  joints.every((j) => p.parts.some((x) => chosen.has(x.id) && x.closes.includes(j))) &&
  (p.pinned ?? []).every((id) => chosen.has(id)) &&
  !(p.refused ?? []).some((id) => chosen.has(id));

/** Every set of parts, one by one. */
function* everySet(p: ResolveProblem): Generator<Set<string>> {
  for (let bits = 0; bits < 1 << p.parts.length; bits++)
    yield new Set(p.parts.filter((_, i) => bits & (1 << i)).map((x) => x.id));
}
function bruteForce(p: ResolveProblem, without: readonly (readonly string[])[] = []): number {
  let best = Infinity;
  for (const set of everySet(p))
    if (holds(p, set) && !without.some((w) => w.every((id) => set.has(id))))
      best = Math.min(
        best,
        p.parts.reduce((sum, x) => sum + (set.has(x.id) ? worthOf(x, p.weights) : 0), 0),
      );
  return best;
}
const seeds = fc.integer({ min: 1, max: 1_000_000 });

test('up to a dozen parts it finds what trying every set finds, and the next best ones too', () => {
  fc.assert(
    fc.property(seeds, fc.integer({ min: 4, max: 12 }), fc.integer({ min: 2, max: 5 }), (seed, parts, joints) => {
      const p = { ...generated(seed, parts, joints), alternatives: 2 };
      const found = finished(resolveJoints(p));
      const best = bruteForce(p);
      expect(found.feasible).toBe(best < Infinity);
      if (!found.best) return;
      expect(found.best.total).toBeCloseTo(best, 6);
      expect(holds(p, new Set(found.best.chosen))).toBe(true);
      const before = [mattering(p, found.best.chosen)];
      for (const way of found.alternatives) {
        expect(way.total).toBeCloseTo(bruteForce(p, before), 6);
        expect(holds(p, new Set(way.chosen))).toBe(true);
        before.push(mattering(p, way.chosen));
      }
      // Fewer than asked only where there are no more.
      if (found.alternatives.length < 2) expect(bruteForce(p, before)).toBe(Infinity);
    }),
    { numRuns: 20 },
  );
});

test('of eighteen parts too', () => {
  const p = generated(77, 18, 7);
  expect(finished(resolveJoints(p)).best?.total ?? Infinity).toBeCloseTo(bruteForce(p), 6);
});

test('what can’t be closed together: the fewest joints, and without any one of them it can be', () => {
  let seen = 0;
  fc.assert(
    fc.property(seeds, (seed) => {
      const p = generated(seed, 8, 6);
      const found = finished(resolveJoints(p));
      if (found.feasible) return;
      seen++;
      const core = found.conflict!.joints;
      const closable = (joints: readonly string[]) => [...everySet(p)].some((s) => holds(p, s, joints));
      expect(found.conflict!.smallest).toBe(true);
      expect(closable(core)).toBe(false);
      for (const j of core) expect(closable(core.filter((x) => x !== j))).toBe(true);
      // None smaller.
      for (let bits = 1; bits < 1 << p.joints.length; bits++) {
        const some = p.joints.filter((_, i) => bits & (1 << i));
        if (some.length < core.length) expect(closable(some)).toBe(true);
      }
    }),
    { numRuns: 25 },
  );
  // About four in ten of them can't be closed: that hardly any was among them would be worth a look.
  expect(seen).toBeGreaterThan(1);
});

test('a useless part changes nothing, a dearer price never makes a part chosen', () => {
  fc.assert(
    fc.property(seeds, fc.integer({ min: 0, max: 9 }), fc.integer({ min: 1, max: 500 }), (seed, at, dearer) => {
      const p = generated(seed, 10, 4);
      const before = finished(resolveJoints(p)).best;
      const useless = finished(resolveJoints({ ...p, parts: [...p.parts, part('useless', [], 5)] })).best;
      expect(useless).toEqual(before);
      if (!before) return;
      const parts = p.parts.map((x, i) => (i === at ? { ...x, cost: x.cost + dearer } : x));
      const after = finished(resolveJoints({ ...p, parts })).best!;
      if (!before.chosen.includes(`p${at}`)) expect(after.chosen).not.toContain(`p${at}`);
      expect(after.total).toBeGreaterThanOrEqual(before.total - 1e-6);
    }),
    { numRuns: 20 },
  );
});

test('pinned parts are in it, refused ones are not; where that can’t be, it says which joints', () => {
  const p: ResolveProblem = {
    joints: ['bell', 'flywheel'],
    weights: { cost: 1 },
    parts: [
      part('adapter', ['bell'], 400),
      part('hybrid', ['bell'], 300, { excludes: ['light'] }),
      part('light', ['flywheel'], 200),
      part('stock', ['flywheel'], 90),
    ],
  };
  const best = (more: Partial<ResolveProblem>) => finished(resolveJoints({ ...p, ...more })).best?.chosen;
  expect(best({})).toEqual(['hybrid', 'stock']);
  expect(best({ pinned: ['light'] })).toEqual(['adapter', 'light']);
  expect(best({ refused: ['hybrid'] })).toEqual(['adapter', 'stock']);
  const none = finished(resolveJoints({ ...p, pinned: ['light', 'hybrid'] }));
  expect(none.feasible).toBe(false);
  expect(finished(resolveJoints({ ...p, joints: ['bell', 'tacho'] })).unclosable).toEqual(['tacho']);
});

test('a chain closes its joint only whole, and a barred set does not come again', () => {
  const p: ResolveProblem = {
    joints: ['bell', 'clutch'],
    weights: { cost: 1 },
    parts: [
      part('ring', [], 50),
      part('plate', [], 60),
      part('kit', ['bell', 'clutch'], 500),
      part('cover', ['clutch'], 80),
    ],
    chains: [{ joint: 'bell', all: ['ring', 'plate'] }],
  };
  expect(finished(resolveJoints(p)).best).toEqual({ chosen: ['ring', 'plate', 'cover'], total: 190 });
  expect(finished(resolveJoints({ ...p, barred: [['ring', 'plate', 'cover']] })).best).toEqual({
    chosen: ['kit'],
    total: 500,
  });
});

test('one of several that a part needs is chosen with it, the cheapest; where none is there, the part can’t be', () => {
  const p: ResolveProblem = {
    joints: ['bell'],
    weights: { cost: 1 },
    parts: [
      part('plate', ['bell'], 100, { requiresOneOf: [['thin', 'thick']] }),
      part('thin', [], 40),
      part('thick', [], 30),
      part('housing', ['bell'], 500),
    ],
  };
  expect(finished(resolveJoints(p)).best).toEqual({ chosen: ['plate', 'thick'], total: 130 });
  expect(finished(resolveJoints({ ...p, refused: ['thin', 'thick'] })).best!.chosen).toEqual(['housing']);
  const alone = { ...p, parts: p.parts.filter((x) => x.id !== 'thin' && x.id !== 'thick') };
  expect(finished(resolveJoints(alone)).best!.chosen).toEqual(['housing']);
});

test('a blend counts each in its own unit', () => {
  const p: ResolveProblem = {
    joints: ['bell'],
    weights: { cost: 1 },
    parts: [part('dear', ['bell'], 400, { hours: 1 }), part('slow', ['bell'], 100, { hours: 20, oneOff: true })],
  };
  const by = (weights: ResolveProblem['weights']) => finished(resolveJoints({ ...p, weights })).best!.chosen;
  expect(by({ cost: 1 })).toEqual(['slow']);
  expect(by({ hours: 1 })).toEqual(['dear']);
  expect(by({ cost: 1, hours: 30 })).toEqual(['dear']);
  expect(by({ oneOffs: 1 })).toEqual(['dear']);
});
