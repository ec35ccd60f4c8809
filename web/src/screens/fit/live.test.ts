/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { assess } from '@sable/core';
import { fitState } from '@sable/core/questions/fit';
import { library, racer, tug } from '../../../../core/test/demo.ts';
import { seeded } from '@sable/core/units';
import { LiveFit } from './live.ts';

const of = (letter: string, build = tug) =>
  LiveFit.of(
    build,
    build.candidates.find((c) => c.letter === letter)!,
    library,
  )!;

let frames: FrameRequestCallback[] = [];
beforeEach(() => {
  frames = [];
  jest.spyOn(globalThis, 'requestAnimationFrame').mockImplementation((f) => frames.push(f));
});
afterEach(() => jest.restoreAllMocks());
const nextFrame = () => frames.splice(0).forEach((f) => f(0));

describe('a powertrain in the hand', () => {
  test.each(['A', 'B', 'C', 'D'])('%s stands where it was saved, with the gaps that the judgement has', (letter) => {
    const live = of(letter);
    const { candidate } = live.subject;
    const { fit, mounts } = assess(tug, candidate, library).figures!;
    const judged = fit!.pairs;
    live.movesAs(mounts!.movement);
    expect(live.now().placement).toEqual(candidate.placement);
    for (const gap of live.now().gaps) {
      const same = judged.filter((p) => p.obstacle.id === gap.obstacle.id);
      expect([gap.obstacle.id, same.length > 0]).toEqual([gap.obstacle.id, true]);
      expect(gap.marginMm).toBeCloseTo(Math.min(...same.map((p) => p.marginMm)), 6);
    }
  });

  test('one gap for each obstacle, the tightest, in the order of tightness', () => {
    const { gaps } = of('B').now();
    expect(gaps.length).toBeGreaterThan(3);
    expect(new Set(gaps.map((g) => g.obstacle.id)).size).toBe(gaps.length);
    expect(gaps.map((g) => g.marginMm)).toEqual(gaps.map((g) => g.marginMm).sort((a, b) => a - b));
  });

  test('a body’s state is its worst', () => {
    const { gaps, states } = of('B').now();
    for (const gap of gaps)
      expect([gap.obstacle.id, states.get(gap.obstacle.id)]).toEqual([gap.obstacle.id, fitState(gap.marginMm)]);
  });

  test('moved along an axis, what the gap is measured between moves with it', () => {
    const live = of('C');
    const before = live.now();
    live.put({ ...before.placement, zMm: before.placement.zMm + 25 });
    const after = live.now();
    const over = (at: typeof before) => at.gaps.find((g) => g.obstacle.role === 'bonnet')!;
    expect(over(before).marginMm - over(after).marginMm).toBeCloseTo(25, 0);
    live.put(before.placement);
    expect(live.now()).toEqual(before);
  });

  test('many moves in a frame are reckoned once, the last of them', () => {
    const live = of('A');
    const seen: number[] = [];
    const stop = live.watch(() => seen.push(live.now().placement.xMm));
    const at = live.now().placement;
    for (const xMm of [1, 2, 3, 4]) live.move({ ...at, xMm });
    expect(frames).toHaveLength(1);
    expect(seen).toEqual([]);
    expect(live.target.xMm).toBe(4);
    nextFrame();
    expect(seen).toEqual([4]);
    live.move({ ...at, xMm: 7 });
    nextFrame();
    expect(seen).toEqual([4, 7]);
    stop();
    live.move({ ...at, xMm: 9 });
    nextFrame();
    expect(seen).toEqual([4, 7]);
    expect(live.now().placement.xMm).toBe(9);
  });

  test('nudges that come before a frame is drawn add up, and there and back is nowhere', () => {
    const live = of('A');
    const start = live.now().placement;
    const random = seeded(7);
    const steps = Array.from({ length: 40 }, () => [random() * 10 - 5, random() * 10 - 5, random() * 10 - 5] as const);
    for (const [x, y, z] of steps) live.by([x, y, z], 0.1, -0.2);
    for (const [x, y, z] of steps) live.by([-x, -y, -z], -0.1, 0.2);
    nextFrame();
    const end = live.now().placement;
    for (const key of ['xMm', 'yMm', 'zMm', 'pitchDeg', 'cantDeg'] as const)
      expect(Math.abs(end[key] - start[key])).toBeLessThan(0.005);
  });

  test('however far it is pushed, it stays within what can be saved', () => {
    const live = of('A');
    live.by([1e6, -1e6, 1e6], 400, -400);
    nextFrame();
    expect(live.now().placement).toMatchObject({ xMm: 10000, yMm: -10000, zMm: 10000, pitchDeg: 30, cantDeg: -90 });
  });

  test('far away from everything nothing is near, and no state is anything but clear', () => {
    const live = of('B');
    live.put({ ...live.now().placement, zMm: 9000 });
    expect([...live.now().states.values()].filter((s) => s !== 'clear')).toEqual([]);
    expect(live.now().statesKey).toBe('');
  });

  test('the key of the states changes when a state does, and only then', () => {
    const live = of('B');
    const at = live.now().placement;
    const keyOf = (dz: number) => {
      live.put({ ...at, zMm: at.zMm + dz });
      return [
        live.now().statesKey,
        JSON.stringify([...live.now().states].filter(([, s]) => s !== 'clear').sort()),
      ] as const;
    };
    const seen = [0, -5, -10, -20, -40, -80].map(keyOf);
    for (const [key, states] of seen)
      for (const [otherKey, otherStates] of seen) expect(key === otherKey).toBe(states === otherStates);
    expect(new Set(seen.map(([k]) => k)).size).toBeGreaterThan(1);
  });

  test('an engine across the car is held the same way', () => {
    const [candidate] = racer.candidates;
    const live = LiveFit.of(racer, candidate!, library)!;
    expect(live.now().placement.yawDeg).toBe(candidate!.placement.yawDeg);
    expect(live.now().gaps.length).toBeGreaterThan(0);
  });

  test('without its engine in the library there is nothing to hold', () => {
    const stranger = { ...tug.candidates[0]!, engineId: 'nobody-knows' };
    expect(LiveFit.of(tug, stranger, library)).toBeUndefined();
  });
});
