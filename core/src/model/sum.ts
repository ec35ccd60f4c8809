import type { Type } from 'typebox';
import type { Static, TSchema } from 'typebox';

/** One calculation of the registry: from it come the HTTP endpoint, the OpenAPI page, the worker's calls and the reference runner. */
export interface Sum<I extends TSchema = TSchema, O extends TSchema = TSchema> {
  readonly name: string;
  readonly title: string;
  readonly input: I;
  readonly output: O;
  readonly run: (input: Type.Static<I>) => Type.Static<O>;
}

export function defineSum<I extends TSchema, O extends TSchema>(sum: {
  name: string;
  title: string;
  input: I;
  output: O;
  run: (input: Static<I>) => Static<O>;
}): Sum<I, O> {
  return sum;
}
