import type { Type } from 'typebox';
import type { Static, TSchema } from 'typebox';

/** How far long work has come, and the best it has met so far. */
export interface SumProgress {
  /** 0 to 1. */
  readonly share: number;
  readonly done?: number;
  readonly of?: number;
  /** Least gap of the best place so far, mm. */
  readonly bestMm?: number;
}

/** Long work, in slices: it tells where it is, and may be ended between any two. */
export type Work<O> = Generator<SumProgress, O>;

/**
 * One calculation of the registry: from it come the HTTP endpoint, the OpenAPI page, the worker's calls, the reference
 * runner and the tests of its inputs. What takes long is a generator that yields its progress.
 */
export interface Sum<N extends string = string, I extends TSchema = TSchema, O extends TSchema = TSchema> {
  readonly name: N;
  readonly title: string;
  /** Formula, source and cautions, where the sum is shown with them. */
  readonly description?: string;
  readonly input: I;
  readonly output: O;
  readonly run: (input: Type.Static<I>) => Type.Static<O> | Work<Type.Static<O>>;
  /** Loads what it computes with, awaited before it runs. */
  readonly prepare?: () => Promise<unknown>;
}

/** Declares a sum. Its types follow from its schemas. */
export function defineSum<const N extends string, I extends TSchema, O extends TSchema>(sum: {
  name: N;
  title: string;
  description?: string;
  input: I;
  output: O;
  run: (input: Static<I>) => Static<O> | Work<Static<O>>;
  prepare?: () => Promise<unknown>;
}): Sum<N, I, O> {
  return sum;
}

/** Whether a sum answered with work still to be done. */
export function isWork<O>(answer: O | Work<O>): answer is Work<O> {
  return typeof answer === 'object' && answer !== null && 'next' in answer && Symbol.iterator in answer;
}

/** The answer of a sum, its work done to the end without a pause. */
export function finished<O>(answer: O | Work<O>): O {
  if (!isWork(answer)) return answer;
  for (;;) {
    const step = answer.next();
    if (step.done) return step.value;
  }
}
