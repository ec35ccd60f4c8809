import { compareMountTypes } from '@sable/core';
import { SIDE } from '@sable/core/formats/drawing';
import type { V3 } from '@sable/core/geometry';
import { candidate, library, tug } from '../../../../core/test/demo.ts';
import { adviceOf } from './advice.ts';
import { across, boxAround, labelGroups, niceScale } from './drawn.ts';

test('a scale is 1, 2 or 5 times a power of ten, and never draws more than was asked', () => {
  for (const most of [0.2, 1, 1.9, 2, 4.9, 5.1, 37, 100, 499, 1e6]) {
    const scale = niceScale(most);
    expect([1, 2, 5]).toContain(Number(String(scale)[0]));
    expect(scale).toBeLessThanOrEqual(Math.max(1, most));
    expect(scale).toBeGreaterThan(Math.min(most, 500) / 2.6);
  }
});

test('a line goes from edge to edge, left end first; seen end on or beside the box it is not drawn', () => {
  const box = { x: 0, y: 0, w: 100, h: 50 };
  expect(across([50, 25], [60, 25], box)).toEqual([
    [0, 25],
    [100, 25],
  ]);
  const [from, to] = across([50, 25], [50, 35], box)!;
  expect([from, to].map((p) => p[1]).sort((a, b) => a - b)).toEqual([0, 50]);
  expect(across([50, 25], [50.2, 25.1], box)).toBeUndefined();
  expect(across([0, 80], [10, 80], box)).toBeUndefined();
});

test('all points lie in the box of a view', () => {
  const points: readonly V3[] = [
    [10, 20, 30],
    [-500, 100, 700],
    [200, -90, -40],
  ];
  const box = boxAround(points, SIDE);
  for (const p of points) {
    const [x, y] = SIDE.flat(...p);
    expect(x > box.x && x < box.x + box.w && y > box.y && y < box.y + box.h).toBe(true);
  }
});

test('labels that would stand in one another are said together, and none is lost', () => {
  const things = [0, 3, 50, 52, 200].map((x) => ({ x, y: 0 }));
  const groups = labelGroups(things, 10);
  expect(groups.map((g) => g.length)).toEqual([2, 2, 1]);
  expect(groups.flat()).toHaveLength(things.length);
});

describe('the advice', () => {
  const rows = compareMountTypes(tug, candidate('C'), library)!;
  test('compares the next softer type at the tightest gap and at idle', () => {
    const [solid, poly, rubber] = rows;
    expect(poly!.chosen).toBe(true);
    const words = adviceOf(rows)!;
    expect(words).toMatch(/^Rubber of the same size moves/);
    expect(words).toContain(`{{${rubber!.gap!.movementMm - poly!.gap!.movementMm}|lengthMm|1}} more`);
    expect(solid!.gap!.movementMm).toBeLessThan(rubber!.gap!.movementMm);
  });
  test('names a firmer one where the gap is short', () => {
    const short = rows.map((r) => (r.gap ? { ...r, gap: { ...r.gap, roomMm: r.gap.movementMm - 1 } } : r));
    expect(adviceOf(short)).toMatch(/^Solid of the same size moves .* less/);
  });
  test('of a mixed set there is none', () => {
    expect(adviceOf(compareMountTypes(tug, candidate('D'), library)!)).toBeUndefined();
  });
});

test('without mounts, mass or curve no type is compared', () => {
  expect(compareMountTypes(tug, { ...candidate('C'), mounts: [] }, library)).toBeUndefined();
  expect(compareMountTypes({ ...tug, chassis: null }, candidate('C'), library)).toBeUndefined();
});
