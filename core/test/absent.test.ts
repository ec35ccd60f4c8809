/** What nobody has entered: nothing stands in its place, nothing that needs it is judged, everything else is as it was. */
import {
  assess,
  type Build,
  type Candidate,
  type Chassis,
  type Engine,
  type Gearbox,
  type Library,
  type Part,
} from '../src/index.ts';
import { library, tug } from './demo.ts';

const CHASSIS: readonly (keyof Chassis)[] = [
  'year',
  'wheelbaseMm',
  'trackFrontMm',
  'trackRearMm',
  'tankL',
  'dragAreaM2',
  'rollingCoefficient',
  'axleEfficiency',
  'springs',
  'brakeFrontPct',
  'shifterAperture',
  'pinion',
  'radiator',
  'propshaft',
  'wheelRoom',
];
const WEIGHING = ['frontKg', 'rearKg', 'comYMm', 'comZMm', 'fuelL'] as const;
const TYRE = ['dryGrip', 'wetGrip', 'massKgEach', 'measuredCircumferenceMm', 'price', 'loadIndex'] as const;
const ENGINE: readonly (keyof Engine)[] = [
  'family',
  'builtFrom',
  'builtTo',
  'arrangement',
  'cylinders',
  'valvesPerCylinder',
  'boreMm',
  'strokeMm',
  'compressionRatio',
  'induction',
  'fuel',
  'blockMaterial',
  'idleRpm',
  'redlineRpm',
  'comMm',
  'oilL',
  'coolantL',
  'needs',
  'price',
  'supply',
];
const GEARBOX: readonly (keyof Gearbox)[] = [
  'reverseRatio',
  'lengthMm',
  'shifterMm',
  'outputMm',
  'mountMm',
  'efficiencyDirect',
  'efficiencyOther',
  'massKg',
  'comMm',
  'oilL',
  'price',
  'clutch',
];
const PART: readonly (keyof Part)[] = ['massKg', 'price', 'hours', 'leadDays', 'discontinued'];

const candidate = (letter: string) => tug.candidates.find((c) => c.letter === letter)!;
function less<T extends object>(of: T, key: keyof T): T {
  const { [key]: _gone, ...rest } = of;
  return rest as T;
}
const withChassis = (chassis: Chassis): Build => ({ ...tug, chassis });
const inLibrary = <K extends 'engines' | 'gearboxes' | 'parts'>(kind: K, id: string, key: string): Library => ({
  ...library,
  [kind]: library[kind].map((r) => (r.id === id ? less(r as object, key as never) : r)),
});

/** No figure that is not one; undefined is how a figure that is not known is said. */
function figures(of: unknown, at = ''): void {
  if (Number.isNaN(of)) throw new Error(`${at} is no number`);
  else if (typeof of === 'object' && of !== null) for (const [k, v] of Object.entries(of)) figures(v, `${at}/${k}`);
}

const wholes = new Map<string, ReturnType<typeof assess>>();

