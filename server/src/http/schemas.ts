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
  // JSON can write numbers that no number can hold.
  strictNumbers: true,
  // Smoothing a validator takes as long as making it, and someone waits for the first of each.
  code: { optimize: false },
});

/** A zero character, or half of a pair of UTF-16: JSON can write them, a database can't keep them. */
// oxlint-disable-next-line no-control-regex -- that character is what is looked for
const UNKEEPABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** Text anywhere in what came in that can't be kept, as faults of its fields. */
function unkeepable(value: unknown, at = ''): ErrorObject[] {
  if (typeof value === 'string')
    return UNKEEPABLE.test(value)
      ? [
          {
            instancePath: at,
            schemaPath: '#/text',
            keyword: 'text',
            params: {},
            message: 'holds a character that can’t be kept (a zero, or half of one); type it anew',
          },
        ]
      : [];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, inside]) => [
    ...(UNKEEPABLE.test(key) ? unkeepable(key, at) : []),
    ...unkeepable(inside, `${at}/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`),
  ]);
}

/**
 * A validator that is made when the first request needs it: compiling the schemas of every route and sum takes
 * seconds, and a person would wait for them at each start.
 */
export const validateWhenAsked: FastifySchemaCompiler<TSchema> = ({ schema }) => {
  let compiled: ValidateFunction | undefined;
  const validate = Object.assign(
    (data: unknown) => {
      compiled ??= ajv.compile(schema);
      const faults = compiled(data) ? unkeepable(data) : (compiled.errors ?? []);
      validate.errors = faults.length > 0 ? faults : null;
      return faults.length === 0;
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

/** A route that answers with bytes of one of some types. */
export const answersBytes = (of: readonly string[]) =>
  ({
    200: { content: Object.fromEntries(of.map((t) => [t, { schema: Type.Unsafe<Buffer>({}) }])) },
    '4xx': ProblemAnswer,
    '5xx': ProblemAnswer,
  }) as const;
