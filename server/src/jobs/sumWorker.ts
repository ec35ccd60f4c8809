import { finished, InputError, sumNamed } from '@sable/core';

export interface SumTask {
  readonly name: string;
  readonly input: unknown;
}

/** What came of a task: its output, or the field that is wrong. A fault of the program is thrown. */
export type SumOutcome =
  | { readonly output: unknown }
  | { readonly fault: { readonly pointer: string; readonly message: string } };

/**
 * One sum of the registry, in a thread of its own.
 * @public called by the pool, by the file's name
 */
export default async function run({ name, input }: SumTask): Promise<SumOutcome> {
  const sum = sumNamed(name);
  if (!sum) throw new Error(`There is no sum “${name}”.`);
  await sum.prepare?.();
  try {
    return { output: finished(sum.run(input)) };
  } catch (error) {
    // Errors lose their kind between threads.
    if (error instanceof InputError) return { fault: { pointer: error.pointer, message: error.message } };
    throw error;
  }
}
