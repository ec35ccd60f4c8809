import {
  accept,
  finished,
  loadHighs,
  resolveCandidate,
  settingOf,
  withWay,
  resolveSubject,
  type Build,
  type Candidate,
  type JointWay,
  type Library,
} from '../src/index.ts';
import { candidate, judged, library, pickup, racer, tug } from './demo.ts';

beforeAll(loadHighs);

const WISH = { weights: { cost: 1 }, pinned: [], refused: [], fabricate: false } as const;
const ways = (
  c: Candidate,
  more: Partial<Parameters<typeof resolveCandidate>[3]> = {},
  build: Build = tug,
  lib: Library = library,
) => finished(resolveCandidate(settingOf(build), c, lib, { ...WISH, ...more }));
const used = (
  c: Candidate,
  partIds: readonly string[],
  made: readonly string[] = [],
  swapped: JointWay['swapped'] = [],
) => {
  const { subject } = resolveSubject(settingOf(tug), c, library);
  return withWay({ setting: settingOf(tug), candidate: c, library, subject: subject! }, { partIds, made, swapped });
};

test('every way found closes every joint when the whole candidate is judged with it', () => {
  const c = candidate('C');
  const found = ways(c);
  expect(found.ways.length).toBeGreaterThan(0);
  for (const way of found.ways) {
    const a = judged('C', used(c, way.partIds, way.made, way.swapped));
    expect(a.figures.joints.joints.filter((j) => j.closure.how === 'open')).toEqual([]);
    expect(a.findings.filter((f) => f.step === 'joints' && f.state === 'blocked')).toEqual([]);
  }
  // Each is without something of every one before it.
  found.ways.forEach((w, i) => {
    for (const before of found.ways.slice(0, i))
      expect(before.partIds.some((id) => !w.partIds.includes(id))).toBe(true);
  });
  // Each next one counts no less.
  const prices = found.ways.map((w) => w.price);
  expect(prices).toEqual([...prices].sort((x, y) => x - y));
});

test('no single part can be left out of a way', () => {
  const c = candidate('C');
  const [way] = ways(c).ways;
  for (const id of way!.partIds) {
    const without = used(
      c,
      way!.partIds.filter((p) => p !== id),
    );
    const a = judged('C', without);
    const broken =
      a.figures.joints.joints.some((j) => j.closure.how === 'open') ||
      a.findings.some((f) => f.step === 'joints' && f.state === 'blocked');
    expect([id, broken]).toEqual([id, true]);
  }
});

test('pinned parts are in every way, refused ones in none; parts that close no joint stay as they are', () => {
  const c = candidate('C');
  const [best] = ways(c).ways;
  const [first] = best!.partIds;
  const without = ways(c, { refused: [first!], fabricate: true });
  expect(without.ways.length).toBeGreaterThan(0);
  for (const w of without.ways) expect(w.partIds).not.toContain(first);
  const others = c.partIds.filter((id) => {
    const p = library.parts.find((x) => x.id === id)!;
    return p.closes.length === 0 && p.provides.length === 0;
  });
  expect(used(c, best!.partIds).partIds).toEqual(expect.arrayContaining(others));
});

test('where nothing in the library closes a joint it is named, and own work closes it where a shop can make it', () => {
  const bare: Library = {
    ...library,
    parts: library.parts.filter((p) => !p.closes.some((x) => x.joint === 'gearbox-mount')),
  };
  const c = candidate('C');
  const kept = { ...c, partIds: c.partIds.filter((id) => bare.parts.some((p) => p.id === id)) };
  const none = ways(kept, {}, tug, bare);
  expect(none.ways).toEqual([]);
  expect(none.unclosable.map((u) => u.joint)).toEqual(['gearbox-mount']);
  expect(none.conflict!.joints).toEqual(['gearbox-mount']);
  const made = ways(kept, { fabricate: true }, tug, bare);
  expect(made.ways[0]!.made).toContain('gearbox-mount');
});

test('own work closes a joint as tight, costs its material and hours, and can be taken out', () => {
  const c = candidate('C');
  const open = { ...c, partIds: c.partIds.filter((id) => id !== 'xm-g6') };
  const before = judged('C', open);
  const joint = before.figures.joints.joints.find((j) => j.kind === 'gearbox-mount')!;
  expect(joint.closure.how).toBe('open');
  const a = judged('C', accept(open, { kind: 'fabrication', joint: joint.key }));
  const now = a.figures.joints.joints.find((j) => j.key === joint.key)!;
  expect([now.closure.how, now.state]).toEqual(['made', 'tight']);
  const line = a.figures.money.bill.lines.find((l) => l.id === `made-${joint.key}`)!;
  expect([line.price.likely, line.hours.likely]).toEqual([30, 4]);
  // The guess that stood in for it is gone.
  expect(a.figures.money.bill.lines.some((l) => l.id === `joint-${joint.key}`)).toBe(false);
});

test('the racer and the pickup are resolved too, or told why not', () => {
  for (const build of [racer, pickup])
    for (const c of build.candidates) {
      const found = ways(c, { fabricate: true }, build);
      expect(found.ways.length > 0 || found.conflict !== undefined || found.unknown.length > 0).toBe(true);
    }
});

test('where no face is known at all there is no way, not even one that costs nothing', () => {
  const blank = <T extends { readonly ports: readonly unknown[] }>(x: T): T => ({ ...x, ports: [] });
  const lib: Library = { ...library, engines: library.engines.map(blank), gearboxes: library.gearboxes.map(blank) };
  const car = { ...tug, chassis: { ...tug.chassis!, ports: [] } };
  const found = ways({ ...candidate('C'), partIds: [] }, { fabricate: true }, car, lib);
  expect(found.unknown.length).toBeGreaterThan(5);
  expect(found.ways).toEqual([]);
});

