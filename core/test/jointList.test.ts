/** The list of joints: none missing, none twice, none that the layout has not; what is not entered is never a match. */
import {
  accept,
  assess,
  resolveSubject,
  settingOf,
  takeOut,
  type Build,
  type Candidate,
  type Gearbox,
  type Library,
  type Port,
} from '../src/index.ts';
import { JOINT_KINDS, jointsOf } from '../src/questions/joints/index.ts';
import { candidate, judged, library, pickup, racer, tug, withEngine, withGearbox } from './demo.ts';

const keysOf = (build: Build, c: Candidate, lib: Library = library) =>
  jointsOf(resolveSubject(settingOf(build), c, lib).subject!).map((j) => j.key);
const bare = (lib: Library): Library => ({
  engines: lib.engines.map((e) => ({ ...e, ports: [] })),
  gearboxes: lib.gearboxes.map((g) => ({ ...g, ports: [] })),
  parts: lib.parts.map((p) => ({ ...p, provides: [], closes: [] })),
});
const everyBuild = [tug, racer, pickup].flatMap((build) =>
  build.candidates.map((c) => [build.name, build, c] as const),
);

test.each(everyBuild)('%s: every joint once, whether its faces are entered or not', (_, build, c) => {
  const keys = keysOf(build, c);
  expect(new Set(keys).size).toBe(keys.length);
  const blank: Build = { ...build, chassis: { ...build.chassis!, ports: [] } };
  const blankKeys = keysOf(blank, c, bare(library));
  // Which systems a computer switches only its faces say.
  const known = (list: readonly string[]) => list.map((k) => k.replace(/^system:.*/, 'system')).sort();
  expect(known(blankKeys)).toEqual(known(keys));
});

test('with no face entered nothing mates by itself, but what was found mated and what other records say', () => {
  const blank: Build = { ...tug, chassis: { ...tug.chassis!, ports: [] } };
  const a = assess(blank, candidate('C'), bare(library));
  const { joints } = a.figures!.joints!;
  const byHow = (how: string) => joints.filter((j) => j.closure.how === how).map((j) => j.key);
  expect(byHow('direct')).toEqual(['pedals']);
  expect(byHow('found')).toEqual([]);
  // Lamps close by their pins, which the schedule joins; a rev counter would, but its wire goes through a signal box.
  expect(byHow('wired')).toEqual(['lamp:charge', 'lamp:oil-pressure']);
  expect(byHow('unknown').length).toBe(joints.length - 3);
  for (const j of joints.filter((x) => x.closure.how === 'unknown')) {
    const f = a.findings.find((x) => x.id === `joint-${j.key}`)!;
    expect([f.state, f.missing.length > 0, /To look at: /.test(f.because)]).toEqual(['unknown', true, true]);
  }
});

describe('the layout decides', () => {
  const box = (kind: Gearbox['kind']) => {
    const lib = withGearbox('corran-g6', (g) => ({ ...g, kind }));
    return keysOf(tug, candidate('C'), lib);
  };
  test('a pedal, a pilot and a plate where there is a clutch; a load signal where there is a converter', () => {
    const manual = box('manual');
    const automatic = box('automatic');
    for (const key of ['clutch', 'pilot', 'clutch-release']) {
      expect(manual).toContain(key);
      expect(automatic).not.toContain(key);
    }
    expect(manual).not.toContain('load-signal');
    expect(automatic).toContain('load-signal');
    expect(automatic).toContain('flywheel');
  });
  test('half shafts and hubs, each side by itself, where the gearbox drives them; else a propshaft', () => {
    const front = keysOf(racer, racer.candidates[0]!);
    const rear = keysOf(tug, candidate('C'));
    for (const key of ['half-shaft:left', 'half-shaft:right', 'hub:left', 'hub:right']) {
      expect(front).toContain(key);
      expect(rear).not.toContain(key);
    }
    expect(front).not.toContain('output');
    expect(rear).toContain('output');
  });
});

