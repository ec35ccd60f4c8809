import { Type } from 'typebox';
import { defineSum, finished, isWork, type Work } from './sum.ts';

function* counted(to: number): Work<number> {
  for (let n = 1; n <= to; n++) yield { share: n / to };
  return to;
}

test('a short sum answers at once, a long one with work', () => {
  const short = defineSum({
    name: 'short',
    title: 'Twice',
    input: Type.Object({ value: Type.Number() }),
    output: Type.Number(),
    run: ({ value }) => 2 * value,
  });
  const long = defineSum({ ...short, name: 'long', run: ({ value }) => counted(value) });
  expect(isWork(short.run({ value: 4 }))).toBe(false);
  expect(isWork(long.run({ value: 4 }))).toBe(true);
  expect(finished(short.run({ value: 4 }))).toBe(8);
  expect(finished(long.run({ value: 4 }))).toBe(4);
});

test('answers that are lists, words or nothing are no work', () => {
  for (const answer of [[1, 2], 'word', null, undefined, 0, { next: 1 }]) expect(isWork(answer)).toBe(false);
});

test('work yields shares that rise to one', () => {
  const shares: number[] = [];
  const work = counted(5);
  for (let step = work.next(); !step.done; step = work.next()) shares.push(step.value.share);
  expect(shares).toEqual([0.2, 0.4, 0.6, 0.8, 1]);
});