test('what nobody has entered is unknown: no way claims to close it', () => {
  const lib: Library = {
    ...library,
    engines: library.engines.map((e) => ({ ...e, ports: e.ports.filter((p) => p.kind !== 'bell') })),
  };
  const found = ways(candidate('C'), {}, tug, lib);
  expect(found.unknown).toContain('bell');
  expect(found.ways.length).toBeGreaterThan(0);
  for (const w of found.ways) expect(w.joints).toBe('unknown');
});

describe('what is kept', () => {
  const c = candidate('C');
  test('a part of another engine can’t be, and says what it needs', () => {
    // The cast Quillon’s kit is for that block alone.
    const odd: Library = {
      ...library,
      parts: library.parts.map((p) =>
        p.id === 'mk-quillon-kit' ? { ...p, requires: [{ what: 'engine' as const, is: 'quillon-18-cast' }] } : p,
      ),
    };
    const found = ways(c, { pinned: ['mk-quillon-kit'] }, tug, odd);
    expect(found.unkept.map((u) => u.partId)).toEqual(['mk-quillon-kit']);
    expect(found.unkept[0]!.why).toMatch(/^It needs the Quillon/);
    expect(ways(c, { pinned: ['nowhere'] }).unkept[0]!.why).toBe('It is not in the library.');
  });
  test('two that can’t stand beside each other leave no set: each is named, and without it there is one', () => {
    const [best] = ways(c).ways;
    const [one] = best!.partIds;
    const rival = library.parts.find((p) => p.id === one)!;
    const clash: Library = {
      ...library,
      parts: [
        ...library.parts,
        { ...rival, id: 'rival', name: 'rival', excludes: [{ what: 'part' as const, is: one! }] },
      ],
    };
    const found = ways(c, { pinned: [one!, 'rival'] }, tug, clash);
    expect(found.ways).toEqual([]);
    expect(found.unkept.map((u) => u.partId).sort()).toEqual([one!, 'rival'].sort());
    expect(ways(c, { pinned: ['rival'] }, tug, clash).ways[0]!.partIds).toContain('rival');
  });
  test('a clutch disc of another spline than the new gearbox’s: named, and without it there is a set', () => {
    const behind = { ...c, gearboxId: 'marten-e5' };
    const found = ways(behind, { pinned: ['ck-240-28', 'pump-310'], fabricate: true });
    expect([found.ways.length, found.unkept.map((u) => u.partId)]).toEqual([0, ['ck-240-28']]);
    expect(ways(behind, { pinned: ['pump-310'], fabricate: true }).ways[0]!.partIds).toContain('pump-310');
  });
  test('one that closes nothing open stays in every way', () => {
    const idle = library.parts.find(
      (p) =>
        p.closes.length > 0 &&
        !p.discontinued &&
        !p.retired &&
        p.requires.length === 0 &&
        p.excludes.length === 0 &&
        p.closes.every((x) => x.joint === 'bell'),
    );
    if (!idle) throw new Error('the library has an adapter');
    const found = ways(c, { pinned: [idle.id] });
    // Block and bell of C mate as they are.
    expect(found.ways.length).toBeGreaterThan(0);
    for (const w of found.ways) expect(w.partIds).toContain(idle.id);
  });
});

describe('a half-step beside the set that lasts', () => {
  const bare = { ...candidate('B'), partIds: [], fabricated: [], swapped: [] };
  let found: ReturnType<typeof ways>;
  beforeAll(() => {
    found = ways(bare, { fabricate: true });
  });
  const price = (w: { partIds: readonly string[] }) =>
    w.partIds.reduce((sum, id) => sum + library.parts.find((p) => p.id === id)!.price!.likely, 0);

  test('is cheaper, and the one that lasts has nothing made to do', () => {
    const { right } = found.halfStep!;
    expect(right.price).toBeGreaterThan(found.ways[0]!.price);
    expect(right.made).toEqual([]);
    expect(right.swapped.filter((s) => s.joint.split(':')[0] !== 'sender')).toEqual([]);
    expect(right.partIds.filter((id) => library.parts.find((p) => p.id === id)!.discontinued)).toEqual([]);
    expect(right.price).toBeCloseTo(price(right), 6);
  });

  test('both in turn come to the one that lasts and what is bought twice, to the cent and the hour', () => {
    const { right, twice, inTurn } = found.halfStep!;
    expect(twice.price + twice.hours).toBeGreaterThan(0);
    expect(inTurn.price).toBeCloseTo(right.price + twice.price, 6);
    expect(inTurn.hours).toBeCloseTo(right.hours + twice.hours, 6);
    for (const id of twice.partIds) expect(right.partIds).not.toContain(id);
  });

  test('there is none where the cheapest set lasts, or nothing lasting closes them', () => {
    const { right } = found.halfStep!;
    // Without a sister engine in the library and with the shop making nothing the cheapest set is the one that lasts.
    const alone = {
      ...library,
      engines: library.engines.filter((e) => e.id === bare.engineId || e.id === 'sidecam-12'),
    };
    const lasting = ways(bare, { fabricate: false }, tug, alone);
    expect([lasting.ways[0]!.partIds, lasting.halfStep]).toEqual([right.partIds, undefined]);
    const lastingOnly = right.partIds.filter((id) => !found.ways[0]!.partIds.includes(id));
    const again = ways(bare, { fabricate: true, refused: lastingOnly });
    expect(again.ways.length).toBeGreaterThan(0);
    expect(again.halfStep?.right.partIds.some((id) => lastingOnly.includes(id)) ?? false).toBe(false);
  });
});
