import type { Build, Chassis } from '../src/index.ts';
import { finding, judged, library, tug } from './demo.ts';

const car = tug.chassis!;
const withCar = (more: Partial<Chassis>, brief: Partial<Build['brief']> = {}): Build => ({
  ...tug,
  brief: { ...tug.brief, ...brief },
  chassis: { ...car, ...more },
});
const check = (build: Build, letter = 'C', partIds?: readonly string[]) => {
  const was = build.candidates.find((c) => c.letter === letter)!;
  const a = judged(letter, partIds ? { partIds: [...partIds] } : {}, build);
  expect(was).toBeDefined();
  return a;
};
const C = tug.candidates.find((c) => c.letter === 'C')!;
const without = C.partIds.filter((id) => !id.startsWith('brk-'));

describe('brakes are always judged', () => {
  test('with none entered and none bought they are unknown, at both axles, and nothing of them is clear', () => {
    const { brakes: _none, ...bare } = car;
    const a = check({ ...tug, chassis: bare }, 'C', without);
    expect(finding(a, 'missing-brakes')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/brakes/front', '/chassis/brakes/rear'],
    });
    expect(a.checks.find((k) => k.id === 'brakes-stops')!.state).toBe('unknown');
    expect(a.findings.some((f) => f.id.startsWith('brakes-') && f.state === 'clear')).toBe(false);
    // Bought ones at the front leave the rear unknown.
    expect(finding(check({ ...tug, chassis: bare }), 'missing-brakes').missing).toEqual(['/chassis/brakes/rear']);
  });
  test('thin discs overheat, larger ones from the library are offered, and fitting them clears it', () => {
    const thin: Chassis['brakes'] = {
      ...car.brakes,
      front: { kind: 'disc', outerDiameterMm: 214, innerDiameterMm: 130, thicknessMm: 9, vented: false },
    };
    const a = check(withCar({ brakes: thin }), 'C', without);
    const hot = finding(a, 'brakes-stops');
    expect(hot.state).toBe('blocked');
    expect(hot.title).toMatch(/^The front brakes overheat/);
    const offered = hot.remedies.map((r) => (r.accept as { partId: string }).partId);
    expect(offered).toContain('brk-238');
    for (const id of offered)
      expect(finding(check(withCar({ brakes: thin }), 'C', [...without, id]), 'brakes-stops').state).toBe('clear');
  });
  test('the track asks for ten full stops, the road for fifteen slowings', () => {
    expect(finding(check(withCar({})), 'brakes-stops').because).toMatch(/15 slowings/);
    expect(finding(check(withCar({}, { use: 'track' })), 'brakes-stops').because).toMatch(/ten stops/);
  });
  test('faster asked is hotter; the descent is asked only where the brief has one, and its trailer counts whole', () => {
    const c = (a: ReturnType<typeof check>, id: string) => a.checks.find((k) => k.id === id)!.value!;
    expect(c(check(withCar({}, { fastestKph: 130 })), 'brakes-stops')).toBeGreaterThan(
      c(check(withCar({})), 'brakes-stops'),
    );
    const { descent: _none, ...level } = tug.brief;
    expect(check({ ...tug, brief: level }).findings.find((f) => f.id === 'brakes-descent')).toBeUndefined();
    const light = c(
      check(withCar({}, { hill: { ...tug.brief.hill!, trailerKg: 0, noseLoadKg: 0 } })),
      'brakes-descent',
    );
    expect(c(check(withCar({})), 'brakes-descent')).toBeGreaterThan(light + 50);
  });
});

