import type { Readable } from 'node:stream';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { FastifySchemaCompiler } from 'fastify';
import { ProblemAnswer } from '@sable/core';
import { Type, type TSchema } from 'typebox';

const ajv = new Ajv({
  removeAdditional: false,
  allErrors: true,
  coerceTypes: false,
  useDefaults: false,
  strict: false,
});

/**
 * A validator that is made when the first request needs it: compiling the schemas of every route and sum takes
 * seconds, and a person would wait for them at each start.
 */
export const validateWhenAsked: FastifySchemaCompiler<TSchema> = ({ schema }) => {
  let compiled: ValidateFunction | undefined;
  const validate = Object.assign(
    (data: unknown) => {
      compiled ??= ajv.compile(schema);
      const fits = compiled(data);
      validate.errors = compiled.errors ?? null;
      return fits;
    },
    { errors: null as ErrorObject[] | null },
  );
  return validate;
};

/** Answers are written as they are: their schemas document them and are held against them by the tests. */
export const writeAsItIs = () => (data: unknown) => JSON.stringify(data);

/** The answers of a route by status: what it says when all is well, and the problems that any of them may have. */
export const answers = <S extends TSchema, N extends 200 | 201 = 200>(schema: S, status = 200 as N) =>
  ({ [status]: schema, '4xx': ProblemAnswer, '5xx': ProblemAnswer }) as Readonly<Record<N, S>> &
    Readonly<Record<'4xx' | '5xx', typeof ProblemAnswer>>;

/** An answer without a body. */
export const NOTHING = Type.Unsafe<undefined>({ description: 'no body' });

/** A route that answers with nothing where all is well. */
export const answersNothing = { 204: NOTHING, '4xx': ProblemAnswer, '5xx': ProblemAnswer } as const;

/** A route that answers with a text of another kind than JSON: a table, a stream. */
export const answersText = (type: string) =>
  ({
    200: { content: { [type]: { schema: Type.Unsafe<string | Readable>({ type: 'string' }) } } },
    '4xx': ProblemAnswer,
    '5xx': ProblemAnswer,
  }) as const;
