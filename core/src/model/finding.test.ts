import fc from 'fast-check';
import { findingOf, makeCheck } from './check.ts';
import { checkState, worstState, type State } from './finding.ts';

const number = fc.double({ min: -1000, max: 1000, noNaN: true });

test('blocked when the limit is missed, tight when met by less than ±, clear beyond', () => {
  fc.assert(
    fc.property(number, number, fc.double({ min: 0.001, max: 100, noNaN: true }), (value, limit, pm) => {
      const inside = limit - value;
      const expected: State = inside < 0 ? 'blocked' : inside < pm ? 'tight' : 'clear';
      expect(checkState(value, pm, 'at most', limit)).toBe(expected);
      expect(checkState(-value, pm, 'at least', -limit)).toBe(expected);
    }),
  );
});

test('between two limits, the worse side counts', () => {
  fc.assert(
    fc.property(number, fc.double({ min: 0.01, max: 50, noNaN: true }), (value, pm) => {
      const both = checkState(value, pm, 'between', -100, 100);
      expect(both).toBe(worstState([checkState(value, pm, 'at least', -100), checkState(value, pm, 'at most', 100)]));
    }),
  );
});

test('more doubt never makes a state better', () => {
  const order: State[] = ['clear', 'tight', 'unknown', 'blocked'];
  fc.assert(
    fc.property(
      number,
      number,
      fc.double({ min: 0, max: 50, noNaN: true }),
      fc.double({ min: 0, max: 50, noNaN: true }),
      (value, limit, pm, more) => {
        expect(order.indexOf(checkState(value, pm + more, 'at most', limit))).toBeGreaterThanOrEqual(
          order.indexOf(checkState(value, pm, 'at most', limit)),
        );
      },
    ),
  );
});

test.each([undefined, NaN, Infinity])('%s is unknown, never clear', (value) => {
  expect(checkState(value, 1, 'at most', 10)).toBe('unknown');
  expect(checkState(value, 1, 'info')).toBe('unknown');
});

test('the worst of states', () => {
  expect(worstState([])).toBe('clear');
  expect(worstState(['clear', 'tight'])).toBe('tight');
  expect(worstState(['tight', 'unknown', 'clear'])).toBe('unknown');
  expect(worstState(['unknown', 'blocked'])).toBe('blocked');
});

describe('a check', () => {
  const spec = {
    id: 'cruise',
    step: 'gearing',
    group: 'g',
    title: 't',
    quantity: 'powerKw',
    limitKind: 'at least',
    limit: 85,
    because: 'b',
  } as const;
  const figure = { value: 90, plusMinus: 3, evidence: 'published', from: [] } as const;
  test('is judged from its figure', () => {
    expect(makeCheck({ ...spec, figure })).toMatchObject({
      value: 90,
      plusMinus: 3,
      evidence: 'published',
      state: 'clear',
    });
    expect(makeCheck({ ...spec, figure: { ...figure, plusMinus: 6 } }).state).toBe('tight');
  });
  test('without a figure has none, and is unknown', () => {
    const check = makeCheck({ ...spec, figure: undefined });
    expect(check.state).toBe('unknown');
    expect(check).not.toHaveProperty('value');
    expect(check).not.toHaveProperty('evidence');
  });
  test('and its finding say the same', () => {
    const check = makeCheck({ ...spec, figure });
    expect(findingOf(check, 'title', { about: ['e'] })).toMatchObject({
      id: 'cruise',
      state: check.state,
      figure: 90,
      limit: 85,
      evidence: 'published',
      about: ['e'],
      missing: [],
      remedies: [],
    });
  });
});
