import type { FieldProblem } from '@sable/core';

/** An answer other than yes: the sentence for the person, the fields it is about, and whatever else came along. */
export class ApiProblem extends Error {
  /** 0 where the server did not answer at all. */
  readonly status: number;
  readonly errors: readonly FieldProblem[];
  readonly body: Readonly<Record<string, unknown>>;
  constructor(status: number, body: Readonly<Record<string, unknown>>) {
    super(typeof body['detail'] === 'string' ? body['detail'] : `Server error ${status}.`);
    this.status = status;
    this.body = body;
    this.errors = (body['errors'] as FieldProblem[] | undefined) ?? [];
  }
}
