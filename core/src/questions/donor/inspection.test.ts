import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import { inspectEngine, judgeCompression, judgeLeakDown } from './inspection.ts';

const petrol = (...compressionBar: (number | null)[]) => ({ fuel: 'petrol' as const, compressionBar });

describe('compression', () => {
  test('an engine that is dead on every cylinder alike is dead', () => {
    expect(judgeCompression(petrol(4, 4, 4, 4))).toMatchObject({ state: 'blocked', lowCylinders: [1, 2, 3, 4] });
    expect(judgeCompression({ ...petrol(16, 16), fuel: 'diesel' }).state).toBe('blocked');
    expect(judgeCompression({ ...petrol(24, 25), fuel: 'diesel' }).state).toBe('clear');
  });
  test('exactly at the limit it is met, by less than the gauge it is tight', () => {
    const at = (bar: number) =>
      judgeCompression({ ...petrol(bar, bar), makersLeastBar: 10, compressionPlusMinusBar: 0.2 });
    expect([at(9.99), at(10), at(10.19), at(10.21)].map((j) => j.state)).toEqual([
      'blocked',
      'tight',
      'tight',
      'clear',
    ]);
  });
  test('a cylinder below three quarters of the best is low, however good the maker thinks it', () => {
    expect(judgeCompression({ ...petrol(16, 11.9), makersLeastBar: 8 })).toMatchObject({
      state: 'blocked',
      lowCylinders: [2],
    });
  });
  test('one that was not measured is named; none at all too', () => {
    expect(() => judgeCompression(petrol(12, null, 12))).toThrow('Cylinder 2 was not measured.');
    expect(() => judgeCompression(petrol())).toThrow(InputError);
  });
  test('more pressure in the weakest cylinder never makes it worse', () => {
    const rank = { clear: 0, tight: 1, unknown: 2, blocked: 3 };
    const bar = fc.double({ min: 1, max: 20, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(bar, { minLength: 2, maxLength: 8 }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (all, more) => {
          const weakest = all.indexOf(Math.min(...all));
          // Not above the best: that would move the share of all others.
          const raised = all.map((b, i) => (i === weakest ? Math.min(Math.max(...all), b + more) : b));
          expect(rank[judgeCompression(petrol(...raised)).state]).toBeLessThanOrEqual(
            rank[judgeCompression(petrol(...all)).state],
          );
        },
      ),
    );
  });
});

test('leak-down: exactly 15 or 25 is not above', () => {
  expect([[15], [15.1], [25], [25.1]].map(judgeLeakDown)).toEqual(['clear', 'tight', 'tight', 'blocked']);
});

test('the worst of all is the whole; a figure without its limit is unknown', () => {
  const good = petrol(12, 12, 12, 12);
  expect(inspectEngine(good).state).toBe('clear');
  expect(inspectEngine({ ...good, endPlayMm: 0.2, endPlayLimitMm: 0.1 }).state).toBe('blocked');
  expect(inspectEngine({ ...good, oilPressureBar: 1, oilPressureLeastBar: 2 }).oilPressureState).toBe('blocked');
  expect(inspectEngine({ ...good, oilPressureBar: 1 }).state).toBe('unknown');
  expect(inspectEngine({ ...good, scoredBores: [3] }).state).toBe('blocked');
});