describe('what is bought stands in place of what was there', () => {
  test('brakes behind 15-inch wheels block a 13-inch tyre, and the gate blocks the 15-inch one; the car’s own do neither', () => {
    const room = (partIds: readonly string[]) => check(tug, 'C', partIds).findings.find((f) => f.id === 'wheel-room');
    expect(room([...without, 'brk-238'])).toBeUndefined();
    // One of the demo meets it by itself: large brakes for its power, over wheels of 13 inches.
    expect(finding(judged('E'), 'wheel-room')).toMatchObject({
      state: 'blocked',
      title: expect.stringContaining('brakes'),
    });
    expect(room([...without, 'brk-282'])).toMatchObject({ state: 'blocked', title: expect.stringContaining('brakes') });
    const large = judged('C', { partIds: [...without, 'brk-282'], tyreCode: '195/50R15' });
    expect(large.findings.find((f) => f.id === 'wheel-room')?.because ?? '').not.toMatch(
      /15 inch rim, the bought brakes need 16/,
    );
    expect(finding(large, 'gate-wheel').state).toBe('blocked');
  });
  test('the pedal is asked once brakes are bought or somebody measured it, and a weak servo blocks', () => {
    expect(finding(check(tug), 'brake-pedal').state).toBe('clear');
    const { pedal: _none, ...rest } = car.brakes!;
    expect(finding(check(withCar({ brakes: rest })), 'brake-pedal')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/brakes/pedal'],
    });
    const weak = withCar({ brakes: { ...car.brakes, pedal: { ratio: 2, servoRatio: 1, masterMm: 26 } } });
    expect(finding(check(weak), 'brake-pedal').state).toBe('blocked');
  });
  test('larger callipers on the old master: its travel is asked once brakes are bought, and a short one blocks', () => {
    const { pedal, rear } = car.brakes!;
    const stroke = finding(check(tug), 'brake-stroke');
    expect(stroke.state).toBe('clear');
    // Two circuits by hand: pistons of 48 mm in front, wheel cylinders of 19 mm behind, on a bore of 20.6 mm.
    const volume = 2 * (Math.PI / 4) * 48 ** 2 * 0.55 + 2 * 2 * (Math.PI / 4) * 19 ** 2 * 1.5;
    expect(stroke.figure).toBeCloseTo(volume / ((Math.PI / 4) * 20.6 ** 2), 6);
    const short = withCar({ brakes: { ...car.brakes, pedal: { ...pedal!, masterTravelMm: 7 } } });
    // The car as found misses it too; larger pistons make it worse.
    expect(finding(check(short), 'brake-stroke')).toMatchObject({
      state: 'tight',
      because: expect.stringContaining('Unchanged from the original car'),
    });
    expect(finding(check(short, 'C', [...without, 'brk-282']), 'brake-stroke').state).toBe('blocked');
    const near = withCar({ brakes: { ...car.brakes, pedal: { ...pedal!, masterTravelMm: stroke.figure! + 0.5 } } });
    expect(finding(check(near), 'brake-stroke').state).toBe('tight');
    const { masterTravelMm: _s, ...unmeasured } = pedal!;
    expect(finding(check(withCar({ brakes: { ...car.brakes, pedal: unmeasured } })), 'brake-stroke')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/brakes/pedal'],
    });
    const { cylinderMm: _c, ...drum } = rear as Extract<typeof rear, { kind: 'drum' }>;
    expect(finding(check(withCar({ brakes: { ...car.brakes, rear: drum } })), 'brake-stroke')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/brakes/rear'],
    });
    // As found, with a master whose travel nobody has measured, nothing is asked.
    const own = check(withCar({ brakes: { ...car.brakes, pedal: unmeasured } }), 'C', without);
    expect(own.checks.map((c) => c.id)).not.toContain('brake-stroke');
  });
  test('the heat is drawn up to the figures that are judged', () => {
    const judged = check(tug);
    const { courses } = judged.figures.brakes;
    expect(courses.map((c) => c.id)).toEqual(['brakes-stops', 'brakes-descent']);
    for (const { id, course } of courses) {
      const figure = finding(judged, id).figure!;
      expect([course.front.at(-1)!.c, course.rear.at(-1)!.c].some((c) => Math.abs(c - figure) < 1e-6)).toBe(true);
      for (const end of [course.front, course.rear])
        for (let i = 1; i < end.length; i++) expect(end[i]!.timeS).toBeGreaterThanOrEqual(end[i - 1]!.timeS);
    }
  });
  test('linings bought for the front raise the front alone: rear drums keep what theirs stand', () => {
    const drum = { kind: 'drum', diameterMm: 228, widthMm: 50, thicknessMm: 6 } as const;
    const f = finding(check(withCar({ brakes: { ...car.brakes, rear: drum } })), 'brakes-stops');
    // Hotter than 450 °C of ordinary linings, cooler than 550 of those that came with the front discs.
    expect(f.figure!).toBeGreaterThan(450);
    expect(f.figure!).toBeLessThan(550);
    expect(f).toMatchObject({ state: 'blocked', limit: 450, title: expect.stringContaining('rear') });
  });
  test('every library part of brakes says what it is made of', () => {
    for (const p of library.parts.filter((x) => x.class === 'brakes'))
      expect(p.brakes?.front ?? p.brakes?.rear).toBeDefined();
  });
});

describe('travel up to the stop', () => {
  const springs = (bump: number): Partial<Chassis> => ({
    springs: {
      front: { ...car.springs!.front, bumpMm: { value: bump, plusMinus: 2, evidence: 'measured' } },
      rear: car.springs!.rear,
    },
  });
  const left = (bump: number) => check(withCar(springs(bump)), 'B').checks.find((k) => k.id === 'travel-front');
  test('is what was measured less what the load takes: a millimetre more at the stop is a millimetre more left', () => {
    expect(left(80)!.value! - left(60)!.value!).toBeCloseTo(20, 9);
    // 73 kg heavier, most of it in front, and the driver: it sinks.
    expect(left(80)!.value!).toBeLessThan(80);
  });
  test('none left blocks, little is tight, enough is clear, unmeasured is not told', () => {
    expect(left(5)!.state).toBe('blocked');
    expect(left(120)!.state).toBe('clear');
    const drop = 120 - left(120)!.value!;
    expect(left(drop + 20)!.state).toBe('tight');
    const { bumpMm: _bump, ...front } = car.springs!.front;
    expect(check(withCar({ springs: { ...car.springs!, front } })).checks.some((k) => k.id === 'travel-front')).toBe(
      false,
    );
  });
});
