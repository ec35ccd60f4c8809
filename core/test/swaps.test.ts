/** What moves over from another engine: found by its face, on the bill, in the set that closes all, and in the list to take along. */
import {
  accept,
  assess,
  finished,
  loadHighs,
  resolveCandidate,
  resolveSubject,
  settingOf,
  swapOverCsv,
  takeOut,
  withWay,
  type Candidate,
  type Library,
  type Port,
} from '../src/index.ts';
import { engineDifferences, swapOver } from '../src/questions/joints/index.ts';
import { candidate, library, listing, tug, withEngine } from './demo.ts';

beforeAll(loadHighs);

/** C without its harness adapter: no sender that the car's gauges read. */
const bare: Candidate = { ...candidate('C'), partIds: candidate('C').partIds.filter((id) => id !== 'hl-hesper') };
const oil = { kind: 'swap', joint: 'sender:oil', engineId: 'sidecam-12' } as const;
const look = (c: Candidate, lib: Library = library) => assess(tug, c, lib);
const joint = (c: Candidate, key: string, lib: Library = library) =>
  look(c, lib).figures!.joints!.joints.find((j) => j.key === key)!;

test('the old engine’s sender closes the gauge’s joint, costs its hours and no money, and is undone', () => {
  const before = look(bare);
  const open = before.findings.find((f) => f.id === 'joint-sender:oil')!;
  expect(open.state).toBe('tight');
  expect(open.remedies.map((r) => r.accept)).toContainEqual(oil);
  const moved = accept(bare, oil);
  expect(joint(moved, 'sender:oil')).toMatchObject({ state: 'clear', closure: { how: 'swapped', what: 'sender' } });
  expect(joint(moved, 'sender:coolant').closure.how).toBe('open');
  const line = look(moved).figures!.money!.bill.lines.find((l) => l.acceptance?.kind === 'swap')!;
  expect([line.price.likely, line.hours.likely]).toEqual([0, 0.7]);
  expect(look(takeOut(moved, oil))).toEqual(before);
});

test('what does not mate is not moved: a swap that closes nothing leaves the joint open', () => {
  const other = withEngine('sidecam-12', (e) => ({
    ...e,
    ports: e.ports.map((p): Port => (p.kind === 'sender' ? { ...p, spec: { sender: 'another' } } : p)),
  }));
  const moved = accept(bare, oil);
  expect(joint(moved, 'sender:oil', other).closure.how).toBe('open');
  expect(look(bare, other).findings.find((f) => f.id === 'joint-sender:oil')!.remedies).not.toContainEqual(
    expect.objectContaining({ accept: oil }),
  );
});

test('what fits its family only comes from a sister, at a price; from a stranger never', () => {
  // The Quillon 2.2 has its crank wheel from a sister that reads 60−2 in its own family.
  const b = candidate('B');
  const f = look(b).findings.find((x) => x.id === 'joint-crank-trigger')!;
  const swaps = f.remedies.flatMap((r) => (r.accept?.kind === 'swap' ? [r.accept.engineId] : []));
  expect(swaps.length).toBeGreaterThan(0);
  for (const id of swaps) expect(library.engines.find((e) => e.id === id)!.family).toBe('Quillon four');
  // Its face mates; whether it bolts to this block is still to be seen.
  const sister = accept(b, { kind: 'swap', joint: 'crank-trigger', engineId: swaps[0]! });
  expect(joint(sister, 'crank-trigger')).toMatchObject({ state: 'tight', closure: { how: 'swapped' } });
  const stranger = accept(b, { kind: 'swap', joint: 'crank-trigger', engineId: 'hesper-v6-27' });
  expect(joint(stranger, 'crank-trigger').closure.how).toBe('open');
});

test('engines of which nobody has said the family are no sisters', () => {
  const unnamed: Library = { ...library, engines: library.engines.map(({ family: _family, ...e }) => e) };
  const f = look(candidate('B'), unnamed).findings.find((x) => x.id === 'joint-crank-trigger')!;
  expect(f.remedies.filter((r) => r.accept?.kind === 'swap')).toEqual([]);
});

test('the set that closes every joint takes what moves over where that counts least', () => {
  const wishes = { weights: { cost: 1 }, pinned: [], refused: ['hl-hesper', 'sb-3'], fabricate: false } as const;
  const found = finished(resolveCandidate(settingOf(tug), bare, library, wishes));
  const [way] = found.ways;
  expect(way!.swapped).toEqual(
    expect.arrayContaining([
      { joint: 'sender:coolant', engineId: 'sidecam-12' },
      { joint: 'sender:oil', engineId: 'sidecam-12' },
    ]),
  );
  const { subject } = resolveSubject(settingOf(tug), bare, library);
  const next = withWay({ setting: settingOf(tug), candidate: bare, library, subject: subject! }, way!);
  expect(joint(next, 'sender:oil').closure.how).toBe('swapped');
});

describe('the list to take along', () => {
  const listOf = (c: Candidate) => {
    const { subject } = resolveSubject(settingOf(tug), c, library);
    return swapOver(subject!, look(c).figures!.joints!);
  };
  test('what moves over, what could, and what the donor comes without', () => {
    const offer = { ...listing('v6-high-mileage'), missing: ['starter' as const], broken: ['alternator' as const] };
    const list = listOf({ ...accept(bare, oil), bought: { listing: offer, besides: [] } });
    expect(list.rows).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ what: 'sender', because: 'Gauge sender, oil', accepted: true }),
        expect.objectContaining({ what: 'sender', because: 'Gauge sender, coolant', accepted: false }),
      ]),
    );
    expect(list.toFind).toEqual([
      { item: 'starter', why: 'missing' },
      { item: 'alternator', why: 'broken' },
    ]);
    const csv = swapOverCsv(list, { system: 'metric' }, undefined);
    expect(csv).toContain('sender');
    expect(csv).toContain('alternator,to be found');
  });
  test('an engine differs from itself in nothing, and two sisters the other way round in the same things', () => {
    const [cast, long] = ['quillon-18-cast', 'quillon-22'].map((id) => library.engines.find((e) => e.id === id)!);
    expect(engineDifferences(cast!, cast!)).toEqual([]);
    const there = engineDifferences(cast!, long!);
    expect(there.map((d) => d.what)).toEqual(
      expect.arrayContaining(['Crankshaft flange to flywheel: crank flange', 'Computer']),
    );
    const back = engineDifferences(long!, cast!).map((d) => ({ what: d.what, here: d.there, there: d.here }));
    expect(new Set(back)).toEqual(new Set(there));
  });
});
