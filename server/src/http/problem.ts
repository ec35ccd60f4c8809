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
  500: 'Something broke in Sable',
};

export function problemBody(
  status: number,
  detail: string,
  errors: readonly FieldProblem[] = [],
  more: Readonly<Record<string, unknown>> = {},
) {
  return {
    type: 'about:blank',
    title: TITLES[status] ?? 'Error',
    status,
    detail,
    ...(errors.length > 0 ? { errors } : {}),
    ...more,
  };
}
