/** What a change takes of the cabin, how the gearbox lies against the one found, and shafts that run past the engine. */
import fc from 'fast-check';
import { accept, assess, type Build, type Chassis, type Gearbox, type Library, type Solid } from '../src/index.ts';
import { convexOf } from '../src/geometry/index.ts';
import { baselineCandidate } from '../src/questions/lineup/index.ts';
import { drawnShafts, roomGivenUp, shadowMm2 } from '../src/questions/fit/index.ts';
import { recipeSteps } from '../src/solvers/recipe/index.ts';
import { resolveSubject, settingOf } from '../src/index.ts';
import { finding, judged, library, pickup, racer, tug, withGearbox, words } from './demo.ts';

const withCar = (build: Build, change: (c: Chassis) => Partial<Chassis>): Build => ({
  ...build,
  chassis: { ...build.chassis!, ...change(build.chassis!) },
});
const passing = (build: Build, lib: Library = library, letter = 'A') =>
  judged(letter, {}, build, lib).findings.filter((f) => f.id.startsWith('fit-passing-'));

describe('room given up', () => {
  test('a box throws the shadow of its face along an axis, and never more than its diagonal', () => {
    const size = fc.double({ min: 10, max: 900, noNaN: true });
    fc.assert(
      fc.property(fc.tuple(size, size, size), fc.constantFrom(0, 1, 2), (sizeMm, axis) => {
        const { vertices } = convexOf({ kind: 'box', centreMm: [30, -40, 500], sizeMm: [...sizeMm] });
        const along = [0, 1, 2].map((k) => (k === axis ? 1 : 0)) as [number, number, number];
        const faces = sizeMm.filter((_, k) => k !== axis);
        expect(shadowMm2(vertices, along)).toBeCloseTo(faces[0]! * faces[1]!, 3);
      }),
    );
  });
  test('a firewall of 1300 by 280 set back by 30 mm takes 10.9 litres of the cabin', () => {
    const firewall = tug.chassis!.obstacles.find((o) => o.id === 'firewall')!;
    const room = roomGivenUp(firewall, convexOf(firewall.shape).vertices, firewall.may[0]!, 30)!;
    expect(room.of).toBe('cabin');
    expect(room.litres).toBeCloseTo((1300 * 280 * 30) / 1e6, 9);
    const boot = { ...firewall, role: 'boot wall' as const };
    expect(roomGivenUp(boot, convexOf(firewall.shape).vertices, firewall.may[0]!, 30)!.of).toBe('luggage');
    const rail = { ...firewall, role: 'chassis rail' as const };
    expect(roomGivenUp(rail, convexOf(firewall.shape).vertices, firewall.may[0]!, 30)).toBeUndefined();
  });
  test('an accepted recess says what it takes, and a recipe says it before', () => {
    const c = tug.candidates.find((x) => x.letter === 'B')!;
    const cut = accept(c, { kind: 'obstacleChange', obstacleId: 'firewall', do: 'recess', amountMm: 30 });
    const said = finding(judged('B', { obstacleChanges: cut.obstacleChanges! }), 'fit-room');
    expect(words(said.title)).toBe('What is moved takes at most 11 L of the cabin');
    expect(said.because).toContain('cardboard');
    expect(judged('B').findings.some((f) => f.id === 'fit-room')).toBe(false);
    const { subject } = resolveSubject(settingOf(tug), c, library);
    const step = recipeSteps(subject!).find((s) => s.id === 'firewall:recess')!;
    expect(words(step.told(10).givesUp!)).toBe('wiper linkage has to be checked, at most 3.6 L of the cabin');
    // A notch cuts metal and takes no room.
    const notch = recipeSteps(subject!).find((s) => s.id === 'tunnel-left:notch')!;
    expect(notch.told(3).givesUp).toBeUndefined();
  });
});

test('the car as it was found fits its own bay', () => {
  const found = assess(tug, baselineCandidate(tug)!, library);
  expect(found.figures!.fit!.pairs.filter((p) => p.marginMm < 0)).toEqual([]);
  expect(found.checks.find((c) => c.id === 'fit-margin')!.state).not.toBe('blocked');
});

describe('against the gearbox found', () => {
  const at = tug.chassis!.engineAt!;
  test('where it ends, hangs, drives and is shifted, by hand', () => {
    // Level, so that each difference is one of lengths: the five-speed against the four-speed of 560 mm.
    const level = { ...at, pitchDeg: 0 };
    const build = withCar(tug, () => ({ engineAt: level }));
    const next: Partial<Gearbox> = {
      lengthMm: { value: 640, plusMinus: 2, evidence: 'measured' },
      mountMm: [-520, 0, -60],
      outputMm: [-594, 0, 0],
      shifterMm: [-460, 0, 118],
      shiftedBy: 'lever on the box',
    };
    const lib = withGearbox('marten-e5', (g) => ({ ...g, ...next }));
    const said = finding(judged('A', { placement: { ...level, zMm: level.zMm + 20 } }, build, lib), 'fit-beside-old');
    expect(words(said.title)).toBe(
      'Compared with the original gearbox, the end of the gearbox lies 80 mm farther back, 20 mm higher',
    );
    expect(words(said.because)).toContain(
      'The gearbox mount 50 mm farther back, 20 mm higher; the output flange 20 mm higher; the lever 10 mm farther forward, 20 mm higher.',
    );
    expect(said.state).toBe('clear');
  });
  test('nothing is said of what nobody has entered', () => {
    for (const key of ['engineAt', 'originalGearboxId'] as const) {
      const { [key]: _gone, ...chassis } = tug.chassis!;
      const build: Build = { ...tug, chassis };
      expect(judged('A', {}, build).findings.some((f) => f.id === 'fit-beside-old')).toBe(false);
    }
  });
});

