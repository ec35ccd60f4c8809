import type { Part, PortSpec, Subject } from '../../model/index.ts';
import type { Evidence } from '../../units/index.ts';
import { closeJoint, type Closure } from './chain.ts';
import type { JointKind } from './kind.ts';
import { JOINT_KINDS } from './kinds/index.ts';
import { instancesOf, portsOf, type JointInstance } from './ports.ts';

const kind = (name: string): JointKind => JOINT_KINDS.find((k) => k.kind === name)!;
const match = (name: string, a: PortSpec, b: PortSpec) => kind(name).match({ spec: a }, { spec: b });
const fits = { result: 'fits' };
const misses = (by: RegExp | string) => ({
  result: 'misses',
  by: expect.objectContaining({ words: expect.stringMatching(by) as unknown }) as unknown,
});

test('every kind names its two sides and what an open joint means', () => {
  expect(new Set(JOINT_KINDS.map((k) => k.kind)).size).toBe(JOINT_KINDS.length);
  for (const k of JOINT_KINDS) {
    expect([k.title, k.sides.a, k.sides.b].every((words) => /^\S.*\S$/.test(words))).toBe(true);
    expect(k.sides.a).not.toBe(k.sides.b);
    expect(k.openTitle('x')).toContain('x');
  }
});

test.each(JOINT_KINDS.map((k) => k.kind))('%s: two sides that say nothing are unknown, never a match', (name) => {
  const m = match(name, {}, {});
  expect(m.result).toBe('unknown');
  expect(m.result === 'unknown' && m.missing.length).toBeGreaterThanOrEqual(2);
});

