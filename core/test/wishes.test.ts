/** What a class or an owner asks for: kept, missed, or not known, and never passed unjudged. */
import { assess, type Brief, type Build, type Candidate, type Engine, type Library } from '../src/index.ts';
import { candidate, library, tug } from './demo.ts';

const C = candidate('C', tug);
const engine = library.engines.find((e) => e.id === C.engineId)!;
const gearbox = library.gearboxes.find((g) => g.id === C.gearboxId)!;
const judged = (brief: Partial<Brief>, c: Partial<Candidate> = {}, e: Engine = engine) => {
  const build: Build = { ...tug, brief: { ...tug.brief, ...brief } };
  const lib: Library = { ...library, engines: library.engines.map((x) => (x.id === e.id ? e : x)) };
  return assess(build, { ...C, ...c }, lib);
};
const finding = (a: ReturnType<typeof judged>, id: string) => a.findings.find((f) => f.id === id);
const without = <T extends object, K extends keyof T>(thing: T, ...keys: K[]): Omit<T, K> =>
  Object.fromEntries(Object.entries(thing).filter(([k]) => !keys.includes(k as K))) as Omit<T, K>;

test('who asks for nothing is told nothing', () => {
  const plain = judged({});
  expect(plain.findings.filter((f) => /^gate-(?!noise|wheel$)/.test(f.id))).toEqual([]);
});

describe('displacement', () => {
  const litres = (Math.PI / 4) * engine.boreMm!.value ** 2 * engine.strokeMm!.value * engine.cylinders! * 1e-6;
  test('is held against the class by bore and stroke', () => {
    const over = judged({ caps: { displacementL: litres * 0.95 } });
    expect(over.checks.find((k) => k.id === 'gate-displacement')?.value).toBeCloseTo(litres, 6);
    expect(finding(over, 'gate-displacement')?.state).toBe('blocked');
    expect(finding(judged({ caps: { displacementL: litres * 1.2 } }), 'gate-displacement')?.state).toBe('clear');
  });
  test('that nobody knows is unknown and says what to enter', () => {
    const f = finding(
      judged({ caps: { displacementL: 2 } }, {}, without(engine, 'boreMm') as Engine),
      'gate-displacement',
    );
    expect(f).toMatchObject({ state: 'unknown' });
    expect(f!.missing).toContain(`/engines/${engine.id}/boreMm`);
  });
});

test('power above the class is out; held back below it is a promise, and never clear', () => {
  const free = judged({ caps: { powerKw: 5000 - 2000 } });
  const makes = free.checks.find((k) => k.id === 'gate-power')!.value!;
  expect(finding(free, 'gate-power')?.state).toBe('clear');
  const cap = { caps: { powerKw: makes * 0.8 } };
  expect(finding(judged(cap), 'gate-power')?.state).toBe('blocked');
  expect(finding(judged(cap, { heldBackKw: makes * 0.75 }), 'gate-power')).toMatchObject({
    state: 'tight',
    title: expect.stringContaining('by agreement only'),
  });
  // Held back above the cap it is out all the same.
  expect(finding(judged(cap, { heldBackKw: makes * 0.9 }), 'gate-power')?.state).toBe('blocked');
  // A promise of more than it makes promises nothing.
  expect(finding(judged({ caps: { powerKw: makes * 3 } }, { heldBackKw: makes * 2 }), 'gate-power')?.state).toBe(
    'clear',
  );
});

test('the least mass of a class is missed by ballast', () => {
  const total = judged({ caps: { leastMassKg: 1 } }).checks.find((k) => k.id === 'gate-mass')!.value!;
  expect(finding(judged({ caps: { leastMassKg: total + 150 } }), 'gate-mass')?.state).toBe('blocked');
  expect(finding(judged({ caps: { leastMassKg: total - 150 } }), 'gate-mass')?.state).toBe('clear');
});

test('power at the wheels: less than at the crank, and at a walk less than at its best', () => {
  const at = (speedKph?: number) =>
    judged({ wheelPower: { kw: 1, ...(speedKph === undefined ? {} : { speedKph }) } }).checks.find(
      (k) => k.id === 'gate-wheel-power',
    )!.value!;
  const crank = judged({ caps: { powerKw: 3000 } }).checks.find((k) => k.id === 'gate-power')!.value!;
  expect(at()).toBeLessThan(crank);
  expect(at()).toBeGreaterThan(0.75 * crank);
  expect(at(10)).toBeLessThan(at());
  expect(at(499)).toBe(0);
});

describe.each([
  [
    'gate-cylinders',
    { caps: { cylinders: engine.cylinders! } },
    { caps: { cylinders: engine.cylinders! - 1 } },
    'cylinders',
  ],
  [
    'gate-induction',
    { caps: { induction: [engine.induction!] } },
    { caps: { induction: [engine.induction === 'turbocharged' ? 'supercharged' : 'turbocharged'] } },
    'induction',
  ],
] as const)('%s', (id, kept, missed, key) => {
  test('kept, missed, and unknown where nobody has said', () => {
    expect(finding(judged(kept as Partial<Brief>), id)?.state).toBe('clear');
    expect(finding(judged(missed as Partial<Brief>), id)?.state).toBe('blocked');
    expect(finding(judged(kept as Partial<Brief>, {}, without(engine, key) as Engine), id)?.state).toBe('unknown');
  });
});