describe('shafts past the engine', () => {
  test('half shafts at the flywheel across leave the block what they need, taken as thick as they usually are', () => {
    const [said] = passing(racer);
    expect(said!.id).toBe('fit-passing-right-half-shaft');
    expect(said!.figure).toBeGreaterThan(said!.limit!);
    expect(said!.evidence).toBe('estimated');
    // Nearer to the crank they run into it.
    const near = withGearbox('pipit-t5', (g) => ({
      ...g,
      halfShaftsMm: { leftMm: [-180, -110, -60], rightMm: [60, -110, -60] },
    }));
    const hit = passing(racer, near).find((f) => f.id === 'fit-passing-right-half-shaft')!;
    expect(hit.state).toBe('blocked');
    expect(words(hit.title)).toMatch(/^The right half shaft runs \d+ mm into the block/);
  });
  test('a starter in the way is met with the wheels on their stops; without their travel that is not known', () => {
    const { engineId } = racer.candidates[0]!;
    const starter: Solid = {
      id: 'low-starter',
      name: 'low starter',
      role: 'starter',
      shape: { kind: 'box', centreMm: [300, -162, 24], sizeMm: [60, 60, 60] },
      plusMinusMm: 2,
    };
    const lib: Library = {
      ...library,
      engines: library.engines.map((e) => (e.id === engineId ? { ...e, solids: [...e.solids, starter] } : e)),
    };
    const hit = passing(racer, lib)[0]!;
    expect(hit.about).toContain('low-starter');
    expect(hit.title).toContain('with the wheels on their stops');
    const { bumpUpMm: _up, ...hubs } = racer.chassis!.hubs!;
    const rest = passing(
      withCar(racer, () => ({ hubs })),
      library,
    )[0]!;
    expect(rest.missing).toEqual(['/chassis/hubs']);
    expect(rest.because).toContain('At rest only');
  });
  test('a front propshaft past the sump: an axle that goes up and down brings it nearer', () => {
    const along = { atMm: [150, 180, 404] as [number, number, number], pitchDeg: 3.5 };
    const of = (front: 'live axle on leaves' | 'wishbones' | undefined) =>
      withCar(pickup, (c) => ({
        frontPinion: along,
        ...(front ? { controlArms: { front } } : {}),
        springs: {
          ...c.springs!,
          front: { ...c.springs!.front, bumpMm: { value: 90, plusMinus: 5, evidence: 'measured' } },
        },
      }));
    const gap = (front: Parameters<typeof of>[0]) =>
      passing(of(front)).find((f) => f.id === 'fit-passing-front-propshaft')!;
    const [live, led, unknown] = [gap('live axle on leaves'), gap('wishbones'), gap(undefined)];
    expect(live.figure).toBeLessThan(led.figure!);
    expect(unknown.figure).toBe(led.figure);
    expect(unknown.missing).toEqual(['/chassis/controlArms']);
    // A thicker tube that was entered leaves less by half of what it is thicker.
    const tube = { outerDiameterMm: 90, innerDiameterMm: 84, pieces: 1 as const };
    const thick = passing({ ...of('wishbones'), chassis: { ...of('wishbones').chassis!, frontPropshaft: tube } }).find(
      (f) => f.id === 'fit-passing-front-propshaft',
    )!;
    const was = pickup.chassis!.frontPropshaft!.outerDiameterMm;
    expect(thick.figure).toBeCloseTo(led.figure! - (90 - was) / 2, 9);
    expect(thick.evidence).toBe('measured');
  });
});

test('every shaft whose ends are known is drawn from where it leaves to where it ends, and moves with the gearbox alone', () => {
  const { subject } = resolveSubject(settingOf(racer), racer.candidates[0]!, library);
  const at = racer.candidates[0]!.placement;
  const shafts = drawnShafts(subject!, at);
  expect(shafts.map((s) => s.name)).toEqual(['left half shaft', 'right half shaft']);
  expect(shafts.map((s) => s.to)).toEqual([racer.chassis!.hubs!.leftMm, racer.chassis!.hubs!.rightMm]);
  const lower = drawnShafts(subject!, { ...at, zMm: at.zMm - 10 });
  shafts.forEach((s, i) => {
    expect(lower[i]!.from[2]).toBeCloseTo(s.from[2] - 10, 9);
    expect(lower[i]!.to).toEqual(s.to);
  });
  const [of4x4, ofTug] = [pickup, tug].map((b) =>
    drawnShafts(resolveSubject(settingOf(b), b.candidates[0]!, library).subject!, b.candidates[0]!.placement),
  );
  expect(of4x4!.map((s) => s.name)).toEqual(['front propshaft', 'rear propshaft']);
  expect(ofTug!.map((s) => [s.name, s.to])).toEqual([['rear propshaft', tug.chassis!.pinion!.atMm]]);
});
