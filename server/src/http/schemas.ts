import type { Readable } from 'node:stream';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { FastifySchemaCompiler } from 'fastify';
import { fieldProblems, ProblemAnswer, type DecimalMark } from '@sable/core';
import { Type, type Static, type TSchema } from 'typebox';
import { Check } from 'typebox/schema';
import { misfit } from './problem.ts';

const OPTIONS = {
  removeAdditional: false,
  coerceTypes: false,
  useDefaults: false,
  strict: false,
  // JSON can write numbers that no number can hold.
  strictNumbers: true,
  // Smoothing a validator takes as long as making it, and someone waits for the first of each.
  code: { optimize: false },
} as const;
/** Stops at the first fault: what is right, nearly all that comes in, is told by it alone. */
const first = new Ajv({ ...OPTIONS, allErrors: false });
const every = new Ajv({ ...OPTIONS, allErrors: true });
/** So many are looked through by the schema itself, ten times as slowly as by what is compiled from it; compiling takes as long as a hundred of them. */
const UNCOMPILED = 12;
/** What holds more than this is told its first fault only: faults of a hundred thousand rows would take the memory of the server. */
const MOST_LOOKED_OVER = 20_000;
/** An array of which nothing else is said holds at most this. */
const MOST_ITEMS = 20_000;

const bound = new WeakSet<object>();
/** Every array of a schema gets a bound that states none: nothing that comes in is without end. */
function bounded(schema: unknown): void {
  if (schema === null || typeof schema !== 'object' || bound.has(schema)) return;
  bound.add(schema);
  const node = schema as { type?: unknown; items?: unknown; maxItems?: number };
  if (node.type === 'array' && node.maxItems === undefined && !Array.isArray(node.items)) node.maxItems = MOST_ITEMS;
  for (const inside of Object.values(schema)) bounded(inside);
}

/** Whether a value holds more things than are looked over for every fault. */
function isVast(value: unknown): boolean {
  let left = MOST_LOOKED_OVER;
  const count = (v: unknown): void => {
    if (left < 0 || v === null || typeof v !== 'object') return;
    for (const inside of Object.values(v)) {
      if (--left < 0) return;
      count(inside);
    }
  };
  count(value);
  return left < 0;
}

/** A zero character, or half of a pair of UTF-16: JSON can write them, a database can't keep them. */
// oxlint-disable-next-line no-control-regex -- that character is what is looked for
const UNKEEPABLE = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;
/** No figure of a car or of its money, in any unit that is taken, lies beyond, nor does what reckoning leaves of a nought. */
const FIGURES = { least: 1e-60, most: 1e12 } as const;
const isBeyond = (n: number): boolean => Math.abs(n) > FIGURES.most || (n !== 0 && Math.abs(n) < FIGURES.least);

/** What is wrong with a text or a figure whatever field it stands in. */
function amissIn(value: unknown): string | undefined {
  if (typeof value === 'string' && UNKEEPABLE.test(value))
    return 'holds a character that cannot be saved (a null or incomplete character); type it again';
  if (typeof value === 'number' && isBeyond(value))
    return 'is too far from anything that is built; no figure here is above 10¹² or, but for 0, below 10⁻⁶⁰';
  return undefined;
}

/** Whether anything is amiss anywhere; nearly nothing that comes in is, and all of it is looked at. */
function isAmiss(value: unknown): boolean {
  if (value === null || typeof value !== 'object') return amissIn(value) !== undefined;
  if (Array.isArray(value)) return value.some(isAmiss);
  for (const key in value)
    if (UNKEEPABLE.test(key) || isAmiss((value as Readonly<Record<string, unknown>>)[key])) return true;
  return false;
}

/** What is amiss in what came in, as faults of its fields. */
function amiss(value: unknown, at = ''): ErrorObject[] {
  if (value === null || typeof value !== 'object') {
    const message = amissIn(value);
    return message === undefined
      ? []
      : [{ instancePath: at, schemaPath: '#/value', keyword: 'value', params: {}, message }];
  }
  return Object.entries(value).flatMap(([key, inside]) => [
    ...(UNKEEPABLE.test(key) ? amiss(key, at) : []),
    ...amiss(inside, `${at}/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`),
  ]);
}

/**
 * A validator that is made when the first request needs it: compiling the schemas of every route and sum takes
 * seconds, and a person would wait for them at each start.
 */
export const validateWhenAsked: FastifySchemaCompiler<TSchema> = ({ schema }) => {
  let asked = 0;
  let quick: ValidateFunction | undefined;
  let whole: ValidateFunction | undefined;
  bounded(schema);
  const faultsOf = (data: unknown): readonly ErrorObject[] => {
    if (asked++ < UNCOMPILED && Check(schema, data)) return isAmiss(data) ? amiss(data) : [];
    quick ??= first.compile(schema);
    if (quick(data)) return isAmiss(data) ? amiss(data) : [];
    if (isVast(data)) return quick.errors ?? [];
    whole ??= every.compile(schema);
    whole(data);
    return whole.errors ?? [];
  };
  const validate = Object.assign(
    (data: unknown) => {
      const faults = [...faultsOf(data)];
      validate.errors = faults.length > 0 ? faults : null;
      return faults.length === 0;
    },
    { errors: null as ErrorObject[] | null },
  );
  return validate;
};

const validators = new WeakMap<object, ReturnType<typeof validateWhenAsked>>();

/** Holds something that came in by another way than a body of a route against a schema. @throws Problem 400 */
export function fitting<S extends TSchema>(schema: S, data: unknown): Static<S> {
  let validate = validators.get(schema);
  if (!validate) validators.set(schema, (validate = validateWhenAsked({ schema, method: '', url: '' })));
  if (!validate(data)) throw misfit(fieldProblems(validate.errors ?? []));
  return data as Static<S>;
}

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
    200: { content: Object.fromEntries(of.map((t) => [t, { schema: Type.Unsafe<Buffer | Readable>({}) }])) },
    '4xx': ProblemAnswer,
    '5xx': ProblemAnswer,
  }) as const;

/** The decimal mark of a table that goes out; with a comma its cells are told apart by semicolons. */
export const DecimalQuery = Type.Object({
  decimal: Type.Optional(Type.Unsafe<'comma' | 'point'>({ type: 'string', enum: ['comma', 'point'] })),
});
export const markOf = ({ decimal }: { readonly decimal?: 'comma' | 'point' }): DecimalMark =>
  decimal === 'comma' ? ',' : '.';
