/** The car’s own engine, gearbox, axle and tyres put into the car itself: nothing changes, whatever anybody has entered. */
import fc from 'fast-check';
import {
  assess,
  assessAll,
  baselineCandidate,
  billOf,
  Chassis,
  Engine,
  Gearbox,
  resolveSubject,
  settingOf,
  type Build,
  type Candidate,
  type Library,
} from '../src/index.ts';
import { library, pickup, racer, second, tug } from './demo.ts';

const ALREADY = /Unchanged from the original car/;

/** The identity candidate in a line-up of its own, judged. */
function itself(build: Build, lib: Library, more: Partial<Candidate> = {}) {
  const candidate: Candidate = { ...baselineCandidate(build)!, id: 'a', letter: 'A', name: 'Itself', ...more };
  const whole = { ...build, candidates: [candidate] };
  return { candidate, whole, judged: assess(whole, candidate, lib) };
}

function changesNothing(build: Build, lib: Library): void {
  const { candidate, whole, judged } = itself(build, lib);
  const { chassis } = build;
  const mass = judged.figures!.mass!;
  expect(mass.changeKg).toMatchObject({ value: 0, plusMinus: 0 });
  expect([mass.out, mass.in]).toEqual([[], []]);
  const { frontKg, rearKg } = chassis!.weighing;
  if (mass.frontKg && mass.rearKg) {
    expect(mass.frontKg.value).toBeCloseTo(frontKg!.value, 9);
    expect(mass.rearKg.value).toBeCloseTo(rearKg!.value, 9);
  }
  for (const j of judged.figures!.joints!.joints) expect([j.key, j.state]).toEqual([j.key, 'clear']);
  expect(judged.steps.joints).toBe('clear');
  const { subject } = resolveSubject(settingOf(whole), candidate, lib);
  const bill = billOf(subject!);
  expect([bill.total.high, bill.hours.high, bill.lines]).toEqual([0, 0, []]);
  for (const f of judged.findings)
    if (f.state === 'blocked' && !ALREADY.test(f.because)) throw new Error(`${f.id} is blocked: ${f.title}`);
  // Fit: what is in the car fits it; nothing about it is asked of anybody.
  expect(judged.findings.filter((f) => f.step === 'fit' && f.state === 'unknown')).toEqual([]);
}

const DEMO: readonly (readonly [string, Build])[] = [tug, racer, pickup].map((b) => [b.name, b]);

test.each(DEMO)('%s: with what was in it, or with any engine called its own', (_, build) => {
  const chassis = build.chassis!;
  for (const c of build.candidates) {
    const own: Chassis = { ...chassis, originalEngineId: c.engineId, originalGearboxId: c.gearboxId };
    changesNothing({ ...build, chassis: own }, library);
  }
  if (chassis.originalEngineId && chassis.originalGearboxId) changesNothing(build, library);
});

/** Some keys of a thing, each there or not, and those that its schema requires: what a stranger has entered so far. */
function someOf<T extends object>(whole: T, schema: unknown): fc.Arbitrary<T> {
  const { required } = schema as { required: readonly string[] };
  const entries = Object.entries(whole);
  return fc
    .subarray(entries.filter(([k]) => !required.includes(k)))
    .map((some) => Object.fromEntries([...entries.filter(([k]) => required.includes(k)), ...some]) as T);
}

const engine = fc
  .constantFrom(...library.engines)
  .chain((e) => someOf(e, Engine))
  .chain((e) =>
    fc
      .record({ curves: fc.boolean(), mass: fc.boolean(), drawn: fc.boolean(), ports: fc.boolean() })
      .map(({ curves, mass, drawn, ports }) => ({
        ...e,
        curves: curves ? e.curves : [],
        massRecords: mass ? e.massRecords : [],
        solids: drawn ? e.solids : [],
        slots: drawn ? e.slots : [],
        ports: ports ? e.ports : [],
      })),
  );
const gearbox = fc
  .constantFrom(...library.gearboxes)
  .chain((g) => someOf(g, Gearbox))
  .chain((g) => fc.boolean().map((drawn) => (drawn ? g : { ...g, solids: [], ports: [], ratings: [] })));
const car = fc
  .constantFrom(tug.chassis!, racer.chassis!, pickup.chassis!)
  .chain((c) => someOf(c, Chassis))
  .chain((c) =>
    fc
      .record({
        weighing: someOf(tug.chassis!.weighing, Chassis.properties.weighing),
        bay: fc.boolean(),
        frontKg: fc.double({ min: 150, max: 900, noNaN: true }),
      })
      .map(({ weighing, bay, frontKg }) => ({
        ...c,
        weighing: weighing.frontKg ? { ...weighing, frontKg: { ...weighing.frontKg, value: frontKg } } : weighing,
        obstacles: bay ? c.obstacles : [],
      })),
  );

