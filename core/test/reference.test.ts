import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { compare } from '../reference/compare.ts';
import { judgeCase } from '../reference/judge.ts';
import { sumForCase, type Case } from '../reference/map.ts';

const file = path.resolve(import.meta.dirname, '../../../shared/reference/cases.json');
const cases: Case[] = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Case[]) : [];

describe('reference numbers', () => {
  const asked = cases.filter((c) => !('skip' in sumForCase(c)));
  if (asked.length > 0) {
    test.each(asked.map((c) => [c.id, c] as const))('%s', async (_, c) => {
      expect(await judgeCase(c)).toEqual({ state: 'passed' });
    });
  }

  // The runner itself must be able to fail.
  const example: Case = {
    id: 'x',
    topic: 'curves',
    input: { torqueNm: 200, engineRpm: 5252 },
    expected: { powerKw: 110 },
    tolerance: { rel: 1e-3 },
  };
  test('passes what is right, fails what is wrong, and an unmapped case of an asked topic', async () => {
    expect((await judgeCase(example)).state).toBe('passed');
    expect(await judgeCase({ ...example, expected: { powerKw: 120 } })).toMatchObject({
      state: 'failed',
      misses: [{ field: 'powerKw', want: 120 }],
    });
    expect((await judgeCase({ ...example, input: { nobodyKnows: 1 } })).state).toBe('failed');
    expect((await judgeCase({ ...example, topic: 'verdict' })).state).toBe('skipped');
  });
  test('an error must name its field', async () => {
    const bad = {
      ...example,
      input: { ...example.input, engineRpm: -1 },
      expected: { error: true, aboutField: 'engineRpm' },
    };
    expect((await judgeCase(bad)).state).toBe('passed');
    expect((await judgeCase({ ...bad, expected: { error: true, aboutField: 'torqueNm' } })).state).toBe('failed');
    expect((await judgeCase({ ...bad, input: example.input })).state).toBe('failed');
  });
  test('tolerances: per key, up to sign, at least, sets of names', () => {
    expect(compare({ a: 1, b: 1 }, { a: 1.05, b: 1.05 }, { abs: 0.01, keys: { a: { abs: 0.1 } } })).toHaveLength(1);
    expect(compare([1, 2], [-1, -2], { abs: 0.01, mode: 'upToSign' })).toEqual([]);
    expect(compare([1, 2], [-1, 2], { abs: 0.01, mode: 'upToSign' })).not.toEqual([]);
    expect(compare(5, 9, { abs: 0, mode: 'atLeast' })).toEqual([]);
    expect(compare(['a', 'b'], ['b', 'a'], {})).toEqual([]);
    expect(compare({ a: 1 }, {}, {})).toHaveLength(1);
  });
});
