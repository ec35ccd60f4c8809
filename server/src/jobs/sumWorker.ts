import { finished, sumNamed } from '@sable/core';
import { outcomeOf, type Outcome } from './outcome.ts';

export interface SumTask {
  readonly name: string;
  readonly input: unknown;
}

/**
 * One sum of the registry, in a thread of its own.
 * @public called by the pool, by the file's name
 */
export default async function run({ name, input }: SumTask): Promise<Outcome> {
  const sum = sumNamed(name);
  if (!sum) throw new Error(`There is no sum “${name}”.`);
  await sum.prepare?.();
  return outcomeOf(() => finished(sum.run(input)));
}
