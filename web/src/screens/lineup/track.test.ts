import type { Check } from '@sable/core';
import { seeded } from '@sable/core/units';
import { LINE_AT, trackPlace } from './track.ts';

const check = (more: Partial<Check>): Check =>
  ({ id: 'x', title: 'X', step: 'weight', quantity: 'massKg', state: 'clear', from: [], ...more }) as Check;
const at = (more: Partial<Check>) => trackPlace(check(more))!.at;

describe('where a figure stands on its track', () => {
  test('inside the limit it is right of the line, outside left of it, at the limit on it', () => {
    for (const [limitKind, inside] of [
      ['at most', -1],
      ['at least', 1],
    ] as const) {
      const place = (by: number) => at({ limitKind, limit: 100, value: 100 + by * inside, span: 50 });
      expect(place(10)).toBeGreaterThan(LINE_AT);
      expect(place(-10)).toBeLessThan(LINE_AT);
      expect(place(0)).toBeCloseTo(LINE_AT, 12);
    }
  });

  test('better is never further left', () => {
    const random = seeded(11);
    for (let n = 0; n < 200; n++) {
      const limit = random() * 200 - 100;
      const span = 1 + random() * 80;
      const [worse, better] = [random() * 300 - 150, random() * 300 - 150].sort((a, b) => b - a) as [number, number];
      const place = (value: number) => at({ limitKind: 'at most', limit, value, span });
      expect(place(better)).toBeGreaterThanOrEqual(place(worse));
    }
  });

  test('between two limits the nearer one counts', () => {
    const place = (value: number) => at({ limitKind: 'between', limit: 40, upperLimit: 60, value, span: 20 });
    expect(place(50)).toBeGreaterThan(place(58));
    expect(place(42)).toBeCloseTo(place(58), 12);
    expect(place(65)).toBeLessThan(LINE_AT);
    expect(place(35)).toBeCloseTo(place(65), 12);
  });

  test('however far off, the mark stays on the track', () => {
    for (const value of [-1e9, 1e9]) {
      const place = at({ limitKind: 'at most', limit: 0, value, span: 1 });
      expect(place).toBeGreaterThan(0.03);
      expect(place).toBeLessThan(0.97);
    }
  });

  test('without a span of its own it is scaled by its limit', () => {
    expect(at({ limitKind: 'at most', limit: 200, value: 100 })).toBeCloseTo(
      at({ limitKind: 'at most', limit: 200, value: 100, span: 200 }),
      12,
    );
    // A limit of nought scales by one, not by nothing.
    expect(at({ limitKind: 'at least', limit: 0, value: 0.5 })).toBeLessThan(1);
  });

  test('the wider its doubt, the wider its bar, within the track', () => {
    const half = (plusMinus: number) =>
      trackPlace(check({ limitKind: 'at most', limit: 10, value: 5, span: 10, plusMinus }))!.half;
    expect(half(0)).toBe(0);
    expect(half(1)).toBeLessThan(half(3));
    expect(half(1e6)).toBeLessThanOrEqual(1);
  });

  test('what has no limit, no value or only informs stands nowhere', () => {
    expect(trackPlace(check({ limitKind: 'at most', limit: 10 }))).toBeUndefined();
    expect(trackPlace(check({ limitKind: 'at most', value: 10 }))).toBeUndefined();
    expect(trackPlace(check({ limitKind: 'info', limit: 10, value: 5 }))).toBeUndefined();
  });
});
