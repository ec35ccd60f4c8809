import { assess, assessAll, type Build, type Engine, type Gearbox, type Library } from '../src/index.ts';
import { library, pickup, racer, second, tug } from './demo.ts';

const C = tug.candidates.find((c) => c.letter === 'C')!;
const doubtful = (build: Build, lib: Library = library) =>
  assess(build, C, lib)
    .findings.filter((f) => f.id.startsWith('doubtful-'))
    .map((f) => [f.state, f.title.replace(/\{\{([^|]*)\|([^|]*)[^}]*\}\}/g, '$1 $2')]);
const figure = (value: number) => ({ value, plusMinus: 0, evidence: 'claimed' as const });
const withEngine = (more: Partial<Engine>): Library => ({
  ...library,
  engines: library.engines.map((e) => (e.id === C.engineId ? { ...e, ...more } : e)),
});
const withBox = (more: Partial<Gearbox>): Library => ({
  ...library,
  gearboxes: library.gearboxes.map((g) => (g.id === C.gearboxId ? { ...g, ...more } : g)),
});
const car = tug.chassis!;

test('nothing of the demo is doubtful', () => {
  for (const build of [tug, racer, pickup, second])
    for (const a of assessAll(build, library))
      expect(a.findings.filter((f) => f.id.startsWith('doubtful-')).map((f) => f.title)).toEqual([]);
});

test('a slip of the unit is named with its field, never refused, never silent', () => {
  expect(doubtful({ ...tug, chassis: { ...car, weighing: { ...car.weighing, comZMm: figure(54) } } })).toEqual([
    ['tight', 'Doubtful figure: centre of mass, height 54 lengthMm'],
  ]);
  expect(doubtful({ ...tug, chassis: { ...car, dragAreaM2: figure(0.0076) } })).toEqual([
    ['tight', 'Doubtful figure: drag area 0.0076 areaM2'],
  ]);
  expect(doubtful({ ...tug, chassis: { ...car, dragAreaM2: figure(7.6) } })).toEqual([
    ['tight', 'Doubtful figure: drag area 7.6 areaM2'],
  ]);
  expect(doubtful(tug, withBox({ massKg: figure(12) }))).toEqual([['tight', 'Doubtful figure: mass 12 massKg']]);
});

test('what follows from several figures is judged too: pistons that fly, an engine that fills to half as much again', () => {
  const engine = library.engines.find((e) => e.id === C.engineId)!;
  const long = withEngine({ strokeMm: figure(150), boreMm: figure(60), redlineRpm: figure(6000) });
  expect(doubtful(tug, long).map(([, title]) => title)).toContain(
    'Doubtful figure: mean piston speed at the redline 30 speedMPerS',
  );
  const full = withEngine({
    curves: engine.curves.map((c) => ({ ...c, torqueNm: c.torqueNm.map((t) => 1.47 * t) })),
  });
  expect(doubtful(tug, full).map(([, title]) => title)).toEqual([
    expect.stringMatching(/^Doubtful figure: mean effective pressure at its best torque 16\.\d+ pressureBar$/),
  ]);
  // Blown as much, it is what such an engine does.
  const blown = withEngine({
    induction: 'turbocharged',
    boost: { pressureRatio: figure(1.6) },
    curves: engine.curves.map((c) => ({ ...c, torqueNm: c.torqueNm.map((t) => 1.47 * t) })),
  });
  expect(doubtful(tug, blown)).toEqual([]);
});