test('any car with anything entered of it, its engine and its gearbox', () => {
  fc.assert(
    fc.property(car, engine, gearbox, fc.constantFrom(tug.brief, racer.brief, second.brief), (chassis, e, g, brief) => {
      const own = { ...chassis, originalEngineId: e.id, originalGearboxId: g.id };
      const lib: Library = { ...library, engines: [e], gearboxes: [g] };
      changesNothing({ ...second, brief, chassis: own, candidates: [] }, lib);
    }),
    { numRuns: 150 },
  );
});

test('a limit that the car as found misses too is tight and says so, unless the swap makes it worse by a tenth', () => {
  const { chassis } = tug;
  const weak = { ...library.gearboxes.find((g) => g.id === chassis!.originalGearboxId)! };
  const rated = (torqueNm: number): Library => ({
    ...library,
    gearboxes: library.gearboxes.map((g) =>
      g.id === weak.id
        ? { ...g, ratings: g.ratings.map((r) => ({ ...r, torqueNm: { value: torqueNm, evidence: 'published' } })) }
        : g,
    ),
  });
  const lib = rated(40);
  const { judged } = itself(tug, lib);
  const own = judged.findings.find((f) => f.id.startsWith('gearbox-') && f.state !== 'clear')!;
  expect(own.state).toBe('tight');
  expect(own.because).toMatch(ALREADY);
  // A stronger engine in front of the same weak box makes it worse: blocked as ever.
  const stronger = tug.candidates.find((c) => c.letter === 'B')!;
  const worse: Candidate = { ...stronger, gearboxId: weak.id };
  const blocked = assess({ ...tug, candidates: [worse] }, worse, lib).findings.find((f) => f.id === own.id)!;
  expect(blocked.state).toBe('blocked');
  expect(blocked.because).not.toMatch(ALREADY);
});

test('what the brief asks for and the car does not do stays blocked, and says that it never did', () => {
  const { judged } = itself(tug, library);
  const power = judged.findings.find((f) => f.id === 'power-now')!;
  expect(power.state).toBe('blocked');
  expect(power.because).toMatch(ALREADY);
});

test('an engine of the car’s own that is moved is judged where it stands', () => {
  const at = { xMm: -200, yMm: 0, zMm: 330, yawDeg: 0, pitchDeg: 0, cantDeg: 0 } as const;
  const build: Build = { ...tug, chassis: { ...tug.chassis!, engineAt: at } };
  const there = itself(build, library, { placement: at });
  expect(there.judged.figures!.fit!.pairs.length).toBeGreaterThan(0);
  // Where the drawing touches though the car was found so, the drawing or the place is off: tight, and it says so.
  expect(there.judged.steps.fit).toBe('tight');
  expect(there.judged.checks.find((c) => c.id === 'fit-margin')!.because).toMatch(ALREADY);
  const moved = itself(build, library, { placement: { ...at, zMm: 120 } });
  expect(moved.judged.steps.fit).toBe('blocked');
  const { subject } = resolveSubject(settingOf(moved.whole), moved.candidate, library);
  expect(billOf(subject!).hours.likely).toBeGreaterThan(0);
});

test('whatever is not the car’s own is judged as before: no candidate of the demo becomes better by it', () => {
  const { originalEngineId: _e, originalGearboxId: _g, ...unknown } = tug.chassis!;
  const before = assessAll({ ...tug, chassis: unknown }, library);
  for (const [i, now] of assessAll(tug, library).entries())
    for (const check of now.checks) {
      const was = before[i]!.checks.find((c) => c.id === check.id);
      if (was?.state === 'blocked' && check.state !== 'blocked')
        expect([check.id, now.findings.some((f) => f.id === check.id && ALREADY.test(f.because))]).toEqual([
          check.id,
          true,
        ]);
    }
});

test('what gives up first is said to have done so before only where engine and gearbox are the same', () => {
  for (const a of assessAll(tug, library))
    for (const f of a.findings.filter((x) => /^weakest/.test(x.id)))
      expect([f.id, ALREADY.test(f.because)]).toEqual([f.id, false]);
  const weakest = itself(tug, library).judged.findings.find((f) => f.id === 'weakest-later')!;
  expect(weakest.because).toMatch(ALREADY);
});
