import { Engine, Family, Gearbox, Part } from '@sable/core';
import { Ajv } from 'ajv';
import { library } from '../../../../../core/test/demo.ts';
import { blankOf, isFigure, isRecord, isThreePoint, itemOf, titleOf, tupleOf, type Schema } from './schema.ts';

const KINDS = [
  ['engines', Engine, library.engines],
  ['gearboxes', Gearbox, library.gearboxes],
  ['parts', Part, library.parts],
  ['families', Family, library.families],
] as const;
const ajv = new Ajv({ strict: false, allErrors: true });

/** Every schema in a schema with the name that its field has. */
function* within(schema: Schema, name = ''): Generator<readonly [string, Schema]> {
  yield [name, schema];
  for (const [key, s] of Object.entries(schema.properties ?? {})) yield* within(s, key);
  for (const s of schema.anyOf ?? []) yield* within(s, name);
  const item = itemOf(schema);
  if (item) yield* within(item, name);
}

describe.each(KINDS)('what the form of a row of %s knows', (_, row, rows) => {
  const schema = row as Schema;

  test('a blank of each field is a value of that field: what is begun can be saved once it has a name', () => {
    const wrong: string[] = [];
    for (const [name, part] of within(schema)) {
      if (isRecord(part)) continue;
      const check = ajv.compile(part);
      if (check(blankOf(part, name))) continue;
      // A word that nobody has typed yet is all that may be missing.
      for (const e of check.errors ?? [])
        if (!(e.keyword === 'minLength' || e.keyword === 'pattern'))
          wrong.push(`${name}${e.instancePath} ${e.message}`);
    }
    expect(wrong).toEqual([]);
  });

  test('two blanks share no id, and nothing else is by chance', () => {
    for (const [name, part] of within(schema)) {
      if (name !== 'id') continue;
      expect(blankOf(part, name)).not.toBe(blankOf(part, name));
    }
    const plain = (v: unknown) => JSON.stringify(v).replaceAll(/new-[a-z0-9]+/g, 'new');
    expect(plain(blankOf(schema))).toBe(plain(blankOf(schema)));
  });

  test('a figure that nobody has entered is an estimate, never measured', () => {
    for (const [name, part] of within(schema)) {
      if (!isFigure(part) && !isThreePoint(part)) continue;
      expect([name, (blankOf(part, name) as { evidence: string }).evidence]).toEqual([name, 'estimated']);
    }
  });

  test('every field has a title that reads as words: a capital first, no camel case, no unit at its end', () => {
    for (const [name] of within(schema)) {
      if (name === '') continue;
      const title = titleOf(name);
      expect([name, title]).toEqual([name, expect.stringMatching(/^[A-Z±]/)]);
      expect([name, /[a-z][A-Z][a-z]/.test(title)]).toEqual([name, false]);
      expect([name, / (Mm|Kg|Nm|Rpm|Kw|Kpa)$/.test(title)]).toEqual([name, false]);
    }
  });

  test('the rows of the demo use no field that the form has none for', () => {
    const known = new Set([...within(schema)].map(([name]) => name));
    for (const r of rows ?? []) for (const key of Object.keys(r)) expect([key, known.has(key)]).toEqual([key, true]);
  });
});

test('a tuple is told from a list', () => {
  expect(tupleOf({ type: 'array', items: [{ type: 'number' }, { type: 'number' }] })).toBe(2);
  expect(tupleOf({ type: 'array', items: { type: 'number' } })).toBeUndefined();
  expect(itemOf({ type: 'array', items: { type: 'number' } })).toEqual({ type: 'number' });
  expect(itemOf({ type: 'array', items: [{ type: 'number' }] })).toBeUndefined();
});

test('points that a list must have do not lie on one another', () => {
  const points = blankOf({
    type: 'array',
    minItems: 4,
    items: { type: 'array', items: [{ type: 'number' }, { type: 'number' }, { type: 'number' }] },
  }) as number[][];
  expect(new Set(points.map(String)).size).toBe(4);
});

test('speeds that a list must have rise', () => {
  const speeds = blankOf({ type: 'array', minItems: 3, items: { type: 'number', minimum: 0 } }) as number[];
  expect(speeds).toEqual([...speeds].sort((a, b) => a - b));
  expect(new Set(speeds).size).toBe(3);
});
