import fc from 'fast-check';
import { pert } from './distribution.ts';

test('a PERT mean lies between low and high; a fixed price has no variance', () => {
  fc.assert(
    fc.property(
      fc.tuple(
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
      ),
      (list) => {
        const [low, likely, high] = [...list].sort((a, b) => a - b) as [number, number, number];
        const { mean, variance } = pert({ low, likely, high });
        expect(mean).toBeGreaterThanOrEqual(low - 1e-9);
        expect(mean).toBeLessThanOrEqual(high + 1e-9);
        expect(variance).toBeGreaterThanOrEqual(-1e-6);
      },
    ),
  );
  expect(pert({ low: 50, likely: 50, high: 50 })).toEqual({ mean: 50, variance: 0 });
});

test('mean and variance by hand: 100, 200, 600 is 250 and 150 · 350 / 7', () => {
  expect(pert({ low: 100, likely: 200, high: 600 })).toEqual({ mean: 250, variance: 7500 });
});

test('prices out of order are refused', () => {
  expect(() => pert({ low: 100, likely: 90, high: 120 })).toThrow(/low ≤ likely ≤ high/);
});
