import { Engine, Family, Gearbox, Part } from '@sable/core';
import { fieldEntry } from '@sable/core/model';
import { library } from '../../../../core/test/demo.ts';
import { blankOf, itemOf, titleOf, tupleOf } from './schema.ts';
import type { Schema } from '../schemaRange.ts';

const KINDS = [
  ['engines', Engine, library.engines],
  ['gearboxes', Gearbox, library.gearboxes],
  ['parts', Part, library.parts],
  ['families', Family, library.families],
] as const;

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

  test('a blank says nothing: no figure, no word, no choice and no evidence stands in it', () => {
    const said = (v: unknown, key = ''): string[] =>
      Array.isArray(v)
        ? v.flatMap((x) => said(x, key))
        : typeof v === 'object' && v !== null
          ? Object.entries(v).flatMap(([k, x]) => said(x, k))
          : v === undefined || v === false || key === 'id'
            ? []
            : [`${key}: ${String(v)}`];
    for (const [name, part] of within(schema)) {
      // A constant is what it is: the kind of a shape.
      if (part.const !== undefined || name === 'id') continue;
      expect([name, said(blankOf(part, name)).filter((x) => !x.startsWith('kind: '))]).toEqual([name, []]);
    }
  });

  test('two blanks share no id, and nothing else is by chance', () => {
    for (const [name, part] of within(schema)) {
      if (name !== 'id') continue;
      expect(blankOf(part, name)).not.toBe(blankOf(part, name));
    }
    const plain = (v: unknown) => JSON.stringify(v).replaceAll(/new-[a-z0-9]+/g, 'new');
    expect(plain(blankOf(schema))).toBe(plain(blankOf(schema)));
  });

  test('every field has a title that reads as words: a capital first, no camel case, no unit at its end', () => {
    for (const [name] of within(schema)) {
      if (name === '') continue;
      const title = titleOf(name);
      expect([name, fieldEntry(name) !== undefined]).toEqual([name, true]);
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