describe('flywheel', () => {
  const crank = { bolts: 6, circleMm: 78, registerMm: 40 };
  test.each([
    [{}, fits],
    [{ circleMm: 78.15 }, fits],
    [{ circleMm: 75 }, misses(/\{\{3\|lengthMm.*on the bolt circle/)],
    [{ bolts: 8 }, misses('crankshaft 6 bolts, flywheel 8 bolts')],
    [{ registerMm: 40.5 }, misses(/on the register/)],
  ])('%j', (change, result) => {
    expect(match('flywheel', crank, { ...crank, ...change })).toEqual(result);
  });
  test('names the side that does not say', () => {
    expect(match('flywheel', { bolts: 6, circleMm: 78 }, crank)).toEqual({
      result: 'unknown',
      missing: [{ side: 'a', label: 'register, mm' }],
    });
  });
});

describe('clutch', () => {
  const shaft = { splineTeeth: 23, splineMm: 26 };
  test.each([
    [{}, fits],
    [{ splineTeeth: 24 }, misses('disc 24 teeth, input shaft 23 teeth')],
    [{ splineMm: 25.4 }, misses(/on the spline diameter/)],
  ])('%j', (change, result) => {
    expect(match('clutch', { ...shaft, ...change }, shaft)).toEqual(result);
  });
});

describe('triggers', () => {
  test('teeth and gap must agree', () => {
    expect(match('crank-trigger', { teeth: 60, gap: 2 }, { teeth: 60, gap: 2 })).toEqual(fits);
    expect(match('crank-trigger', { teeth: 36, gap: 1 }, { teeth: 60, gap: 2 })).toEqual(
      misses('wheel 36−1, computer expects 60−2'),
    );
    expect(match('crank-trigger', { teeth: 24, gap: 0 }, { teeth: 60, gap: 2 })).toEqual(misses('wheel 24, computer'));
  });
  test('points and a carburettor read no wheel', () => {
    expect(match('crank-trigger', { teeth: 36, gap: 1 }, { none: true })).toEqual(fits);
    expect(match('cam-trigger', {}, { none: true })).toEqual(fits);
  });
  test('the cam’s end comes before its teeth', () => {
    expect(match('cam-trigger', { teeth: 3, end: 'rear' }, { teeth: 1, end: 'front' })).toEqual(
      misses('sensor at the rear'),
    );
    expect(match('cam-trigger', { teeth: 3, end: 'front' }, { teeth: 1, end: 'front' })).toEqual(
      misses('3 cam teeth, computer expects 1'),
    );
  });
});

describe('rev counter', () => {
  test.each([
    [2, 2, fits],
    [0.5, 2, misses('25 % of actual rpm')],
    [1, 2, misses('50 % of actual rpm')],
    [3, 2, misses('150 % of actual rpm')],
    [4, 2, misses('200 % of actual rpm')],
    [1.5, 2, misses('75 % of actual rpm')],
    [2.7, 2, misses('135 % of actual rpm')],
  ])('%d pulses a turn on a gauge for %d', (a, b, result) => {
    expect(match('tacho', { pulsesPerRev: a }, { pulsesPerRev: b })).toEqual(result);
  });
  test('says what feeds it, where that is known, and does not stop the car', () => {
    expect(match('tacho', { pulsesPerRev: 0.5, source: 'one coil of six' }, { pulsesPerRev: 2 })).toEqual(
      misses('25 % of actual rpm: signal from one coil of six'),
    );
    expect(kind('tacho').whenOpen).toBe('tight');
  });
});

test.each(['bell', 'engine-mounts', 'gearbox-mount'])('%s goes by its pattern', (name) => {
  expect(match(name, { pattern: 'x' }, { pattern: 'x' })).toEqual(fits);
  expect(match(name, { pattern: 'x' }, { pattern: 'y' })).toEqual(misses(/x.*y/));
});

test('a propshaft is needed unless the front wheels drive; a clutch unless the box is automatic', () => {
  const box = (k: string) => ({ kind: k, ratios: [3] }) as Parameters<JointKind['neededFor']>[1];
  const engine = {} as Parameters<JointKind['neededFor']>[2];
  const car = (drive: string) => ({ drive }) as Parameters<JointKind['neededFor']>[0];
  expect(kind('output').neededFor(car('front'), box('manual'), engine)).toBe(false);
  expect(kind('output').neededFor(car('rear'), box('manual'), engine)).toBe(true);
  expect(kind('output').neededFor(null, box('manual'), engine)).toBe(true);
  for (const name of ['pilot', 'clutch', 'clutch-release']) {
    expect(kind(name).neededFor(null, box('automatic'), engine)).toBe(false);
    expect(kind(name).neededFor(null, box('sequential'), engine)).toBe(true);
  }
});

describe('what is typed for a face is read as its kind means it', () => {
  test('"36" and 36 are one number, and one name', () => {
    expect(match('crank-trigger', { teeth: '36', gap: '1' }, { teeth: 36, gap: 1 })).toEqual(fits);
    expect(match('bell', { pattern: 36 }, { pattern: '36' })).toEqual(fits);
    expect(match('crank-trigger', { teeth: '36', gap: 1 }, { teeth: 60, gap: 2 })).toEqual(misses('wheel 36−1'));
  });
  test.each([['many'], ['36 teeth'], [true], [''], [36.5]])(
    '%p teeth are no number of teeth: unknown, never a miss',
    (teeth) => {
      expect(match('crank-trigger', { teeth, gap: 1 }, { teeth: 36, gap: 1 })).toEqual({
        result: 'unknown',
        missing: [{ side: 'a', label: 'teeth' }],
      });
    },
  );
});

describe('a miss carries its figure', () => {
  const crank = { bolts: 6, circleMm: 75, registerMm: 40 };
  const wheel = { ...crank, circleMm: 78 };
  const miss = (a: Evidence | undefined, b: Evidence | undefined) => {
    const m = kind('flywheel').match({ spec: crank, evidence: a }, { spec: wheel, evidence: b });
    if (m.result !== 'misses') throw new Error(m.result);
    return m.by;
  };
  test('with the ± of how both sides are known, and the weaker evidence', () => {
    expect(miss('measured', 'measured')).toMatchObject({
      value: 3,
      limit: 0.2,
      quantity: 'lengthMm',
      evidence: 'measured',
    });
    expect(miss('measured', 'measured').plusMinus).toBeCloseTo(0.15 * Math.SQRT2, 9);
    expect(miss('measured', 'claimed').evidence).toBe('claimed');
    expect(miss('measured', 'claimed').plusMinus).toBeGreaterThan(miss('measured', 'published').plusMinus!);
  });
  test('where a side does not say how it is known, no ± is made up', () => {
    expect(miss(undefined, 'measured')).not.toHaveProperty('plusMinus');
    expect(miss('measured', undefined)).not.toHaveProperty('evidence');
  });
});

describe('a joint closes through parts', () => {
  const plate = (id: string, toA?: PortSpec, toB?: PortSpec, place?: string) =>
    ({
      id,
      name: id,
      provides: [],
      closes: [{ joint: 'bell', ...(toA ? { toA } : {}), ...(toB ? { toB } : {}), ...(place ? { place } : {}) }],
    }) as unknown as Part;
  const p = (pattern: string): PortSpec => ({ pattern });
  const joint = (place?: string): JointInstance => ({
    key: 'bell',
    kind: kind('bell'),
    place,
    a: { spec: p('A'), from: 'block' },
    b: { spec: p('D'), from: 'gearbox' },
  });
  const names = (c: Closure) => (c.how === 'parts' ? c.parts.map((x) => x.id) : c.how);
  test('through one, or a chain of them, each face matched; the shortest', () => {
    const [ab, bc, cd, ad] = [
      plate('ab', p('A'), p('B')),
      plate('bc', p('B'), p('C')),
      plate('cd', p('C'), p('D')),
      plate('ad', p('A'), p('D')),
    ];
    expect(names(closeJoint(joint(), [ab, bc, cd]))).toEqual(['ab', 'bc', 'cd']);
    expect(names(closeJoint(joint(), [cd, ab, bc]))).toEqual(['ab', 'bc', 'cd']);
    expect(names(closeJoint(joint(), [ab, bc, cd, ad]))).toEqual(['ad']);
    expect(names(closeJoint(joint(), [ab, cd]))).toBe('open');
    expect(names(closeJoint(joint(), []))).toBe('open');
  });
  test('a part with a face that nobody has read is unknown, never a fit', () => {
    expect(names(closeJoint(joint(), [plate('half', p('A'))]))).toBe('unknown');
    expect(names(closeJoint(joint(), [plate('none')]))).toBe('unknown');
    // The face that is known already misses: it can't be that one.
    expect(names(closeJoint(joint(), [plate('wrong', p('X'))]))).toBe('open');
  });
  test('a part for another place does not close this one', () => {
    const left = plate('left', p('A'), p('D'), 'left');
    expect(names(closeJoint(joint('left'), [left]))).toEqual(['left']);
    expect(names(closeJoint(joint('right'), [left]))).toBe('open');
  });
});

test('ports of several places make a joint each, a face without a place serves all', () => {
  const port = (side: 'a' | 'b', pattern: string, place?: string) => ({
    id: `${side}${place ?? ''}`,
    kind: 'bell',
    side,
    spec: { pattern },
    ...(place ? { place } : {}),
  });
  const subject = {
    chassis: null,
    gearbox: { name: 'box', ports: [port('b', 'x')] },
    engine: { name: 'engine', ports: [port('a', 'x', 'right'), port('a', 'y', 'left')] },
    dressing: [],
    parts: [],
  } as unknown as Subject;
  const joints = instancesOf(kind('bell'), subject, portsOf(subject, kind('bell')));
  expect(joints.map((j) => [j.key, closeJoint(j, []).how])).toEqual([
    ['bell:left', 'open'],
    ['bell:right', 'direct'],
  ]);
});