test('what the car as found misses too is still a wish: it stays out', () => {
  const { originalEngineId, originalGearboxId } = tug.chassis!;
  const own = library.engines.find((e) => e.id === originalEngineId)!;
  const as = { engineId: originalEngineId!, gearboxId: originalGearboxId!, dressing: {}, partIds: [] };
  const f = finding(judged({ caps: { cylinders: own.cylinders! - 1 } }, as), 'gate-cylinders');
  expect(f?.state).toBe('blocked');
});

test('gears: as many as asked, and cut as asked', () => {
  const n = gearbox.ratios.length;
  expect(finding(judged({ leastGears: n }), 'gate-gears')?.state).toBe('clear');
  expect(finding(judged({ leastGears: n + 1 }), 'gate-gears')?.state).toBe('blocked');
  expect(finding(judged({ gearCut: 'helical' }), 'gate-gear-cut')?.state).toBe('unknown');
  const lib = {
    ...library,
    gearboxes: library.gearboxes.map((g) => (g.id === gearbox.id ? { ...g, gearCut: 'helical' as const } : g)),
  };
  const of = (gearCut: 'helical' | 'straight cut') =>
    finding(assess({ ...tug, brief: { ...tug.brief, gearCut } }, C, lib), 'gate-gear-cut')?.state;
  expect(of('helical')).toBe('clear');
  expect(of('straight cut')).toBe('blocked');
});

test('a fuel that is not at hand is out', () => {
  expect(finding(judged({ fuelsAtHand: ['E85'] }, { fuel: 'E85' }), 'gate-fuel')?.state).toBe('clear');
  expect(finding(judged({ fuelsAtHand: ['diesel'] }, { fuel: 'E85' }), 'gate-fuel')?.state).toBe('blocked');
  // The brief's own fuel, by its octane.
  expect(finding(judged({ fuelsAtHand: ['petrol 95'], fuel: 'petrol 95' }), 'gate-fuel')?.state).toBe('clear');
  const untold = without(engine, 'fuel') as Engine;
  expect(finding(judged({ fuelsAtHand: ['petrol 95'], fuel: 'petrol 95' }, {}, untold), 'gate-fuel')?.state).toBe(
    'unknown',
  );
});

test('what is cut or filled can’t be put back; what is done to the bonnet is seen', () => {
  const bonnet = tug.chassis!.obstacles.find((o) => o.role === 'bonnet')!;
  const other = tug.chassis!.obstacles.find((o) => o.role !== 'bonnet')!;
  const change = (obstacleId: string, kind: 'bulge' | 'relocate') => ({
    obstacleChanges: [{ obstacleId, do: kind, amountMm: 20 }],
  });
  const wishes = { reversible: true, originalLook: true };
  const states = (c: Partial<Candidate>) => {
    const a = judged(wishes, c);
    return [finding(a, 'gate-reversible')?.state, finding(a, 'gate-original-look')?.state];
  };
  expect(states({ obstacleChanges: [] })).toEqual(['clear', 'clear']);
  expect(states(change(bonnet.id, 'bulge'))).toEqual(['blocked', 'blocked']);
  expect(states(change(other.id, 'bulge'))).toEqual(['blocked', 'clear']);
  expect(states(change(other.id, 'relocate'))).toEqual(['clear', 'clear']);
});

describe('two rules of noise', () => {
  const loud = {
    ...engine,
    noise: {
      levelDb: { value: 80, plusMinus: 1, evidence: 'measured' as const },
      distanceM: 7.5,
      powerKw: 100,
      atRpm: 4000,
    },
  };
  const rule = { limitDb: 100, distanceM: 7.5 };
  const level = (brief: Partial<Brief>, id: string, e: Engine = loud) =>
    judged(brief, {}, e).checks.find((k) => k.id === id);
  test('each is judged by itself, with the limit that is to come', () => {
    const a = judged({ noise: { ...rule, laterLimitDb: 50 }, circuitNoise: { ...rule, distanceM: 0.5 } }, {}, loud);
    const at = (id: string) => a.checks.find((k) => k.id === id)!;
    expect(at('gate-noise').state).toBe('clear');
    expect(at('gate-noise-later').state).toBe('blocked');
    expect(at('gate-noise-later').value).toBe(at('gate-noise').value);
    expect(at('gate-circuit-noise').value! - at('gate-noise').value!).toBeCloseTo(6 * Math.log2(15), 6);
    expect(a.checks.some((k) => k.id === 'gate-circuit-noise-later')).toBe(false);
  });
  test('at twice the engine speed petrol is 15 dB louder, diesel 9, and what nobody told is in doubt', () => {
    const of = (rpm: number | undefined, e: Engine = loud) =>
      level({ noise: { ...rule, ...(rpm === undefined ? {} : { rpm }) } }, 'gate-noise', e)!;
    const petrol = { ...loud, fuel: 'petrol' as const };
    expect(of(8000, petrol).value! - of(4000, petrol).value!).toBeCloseTo(50 * Math.log10(2), 6);
    const diesel = { ...loud, fuel: 'diesel' as const };
    expect(of(8000, diesel).value! - of(4000, diesel).value!).toBeCloseTo(30 * Math.log10(2), 6);
    const untold = { ...loud, noise: without(loud.noise, 'atRpm') } as Engine;
    expect(of(8000, untold).value).toBeCloseTo(of(undefined).value!, 9);
    expect(of(8000, untold).plusMinus!).toBeGreaterThan(of(4000).plusMinus! + 2);
  });
});
