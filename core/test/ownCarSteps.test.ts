/** From an empty shop to an own car: each step is done by what is in the data. */
import { ownCarSteps, type Build, type Library } from '../src/index.ts';
import { library, tug } from './demo.ts';

const empty: Library = { engines: [], gearboxes: [], parts: [] };
const open = (l: Library, b?: Build) =>
  ownCarSteps(l, b)
    .filter((s) => !s.done)
    .map((s) => s.id);

test('in an empty shop everything is to do, in about forty minutes, and its first step is an engine', () => {
  const steps = ownCarSteps(empty, undefined);
  expect(steps.every((s) => !s.done && s.missing.length > 0)).toBe(true);
  expect(steps[0]!.id).toBe('engine');
  expect(steps.reduce((sum, s) => sum + s.minutes, 0)).toBe(40);
  // Nothing leads into a build that is not there.
  for (const s of steps.slice(0, 3)) expect(s.path.startsWith('/')).toBe(true);
});

test('of a car that is whole nothing is to do', () => {
  expect(open(library, tug)).toEqual([]);
});

test('each step opens again when what it asks for is taken out', () => {
  const chassis = tug.chassis!;
  const [first] = tug.candidates;
  const of = (change: Partial<Build>) => open(library, { ...tug, ...change });
  expect(of({ candidates: [] })).toEqual(['candidate', 'place', 'price', 'read']);
  expect(of({ candidates: [{ ...first!, unplaced: true }] })).toEqual(['place']);
  expect(of({ chassis: { ...chassis, lumps: [] } })).toEqual(['out']);
  expect(of({ chassis: { ...chassis, tyres: [] } })).toEqual(['car']);
  expect(of({ chassis: { ...chassis, obstacles: [], tape: [] } })).toEqual(['bay']);
  expect(open({ ...library, gearboxes: library.gearboxes.map((g) => ({ ...g, retired: true })) }, tug)).toEqual([
    'gearbox',
  ]);
  const engine = library.engines.find((e) => e.id === first!.engineId)!;
  const { price: _none, ...unpriced } = engine;
  const poor = { ...library, engines: library.engines.map((e) => (e.id === engine.id ? unpriced : e)) };
  const { bought: _nor, ...own } = first!;
  expect(open(poor, { ...tug, candidates: [own] })).toEqual(['price']);
  const { chassis: _gone, ...bare } = tug;
  expect(open(library, bare as Build)).toEqual(['car', 'out', 'bay']);
});
