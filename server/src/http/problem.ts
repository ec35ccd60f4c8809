import type { FieldProblem } from '@sable/core';

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
  400: 'The input can’t be used',
  403: 'Not from here',
  404: 'Not found',
  409: 'Changed meanwhile',
  412: 'Changed meanwhile',
  413: 'Too large',
  415: 'Not JSON',
  422: 'The input can’t be used',
  428: 'Version missing',
  429: 'Too much at once',
  500: 'Something broke in Sable',
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
