import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { FastifySchemaCompiler } from 'fastify';
import type { TSchema } from 'typebox';

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
