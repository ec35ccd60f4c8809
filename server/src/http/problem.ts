import { InputError, InputErrors, type FieldProblem } from '@sable/core';

/** An answer other than yes, as RFC 9457 problem details. */
export class Problem extends Error {
  readonly status: number;
  readonly errors: readonly FieldProblem[];
  readonly more: Readonly<Record<string, unknown>>;
  constructor(
    status: number,
    detail: string,
    errors: readonly FieldProblem[] = [],
    more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
    this.status = status;
    this.errors = errors;
    this.more = more;
  }
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'Invalid input',
  403: 'Access denied',
  404: 'Not found',
  409: 'Edit conflict',
  412: 'Edit conflict',
  413: 'Too large',
  415: 'Unsupported format (JSON required)',
  422: 'Invalid input',
  428: 'Version missing',
  429: 'Too much at once',
  500: 'Internal error',
  503: 'Not now',
  507: 'The disk is full',
};

/** The stable name of each kind of problem, for programs that ask. */
const KINDS: Readonly<Record<number, string>> = {
  400: 'bad-input',
  403: 'forbidden',
  404: 'not-found',
  409: 'edit-conflict',
  412: 'edit-conflict',
  413: 'too-large',
  415: 'not-json',
  422: 'bad-input',
  428: 'version-missing',
  429: 'too-much-at-once',
  500: 'fault',
  503: 'not-now',
  507: 'disk-full',
};

export function problemBody(
  status: number,
  detail: string,
  errors: readonly FieldProblem[] = [],
  more: Readonly<Record<string, unknown>> = {},
) {
  return {
    type: `urn:sable:problem:${KINDS[status] ?? 'error'}`,
    title: TITLES[status] ?? 'Error',
    status,
    detail,
    ...(errors.length > 0 ? { errors } : {}),
    ...more,
  };
}

/** As PostgreSQL and the system say that there is no room. */
const isDiskFull = ({ code, message }: { readonly code?: string; readonly message: string }): boolean =>
  code === '53100' || code === 'ENOSPC' || /no space left on device/i.test(message);

/** What was thrown, as a problem that says what to change; undefined where it is a fault of the program. */
export function problemOf(error: Error & { readonly code?: string }): Problem | undefined {
  if (error instanceof Problem) return error;
  if (error instanceof InputErrors)
    return new Problem(
      422,
      error.message,
      error.all.map(({ pointer, message }) => ({ pointer, message })),
    );
  if (error instanceof InputError)
    return new Problem(422, error.message, [{ pointer: error.pointer, message: error.message }]);
  if (isDiskFull(error))
    return new Problem(507, 'The disk is full: nothing was saved. Free some space; then saving continues.');
  return undefined;
}

/** Faults told of one body; of the rest their number. */
const MOST_ERRORS = 20;

/** A body that does not fit its schema. */
export function misfit(all: readonly FieldProblem[]): Problem {
  const errors = all.slice(0, MOST_ERRORS);
  const more = all.length > errors.length ? { errorsLeft: all.length - errors.length } : {};
  return new Problem(400, errors[0]?.message ?? 'Input does not match the schema.', errors, more);
}
