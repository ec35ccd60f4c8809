import type { FieldProblem } from '@sable/core';
import { problemOf } from '../http/problem.ts';

/** What came of a task in a thread: its output, or what is wrong with what was asked. A fault of the program is thrown. */
export type Outcome =
  | { readonly output: unknown }
  | {
      readonly problem: {
        readonly status: number;
        readonly detail: string;
        readonly errors: readonly FieldProblem[];
        readonly more: Readonly<Record<string, unknown>>;
      };
    };

/** Errors lose their kind between threads: those that tell what is wrong with the input go as values. */
export async function outcomeOf(work: () => unknown): Promise<Outcome> {
  try {
    return { output: await work() };
  } catch (error) {
    const problem = problemOf(error as Error);
    if (!problem) throw error;
    const { status, message: detail, errors, more } = problem;
    return { problem: { status, detail, errors, more } };
  }
}
