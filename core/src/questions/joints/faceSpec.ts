import type { Type } from 'typebox';
import type { PortSpec } from '../../model/index.ts';

/** The schema of one side of a joint: number, whole number, text or yes/no for each key, with its label as the title. */
export type SpecSchema = Type.TObject;

interface Field {
  readonly type?: string;
  /** The words that it may be, where it is one of a few. */
  readonly enum?: readonly string[];
  readonly title?: string;
}

export interface ReadSpec<S extends SpecSchema> {
  /** What is stated, each in the type that its kind asks for. */
  readonly values: Partial<Type.Static<S>>;
  /** Labels of what is not stated, or not as something that can be read. */
  readonly missing: readonly string[];
}

/** The value as the kind means it: "36" typed for a number is 36, and 36 for a name is "36"; undefined where it is neither. */
function valueAs(field: Field, value: PortSpec[string] | undefined): PortSpec[string] | undefined {
  const { type } = field;
  switch (type) {
    case 'number':
    case 'integer': {
      const number = typeof value === 'string' && value.trim() !== '' ? Number(value) : value;
      if (typeof number !== 'number' || !Number.isFinite(number)) return undefined;
      return type === 'integer' && !Number.isInteger(number) ? undefined : number;
    }
    case 'boolean':
      return typeof value === 'boolean' ? value : undefined;
    default:
      if (value === undefined || typeof value === 'boolean') return undefined;
      return !field.enum || field.enum.includes(String(value)) ? String(value) : undefined;
  }
}

const readings = new WeakMap<PortSpec, Map<SpecSchema, ReadSpec<SpecSchema>>>();

/** Reads a face by the schema of its side, once for each face; keys that the schema makes optional are never missing. */
export function readSpec<S extends SpecSchema>(schema: S, spec: PortSpec): ReadSpec<S> {
  const known = readings.get(spec) ?? new Map<SpecSchema, ReadSpec<SpecSchema>>();
  readings.set(spec, known);
  let read = known.get(schema);
  if (!read) known.set(schema, (read = readAnew(schema, spec)));
  return read;
}

function readAnew<S extends SpecSchema>(schema: S, spec: PortSpec): ReadSpec<S> {
  const values: Record<string, PortSpec[string]> = {};
  const missing: string[] = [];
  const required = new Set<string>(schema.required as readonly string[] | undefined);
  for (const [key, field] of Object.entries(schema.properties as Record<string, Field>)) {
    const value = valueAs(field, spec[key]);
    if (value !== undefined) values[key] = value;
    else if (required.has(key)) missing.push(field.title ?? key);
  }
  return { values: values as Partial<Type.Static<S>>, missing };
}
