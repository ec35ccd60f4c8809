/** What nobody has entered is told with where it is entered; a thing with a name and no more is unknown, and nothing else. */
import {
  assess,
  type Build,
  type Candidate,
  type Chassis,
  type Engine,
  type Gearbox,
  type Library,
} from '../src/index.ts';
import { library, tug } from './demo.ts';
import { readable } from './readable.ts';

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

test('what is missing is told with where it is entered', () => {
  const c = candidate('C');
  const missing = (build: Build, lib = library) => assess(build, c, lib).findings.filter((f) => f.state === 'unknown');
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
    'Shift lever in its opening: data missing',
    'Missing: gearbox shift lever, shifter opening in the floor.',
    [`/gearboxes/${c.gearboxId}/shiftedBy`, `/gearboxes/${c.gearboxId}/shifterMm`],
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
  const judged = assess({ ...tug, brief, chassis, candidates: [c] }, c, {
    engines: [engine],
    gearboxes: [gearbox],
    parts: [],
    families: [],
  });
  const { steps, checks, findings } = judged;
  readable(judged);
  for (const step of ['weight', 'gearing', 'fit', 'money'] as const)
    expect([step, steps[step]]).toEqual([step, 'unknown']);
  expect(findings.filter((f) => f.state === 'blocked').map((f) => f.title)).toEqual([]);
  // What needs no more than ratios and a tyre is known all the same.
  expect(checks.find((x) => x.id === 'cruise')!.value).toBeGreaterThan(1000);
});
