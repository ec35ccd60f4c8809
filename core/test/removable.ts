import type { TSchema } from 'typebox';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** An input that can be taken away: where it stands, and all that holds it without it. */
export interface Removable {
  /** Keys only: a place in a list is `*`. */
  readonly pattern: string;
  readonly pointer: string;
  readonly without: Json;
}

interface Node {
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Node>>;
  readonly required?: readonly string[];
  readonly items?: Node;
  readonly minItems?: number;
  readonly anyOf?: readonly Node[];
}

/** The alternative of a union that the value is of: the one that asks for nothing that it has not. */
function branchOf(schema: Node, value: Json): Node {
  if (!schema.anyOf) return schema;
  const keys = Object.keys(value as object);
  return (
    schema.anyOf.find(
      (s) =>
        (s.required ?? []).every((k) => keys.includes(k)) &&
        keys.every((k) => s.properties === undefined || k in s.properties),
    ) ?? schema
  );
}

/**
 * Everything in the value that its schema lets stand open, each taken away alone: optional fields, and lists emptied. What a
 * figure itself consists of (its ±, source, note) is not an input.
 */
export function removables(schema: TSchema, value: unknown, at = ''): Removable[] {
  return walk(schema, value as Json, at, at);
}

const isShape = (v: object): boolean =>
  'kind' in v && ('centreMm' in v || 'verticesMm' in v || 'outlineMm' in v || 'radiusMm' in v);
const isFigure = (v: Json): boolean =>
  typeof v === 'object' && v !== null && 'evidence' in v && ('value' in v || 'likely' in v);

function walk(whole: Node, value: Json, pointer: string, pattern: string): Removable[] {
  // A figure and a shape are each one thing.
  if (typeof value !== 'object' || value === null || isFigure(value) || isShape(value)) return [];
  const schema = branchOf(whole, value);
  if (Array.isArray(value)) {
    const inside = value.flatMap((entry, i) =>
      walk(schema.items ?? {}, entry, `${pointer}/${i}`, `${pattern}/*`).map((r) => ({
        ...r,
        without: value.map((e, k) => (k === i ? r.without : e)) as Json,
      })),
    );
    return value.length > 0 && !schema.minItems && typeof value[0] === 'object' && value[0] !== null
      ? [{ pattern: `${pattern}[]`, pointer, without: [] }, ...inside]
      : inside;
  }
  const required = schema.required ?? [];
  return Object.entries(value).flatMap(([key, held]) => {
    const { [key]: _gone, ...rest } = value;
    const inside = walk(schema.properties?.[key] ?? {}, held, `${pointer}/${key}`, `${pattern}/${key}`).map((r) => ({
      ...r,
      without: { ...value, [key]: r.without } as Json,
    }));
    return required.includes(key) || schema.properties?.[key] === undefined
      ? inside
      : [{ pattern: `${pattern}/${key}`, pointer: `${pointer}/${key}`, without: rest }, ...inside];
  });
}
