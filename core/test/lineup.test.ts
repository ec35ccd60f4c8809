import fc from 'fast-check';
import {
  assessAll,
  lineup,
  worstTitle,
  type Build,
  type Check,
  type CheckId,
  type State,
  type Verdictable,
} from '../src/index.ts';
import { library, tug, words } from './demo.ts';

/** An assessment with the three figures that the line-up looks at. */
function standing(
  candidateId: string,
  state: State,
  bandKw: number,
  cost: number,
  peakKw = bandKw * 1.5,
  doubtKw?: number,
): Verdictable {
  const row = (id: CheckId, value: number): Check => ({
    id,
    step: 'gearing',
    group: 'g',
    title: id,
    quantity: 'number',
    value,
    limitKind: 'info',
    state: 'clear',
    because: '',
    from: [],
  });
  const title = {
    clear: 'All well',
    tight: 'It stands by little',
    unknown: 'Is it bare or dressed?',
    blocked: 'It hits the bonnet',
  }[state];
  return {
    candidateId,
    state,
    steps: {},
    checks: [
      { ...row('band-power', bandKw), ...(doubtKw === undefined ? {} : { plusMinus: doubtKw }) },
      row('budget', cost),
      row('power-now', peakKw),
    ],
    findings: [{ id: 'x', state, step: 'fit', title, because: '', about: [], missing: [], remedies: [] }],
  };
}
const of = (...list: [string, State, number, number, number?][]) => {
  const ids = list.map(([id]) => id);
  const build: Build = { ...tug, candidates: tug.candidates.filter((c) => ids.includes(c.id)) };
  return lineup(
    build,
    list.map(([id, state, kw, cost, peak]) => standing(id, state, kw, cost, peak)),
  );
};

test('state comes before power, power before money', () => {
  expect(of(['a', 'clear', 50, 9000], ['b', 'tight', 80, 1000]).leaderId).toBe('a');
  expect(of(['a', 'clear', 50, 1000], ['b', 'clear', 60, 9000]).leaderId).toBe('b');
  expect(of(['a', 'clear', 60, 9000], ['b', 'clear', 60.2, 1000]).leaderId).toBe('b');
  expect(of(['a', 'unknown', 90, 1], ['b', 'tight', 20, 1]).leaderId).toBe('b');
});

test('those that tie with the most within their doubt go by cost, and one that ties only with one of them does not', () => {
  const three = (doubt: number) =>
    lineup(
      { ...tug, candidates: tug.candidates.filter((c) => ['a', 'b', 'c'].includes(c.id)) },
      (
        [
          ['a', 60, 9000],
          ['b', 57, 7000],
          ['c', 54, 1000],
        ] as const
      ).map(([id, kw, cost]) => standing(id, 'clear', kw, cost, kw, doubt)),
    );
  expect(three(1).leaderId).toBe('a');
  // 4.2 apart at most: B ties with A, C with B alone.
  expect(three(3).leaderId).toBe('b');
  expect(words(three(3).sentence)).toContain(
    '5 % less mean power in the rpm range than A, within their uncertainty, for 2,000 € less.',
  );
  expect(three(5).leaderId).toBe('c');
});

test('in whatever order the candidates stand, the same one leads, for the same reason', () => {
  const ids = ['a', 'b', 'c', 'd', 'e', 'f'];
  const one = fc.record({
    state: fc.constantFrom<State>('clear', 'clear', 'tight', 'unknown', 'blocked'),
    kw: fc.integer({ min: 50, max: 56 }),
    cost: fc.integer({ min: 1, max: 4 }),
    doubt: fc.double({ min: 0, max: 3, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.array(one, { minLength: 6, maxLength: 6 }),
      fc.shuffledSubarray(ids, { minLength: 6, maxLength: 6 }),
      (list, order) => {
        const judged = list.map(({ state, kw, cost, doubt }, i) => standing(ids[i]!, state, kw, cost, kw, doubt));
        const candidates = ids.map((id) => tug.candidates.find((c) => c.id === id)!);
        const given = lineup({ ...tug, candidates }, judged);
        const moved = lineup(
          { ...tug, candidates: order.map((id) => candidates[ids.indexOf(id)]!) },
          order.map((id) => judged[ids.indexOf(id)]!),
        );
        expect([moved.leaderId, moved.sentence]).toEqual([given.leaderId, given.sentence]);
      },
    ),
    { numRuns: 300 },
  );
});

test('says what is out, and how the leader stands against the next', () => {
  const v = of(['a', 'clear', 70, 5000], ['b', 'clear', 50, 4000], ['c', 'blocked', 99, 1]);
  expect(v.headline).toBe('A leads; C rejected');
  expect(words(v.sentence)).toContain('40 % more mean power in the rpm range than B, for 1,000 € more.');
});

test('the same pull is said to be the same', () => {
  expect(words(of(['a', 'clear', 70, 5000], ['b', 'tight', 70.1, 5500]).sentence)).toContain(
    'Same mean power in the rpm range as B, for 500 € less. B is tight.',
  );
});

test('a tight or unknown leader is told with its reason', () => {
  expect(words(of(['a', 'tight', 70, 5000]).sentence)).toContain('Smallest margin: it stands by little');
  expect(words(of(['a', 'unknown', 70, 5000]).sentence)).toContain(
    'no known failure, but data is missing: is it bare or dressed?',
  );
});

test('where all are blocked nobody leads, and the nearest is named', () => {
  const v = of(['a', 'blocked', 70, 5000], ['b', 'blocked', 60, 4000]);
  expect(v.leaderId).toBeUndefined();
  expect(v.headline).toBe('No candidate meets all requirements');
  expect(v.sentence).toBe('Closest: A (it hits the bonnet).');
  expect(of(['a', 'blocked', 70, 5000]).headline).toBe('A fails');
});

test('one alone stands alone', () => {
  expect(of(['a', 'clear', 70, 5000]).headline).toBe('Only A meets all requirements');
});

test('peak and band won by the same one is nothing to tell', () => {
  expect(of(['a', 'clear', 70, 1, 120], ['b', 'clear', 60, 1, 100]).findings).toEqual([]);
  expect(of(['a', 'clear', 70, 1, 90], ['b', 'clear', 60, 1, 100]).findings[0]!.title).toBe(
    'B has the highest peak power but less power in the rpm range',
  );
});

test('counts are of the findings, and the reason is the first in the candidate’s own state', () => {
  const all = assessAll(tug, library);
  for (const v of lineup(tug, all).candidates) {
    const a = all.find((x) => x.candidateId === v.candidateId)!;
    expect(Object.values(v.counts).reduce((s, n) => s + n, 0)).toBe(a.findings.length);
    if (a.state !== 'clear') expect(v.why.startsWith(worstTitle(a))).toBe(true);
  }
});
