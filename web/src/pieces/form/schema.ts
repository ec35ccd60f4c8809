import type { Schema } from '../schemaRange.ts';
import { fieldLabelOf } from '@sable/core/model';

export const isFigure = (s: Schema) => Boolean(s.properties?.['value'] && s.properties['evidence']);
export const isThreePoint = (s: Schema) => Boolean(s.properties?.['likely'] && s.properties['evidence']);
export const isRecord = (s: Schema) => s.patternProperties !== undefined;
/** A tuple of numbers: a place, a direction, a size. */
export const tupleOf = (s: Schema): number | undefined => {
  const items = s.items;
  const list = Array.isArray(items) ? (items as readonly Schema[]) : undefined;
  return s.type === 'array' && list?.every((i) => i.type === 'number') ? list.length : undefined;
};
export const itemOf = (s: Schema): Schema | undefined =>
  s.type === 'array' && s.items && !Array.isArray(s.items) ? (s.items as Schema) : undefined;

/** What a field is called, by the dictionary of fields. */
export const titleOf = (name: string, parent = ''): string => fieldLabelOf(name, parent) ?? name;

/**
 * Something to begin with that says nothing: lists are empty, what has to be told is absent, a mark is not set. Undefined
 * for a figure, a word or a choice: nobody has entered it.
 */
export function blankOf(schema: Schema, name = ''): unknown {
  if (schema.const !== undefined) return schema.const;
  if (schema.enum || schema.anyOf || isFigure(schema) || isThreePoint(schema) || tupleOf(schema) !== undefined)
    return undefined;
  if (isRecord(schema)) return {};
  switch (schema.type) {
    case 'array':
      return [];
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.properties ?? {}).flatMap(([key, s]): [string, unknown][] => {
          const blank = schema.required?.includes(key) ? blankOf(s, key) : undefined;
          return blank === undefined ? [] : [[key, blank]];
        }),
      );
    case 'boolean':
      return false;
    case 'string':
      return name === 'id' ? `new-${Math.random().toString(36).slice(2, 7)}` : undefined;
    default:
      return undefined;
  }
}

/** Fields of one line or row that stand there empty where nothing is entered; all else is added when it is wanted. */
export const isPlain = (s: Schema): boolean =>
  isFigure(s) ||
  isThreePoint(s) ||
  tupleOf(s) !== undefined ||
  s.enum !== undefined ||
  (s.anyOf === undefined && s.const === undefined && s.type !== 'object' && s.type !== 'array');
