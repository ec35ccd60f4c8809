import type { PortSpec } from '../../model/index.ts';
import { JOINT_KINDS } from './kinds/index.ts';
import { type JointKind } from './kind.ts';

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
    expect(k.sides.a.length * k.sides.b.length).toBeGreaterThan(0);
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
    [{ bolts: 8 }, misses('6 bolts in the crank, 8 in the flywheel')],
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
    [{ splineTeeth: 24 }, misses('24 spline teeth in the plate, 23 on the shaft')],
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
    [0.5, 2, misses('a quarter')],
    [1, 2, misses('half')],
    [3, 2, misses('half as much again')],
    [4, 2, misses('double')],
    [1.5, 2, misses('three quarters')],
    [2.7, 2, misses('135 %')],
  ])('%d pulses a turn on a gauge for %d', (a, b, result) => {
    expect(match('tacho', { pulsesPerRev: a }, { pulsesPerRev: b })).toEqual(result);
  });
  test('says what feeds it, where that is known, and does not stop the car', () => {
    expect(match('tacho', { pulsesPerRev: 0.5, source: 'one coil of six' }, { pulsesPerRev: 2 })).toEqual(
      misses('a quarter: one coil of six feeds it'),
    );
    expect(kind('tacho').whenOpen).toBe('tight');
  });
});

test.each(['bell', 'engine-mounts', 'gearbox-mount'])('%s goes by its pattern', (name) => {
  expect(match(name, { pattern: 'x' }, { pattern: 'x' })).toEqual(fits);
  expect(match(name, { pattern: 'x' }, { pattern: 'y' })).toEqual(misses(/x.*y/));
});

test('a propshaft is needed unless the front wheels drive; a clutch unless the box is automatic', () => {
  const box = (k: string) => ({ kind: k }) as Parameters<JointKind['neededFor']>[1];
  const car = (drive: string) => ({ drive }) as Parameters<JointKind['neededFor']>[0];
  expect(kind('output').neededFor(car('front'), box('manual'))).toBe(false);
  expect(kind('output').neededFor(car('rear'), box('manual'))).toBe(true);
  expect(kind('output').neededFor(null, box('manual'))).toBe(true);
  for (const name of ['flywheel', 'clutch']) {
    expect(kind(name).neededFor(null, box('automatic'))).toBe(false);
    expect(kind(name).neededFor(null, box('sequential'))).toBe(true);
  }
});
