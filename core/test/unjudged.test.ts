/** What nobody has drawn or measured: nothing of it is clear, and it is said what it is. */
import { assess, unjudgedOf, type Build, type Library } from '../src/index.ts';
import { candidate, judged, library, racer, tug, withEngine, withGearbox, words } from './demo.ts';
import { resolveSubject, settingOf } from '../src/index.ts';

const fit = (build: Build, letter: string, lib: Library = library) => {
  const c = build.candidates.find((x) => x.letter === letter)!;
  const a = assess(build, c, lib);
  const { subject } = resolveSubject(settingOf(build), c, lib);
  return { a, margin: a.checks.find((x) => x.id === 'fit-margin')!, open: unjudgedOf(subject!).map((u) => u.words) };
};
const c = candidate('C');
const withBay = (keep: (role: string) => boolean): Build => ({
  ...tug,
  chassis: { ...tug.chassis!, obstacles: tug.chassis!.obstacles.filter((o) => keep(o.role)) },
});

test('all drawn and measured, nothing is left out', () => {
  for (const x of tug.candidates.filter((k) => k.letter !== 'F'))
    expect([x.letter, fit(tug, x.letter).open]).toEqual([x.letter, []]);
  expect(fit(tug, 'C').margin.state).toBe('clear');
  for (const x of racer.candidates) expect(fit(racer, x.letter).open.join()).not.toMatch(/tunnel/);
});

test('a gearbox that nobody drew clears nothing, and says so where it is drawn', () => {
  const lib = withGearbox(c.gearboxId, (g) => ({ ...g, solids: [] }));
  const { a, margin, open } = fit(tug, 'C', lib);
  expect(open).toEqual(['the Corran six is not drawn']);
  expect([margin.state, margin.because]).toEqual(['unknown', expect.stringContaining('Not checked: the Corran six')]);
  const finding = a.findings.find((f) => f.id === `fit-undrawn-${c.gearboxId}`)!;
  expect([finding.state, finding.missing]).toEqual(['unknown', [`/gearboxes/${c.gearboxId}/solids`]]);
  expect(a.steps.fit).toBe('unknown');
});

test('an engine that nobody drew, its gearbox neither: no figure, no NaN, no “clear”', () => {
  const bare = withEngine(c.engineId, (e) => ({ ...e, solids: [], slots: [], bosses: [] }));
  const lib = { ...bare, gearboxes: bare.gearboxes.map((g) => (g.id === c.gearboxId ? { ...g, solids: [] } : g)) };
  const { a, margin, open } = fit(tug, 'C', lib);
  expect(open).toHaveLength(2);
  expect(margin.value).toBeUndefined();
  const touched = a.checks.find((x) => x.id === 'fit-touched')!;
  expect([margin.state, touched.state, a.steps.fit]).toEqual(['unknown', 'unknown', 'unknown']);
  expect(JSON.stringify([a.checks, a.findings])).not.toMatch(/NaN|Infinity|undefined/);
});

test('without an exhaust on it the rest at the flywheel clears nothing', () => {
  const lib = withEngine(c.engineId, (e) => ({ ...e, slots: e.slots.filter((s) => s.slot !== 'exhaust') }));
  const { margin, open } = fit(tug, 'C', lib);
  expect(open).toEqual(['the exhaust is not drawn']);
  expect(margin.state).toBe('unknown');
});

test('a bay of one bonnet leaves all else unknown: each body is named', () => {
  const { a, margin, open } = fit(
    withBay((role) => role === 'bonnet'),
    'C',
  );
  expect(open).toEqual([
    'the firewall is not measured',
    'the radiator pack is not measured',
    'the crossmember or rack is not measured',
    'the steering is not measured',
    'the tunnel is not measured',
    'the ground line is not measured',
  ]);
  expect(margin.state).toBe('unknown');
  const finding = a.findings.find((f) => f.id === 'fit-unmeasured')!;
  expect(words(finding.title)).toBe('Gaps to 6 things in the bay are not known');
});

test('what is there and hits, hits all the same', () => {
  const { margin } = fit(
    withBay((role) => role === 'bonnet'),
    'B',
  );
  expect(margin.state).toBe('blocked');
});

test('each body that is taken out of the bay makes a clear fit unknown, never the other way', () => {
  for (const role of ['bonnet', 'firewall', 'ground line', 'tunnel'] as const) {
    const less = withBay((r) => r !== role && !(role === 'tunnel' && r === 'floor'));
    expect([role, fit(less, 'C').margin.state]).toEqual([role, 'unknown']);
  }
  expect(judged('C').steps.fit).not.toBe('unknown');
});
