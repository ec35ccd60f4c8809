import type { EntryRange } from '@sable/core/units';

/** As much of a JSON schema as a form needs to know. */
export interface Schema {
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[] | undefined;
  readonly items?: Schema | readonly Schema[];
  readonly enum?: readonly (string | number)[];
  readonly const?: unknown;
  readonly anyOf?: readonly Schema[];
  readonly minItems?: number;
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
  readonly exclusiveMaximum?: number;
  readonly maxLength?: number;
  readonly description?: string;
  readonly patternProperties?: unknown;
}

/** What a schema allows of a number, as its field needs it. */
export function rangeOfSchema(s: Schema): EntryRange {
  const min = s.exclusiveMinimum ?? s.minimum;
  const max = s.exclusiveMaximum ?? s.maximum;
  return {
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    ...(s.exclusiveMinimum === undefined ? {} : { above: true }),
    ...(s.type === 'integer' ? { whole: true } : {}),
  };
}

/** The range of the field at a pointer into what a schema describes; none where it names no number. */
export function rangeAt(schema: Schema, pointer: string): EntryRange {
  let at: Schema | undefined = schema;
  for (const key of pointer.split('/').slice(1)) at = at?.properties?.[key];
  const value = at?.properties?.['value'] ?? at;
  return value ? rangeOfSchema(value) : {};
}