/** Judged with something less, nothing is judged better, and no sentence speaks of it as if it were there. */
function judgedWithout(c: Candidate, build: Build, lib: Library): ReturnType<typeof assess> {
  const before = wholes.get(c.id) ?? assess(tug, c, library);
  wholes.set(c.id, before);
  const now = assess(build, c, lib);
  figures(now.checks);
  figures(now.findings);
  for (const check of now.checks) {
    const was = before.checks.find((x) => x.id === check.id);
    if (check.state === 'clear' && was && was.state !== 'clear')
      throw new Error(`${check.id} was ${was.state} and is clear without it`);
    if (check.value === undefined && check.limitKind !== 'info')
      expect([check.id, check.state]).toEqual([check.id, 'unknown']);
  }
  const said = JSON.stringify([now.checks, now.findings]);
  expect(said).not.toMatch(/undefined|NaN|null,"|Infinity/);
  return now;
}

describe.each(['A', 'B', 'C', 'D'])('candidate %s of the demo', (letter) => {
  const c = candidate(letter);
  const { chassis } = tug;
  test.each(CHASSIS)('without the %s of the car', (key) => {
    judgedWithout(c, withChassis(less(chassis!, key)), library);
  });
  test.each(WEIGHING)('without %s of its weighing', (key) => {
    judgedWithout(c, withChassis({ ...chassis!, weighing: less(chassis!.weighing, key) }), library);
  });
  test.each(TYRE)('without %s of its tyres', (key) => {
    judgedWithout(c, withChassis({ ...chassis!, tyres: chassis!.tyres.map((t) => less(t, key)) }), library);
  });
  test.each(ENGINE)('without %s of the engine', (key) => {
    judgedWithout(c, tug, inLibrary('engines', c.engineId, key));
  });
  test.each(GEARBOX)('without %s of the gearbox', (key) => {
    judgedWithout(c, tug, inLibrary('gearboxes', c.gearboxId, key));
  });
  test.each(PART)('without %s of its parts', (key) => {
    const lib = c.partIds.reduce(
      (l, id) => ({ ...l, parts: l.parts.map((p) => (p.id === id ? less(p, key) : p)) }),
      library,
    );
    judgedWithout(c, tug, lib);
  });
});

test('what is missing is told with where it is entered', () => {
  const c = candidate('C');
  const missing = (build: Build, lib = library) =>
    assess(build, c, lib).findings.filter((f) => f.id.startsWith('missing-'));
  const told = (build: Build, lib = library) =>
    missing(build, lib).map((f) => [f.state, f.title, f.because, f.missing]);
  const { chassis } = tug;
  expect(missing(tug)).toEqual([]);
  expect(told(withChassis(less(chassis!, 'dragAreaM2')))).toContainEqual([
    'unknown',
    'Gearing: drag area missing',
    'Drag area missing. Enter it under Survey.',
    ['/chassis/dragAreaM2'],
  ]);
  expect(told(tug, inLibrary('gearboxes', c.gearboxId, 'shifterMm'))).toContainEqual([
    'unknown',
    'Fit: shifter position missing',
    'Shifter position missing. Enter it under Library.',
    [`/gearboxes/${c.gearboxId}/shifterMm`],
  ]);
});

test('a car, an engine and a gearbox that have a name and no more are judged unknown, and by nothing else', () => {
  const c: Candidate = { ...candidate('C'), engineId: 'bare', gearboxId: 'bare', partIds: [], finalDrive: 3.9 };
  const engine: Engine = {
    id: 'bare',
    name: 'bare',
    shortName: 'bare',
    codes: [],
    curves: [],
    solids: [],
    slots: [],
    bosses: [],
    ports: [],
    massRecords: [],
    ancillaryMasses: [],
    faults: [],
  };
  const gearbox: Gearbox = {
    id: 'bare',
    name: 'bare',
    shortName: 'bare',
    kind: 'manual',
    ratios: [3.6, 2.1, 1.4, 1],
    ratings: [],
    solids: [],
    ports: [],
    wants: [],
  };
  const chassis: Chassis = {
    name: 'bare',
    body: 'estate',
    drive: 'rear',
    engineLies: 'longitudinal',
    weighing: { aboard: '', driverAboard: false },
    axleRatios: [],
    tyres: [{ code: c.tyreCode, fitted: true }],
    obstacles: [],
    pads: [],
    ports: [],
    lumps: [],
  };
  // No wish for its revs at cruise: that is judged from ratios and tyre alone.
  const brief = { ...tug.brief, cruise: { speedKph: 100, rpm: 3500, toleranceRpm: 3000 } };
  const { steps, checks, findings } = assess({ ...tug, brief, chassis, candidates: [c] }, c, {
    engines: [engine],
    gearboxes: [gearbox],
    parts: [],
    families: [],
  });
  figures([checks, findings]);
  for (const step of ['weight', 'gearing', 'fit', 'money'] as const)
    expect([step, steps[step]]).toEqual([step, 'unknown']);
  expect(findings.filter((f) => f.state === 'blocked').map((f) => f.title)).toEqual([]);
  // What needs no more than ratios and a tyre is known all the same.
  expect(checks.find((x) => x.id === 'cruise')!.value).toBeGreaterThan(1000);
});