describe('what was in the car stays as found', () => {
  const own = {
    engineId: 'sidecam-12',
    gearboxId: 'whimbrel-4',
    partIds: [],
    placement: tug.chassis!.engineAt!,
  };
  const unspoken: Build = { ...tug, chassis: { ...tug.chassis!, ports: [] } };
  test('engine and gearbox of the car: every joint, with no face entered', () => {
    const a = assess(unspoken, { ...candidate('C'), ...own }, bare(library));
    expect(a.figures!.joints!.joints.filter((j) => j.closure.how !== 'found').map((j) => j.key)).toEqual([]);
  });
  test('another gearbox behind the car’s engine leaves hoses, exhaust and servo as they were', () => {
    const c = { ...candidate('C'), ...own, gearboxId: 'marten-e5' };
    const { joints } = assess(unspoken, c, bare(library)).figures!.joints!;
    const how = (key: string) => joints.find((j) => j.key === key)!.closure.how;
    for (const key of ['coolant:top', 'heater:feed', 'exhaust', 'servo', 'fuel-supply'])
      expect([key, how(key)]).toEqual([key, 'found']);
    for (const key of ['bell', 'output', 'shifter', 'speed-drive']) expect([key, how(key)]).toEqual([key, 'unknown']);
  });
  test('bought brakes and another radiator take the place of the car’s side, though nobody entered theirs', () => {
    const c = { ...candidate('C'), ...own, partIds: ['brk-238', 'rad-2'] };
    const { joints } = assess(unspoken, c, bare(library)).figures!.joints!;
    for (const key of ['brake-hydraulics', 'coolant:top', 'coolant:bottom'])
      expect(joints.find((j) => j.key === key)!.closure.how).toBe('unknown');
  });
});

describe('somebody looked', () => {
  const lib = withEngine('hesper-v6-27', (e) => ({ ...e, ports: e.ports.filter((p) => p.kind !== 'servo') }));
  const check = { kind: 'jointCheck', joint: 'servo', note: 'Gauge at idle: 60 kPa.' } as const;
  const servo = (c: Candidate, l = lib) => assess(tug, c, l).findings.find((f) => f.id === 'joint-servo')!;
  test('what is not known is clear by what was seen, and unknown again without', () => {
    const c = candidate('C');
    expect(servo(c).state).toBe('unknown');
    const seen = accept(c, check);
    expect(servo(seen)).toMatchObject({
      state: 'clear',
      title: 'Vacuum for the brake servo: direct fit (inspected)',
    });
    expect(servo(seen).because).toMatch(/^Gauge at idle: 60 kPa\. Its interface data is missing/);
    expect(servo(takeOut(seen, check)).state).toBe('unknown');
  });
  test('it never goes before a face that is entered and misses', () => {
    const short = withEngine('hesper-v6-27', (e) => ({
      ...e,
      ports: e.ports.map((p): Port => (p.kind === 'servo' ? { ...p, spec: { vacuumKpa: 30 } } : p)),
    }));
    expect(servo(accept(candidate('C'), check), short).state).toBe('blocked');
  });
});

describe('how far the clutch is moved and how hard it is to press', () => {
  const release = (spec: Record<string, number>) => {
    const lib = withGearbox('corran-g6', (g) => ({
      ...g,
      ports: g.ports.map((p) => (p.kind === 'clutch-release' ? { ...p, spec: { ...p.spec, ...spec } } : p)),
    }));
    return judged('C', {}, tug, lib).findings.find((f) => f.id === 'joint-clutch-release')!;
  };
  // 0.9 × 130 / 5.5 × 15.87² / (38² − 28²) = 8.12 mm.
  test.each([
    [{ travelMm: 7.3 }, 'clear'],
    [{ travelMm: 7.5 }, 'tight'],
    [{ travelMm: 8.2 }, 'blocked'],
    // 180 N and 250 N at the pedal are 2,334 N and 3,242 N at the bearing.
    [{ bearingLoadN: 2300 }, 'clear'],
    [{ bearingLoadN: 2400 }, 'tight'],
    [{ bearingLoadN: 3300 }, 'blocked'],
  ])('%j is %s', (spec, state) => {
    expect(release(spec).state).toBe(state);
  });
  test('hydraulics without their sizes are unknown, never enough', () => {
    const lib = withGearbox('corran-g6', (g) => ({
      ...g,
      ports: g.ports.map((p) => (p.kind === 'clutch-release' ? { ...p, spec: { works: 'hydraulic' } } : p)),
    }));
    expect(judged('C', {}, tug, lib).findings.find((f) => f.id === 'joint-clutch-release')!.state).toBe('unknown');
  });
});

test('a side that asks for nothing mates though nobody entered the other; one that asks something is unknown', () => {
  const steering = (assist: string) => {
    const port: Port = { id: 'rack', kind: 'steering', side: 'b', spec: { assist } };
    const blank: Build = { ...tug, chassis: { ...tug.chassis!, ports: [port] } };
    const { joints } = assess(blank, candidate('C'), bare(library)).figures!.joints!;
    return joints.find((j) => j.key === 'steering')!.closure.how;
  };
  expect(steering('without a pump')).toBe('direct');
  expect(steering('hydraulic')).toBe('unknown');
});

test('every kind says what to look at, in a sentence', () => {
  for (const k of JOINT_KINDS) expect(k.look).toMatch(/^[A-Z].{15,}\.$/);
});
