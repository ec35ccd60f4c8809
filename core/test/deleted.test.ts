/** Systems that a computer switches: each on the engine a joint, kept by a computer that drives it or left out with what that asks. */
import {
  accept,
  assess,
  DELETABLE,
  deletionOf,
  finished,
  resolveSubject,
  settingOf,
  takeOut,
  type Port,
} from '../src/index.ts';
import { loadHighs, resolveCandidate, withWay } from '../src/solvers/jointResolver/index.ts';
import { candidate, library, tug, withEngine } from './demo.ts';

beforeAll(loadHighs);

const C = candidate('C');
const withPorts = (...ports: Port[]) =>
  withEngine('hesper-v6-27', (e) => ({ ...e, ports: [...e.ports.filter((p) => p.kind !== 'system'), ...ports] }));
const on = (place: string): Port => ({ id: `on-${place}`, kind: 'system', side: 'a', place, spec: { fitted: 'yes' } });
const driven = (place: string, drives: 'yes' | 'no'): Port => ({
  id: `by-${place}`,
  kind: 'system',
  side: 'b',
  place,
  spec: { drives },
  evidence: 'measured',
});
const systems = (lib: typeof library, c = C) =>
  assess(tug, c, lib).figures!.joints!.joints.filter((j) => j.kind === 'system');
const found = (lib: typeof library, key: string, c = C) =>
  assess(tug, c, lib).findings.find((f) => f.id === `joint-${key}`)!;

test('nobody has said what is on the engine: unknown; it has none: nothing to drive', () => {
  expect(systems(withPorts()).map((j) => [j.key, j.closure.how])).toEqual([['system', 'unknown']]);
  expect(found(withPorts(), 'system').missing).toContain('/engines/hesper-v6-27/ports');
  expect(systems(library).map((j) => [j.key, j.closure.how])).toEqual([['system', 'direct']]);
});

test('each system is a joint of its own: driven, not driven, or nobody has said', () => {
  const lib = withPorts(
    on('cam-phasing'),
    driven('cam-phasing', 'yes'),
    on('intake-flaps'),
    driven('intake-flaps', 'no'),
    on('secondary-air'),
  );
  expect(systems(lib).map((j) => [j.key, j.closure.how, j.state])).toEqual([
    ['system:cam-phasing', 'direct', 'clear'],
    ['system:intake-flaps', 'open', 'tight'],
    ['system:secondary-air', 'unknown', 'unknown'],
  ]);
  expect(found(lib, 'system:intake-flaps').title).toBe(
    'Actuator not driven, stays in its rest position: the computer does not drive it (intake flaps)',
  );
});

describe.each(Object.keys(DELETABLE))('%s left out', (place) => {
  const key = `system:${place}`;
  const guide = deletionOf(key)!;
  const work = { kind: 'fabrication', joint: key } as const;
  test.each(['yes', 'no', undefined] as const)('driven: %s', (drives) => {
    const lib = drives ? withPorts(on(place), driven(place, drives)) : withPorts(on(place));
    const out = accept(C, work);
    const f = found(lib, key, out);
    expect(f.state).toBe('tight');
    expect(f.title).toContain(guide.what);
    expect(f.because).toMatch(/^ECU setting required: .+\. .*local inspector/);
    const line = assess(tug, out, lib).figures!.money!.bill.lines.find((l) => l.name.startsWith('Leave out: '))!;
    expect([line.price.likely, line.hours.likely]).toEqual([guide.price.likely, guide.hours.likely]);
    expect(takeOut(out, work)).toEqual(C);
  });
});

test.each([
  ['cam-phasing', true],
  ['exhaust-recirculation', false],
])('a search may leave out what no rule asks for: %s %s', (place, may) => {
  const lib = withPorts(on(place), driven(place, 'no'));
  const { ways } = finished(
    resolveCandidate(settingOf(tug), C, lib, { weights: { cost: 1 }, pinned: [], refused: [], fabricate: true }),
  );
  expect(ways.some((w) => w.made.includes(`system:${place}`))).toBe(may);
});

test.each(['yes', 'no', undefined] as const)('left out it stays out when a set is taken; driven: %s', (drives) => {
  const place = 'exhaust-recirculation';
  const lib = drives ? withPorts(on(place), driven(place, drives)) : withPorts(on(place));
  const out = accept(C, { kind: 'fabrication', joint: `system:${place}` });
  const setting = settingOf(tug);
  const { ways, unknown } = finished(
    resolveCandidate(setting, out, lib, { weights: { cost: 1 }, pinned: [], refused: [], fabricate: true }),
  );
  expect([ways.length > 0, unknown]).toEqual([true, []]);
  const { subject } = resolveSubject(setting, out, lib);
  const taken = withWay({ setting, candidate: out, library: lib, subject: subject! }, ways[0]!);
  expect(taken.fabricated?.map((f) => f.joint)).toContain(`system:${place}`);
});
