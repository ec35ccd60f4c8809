import { finished, InputError, sumNamed } from '@sable/core';
import { outcomeOf, type Outcome } from './outcome.ts';

export interface SumTask {
  readonly name: string;
  readonly input: unknown;
}

/** Where something stands that is no number, as an overflow leaves it; JSON would make nothing of it, unsaid. */
function noNumberIn(value: unknown, at = ''): string | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? undefined : at;
  if (value === null || typeof value !== 'object') return undefined;
  for (const [key, inside] of Object.entries(value)) {
    const found = noNumberIn(inside, `${at}/${key}`);
    if (found !== undefined) return found;
  }
  return undefined;
}

/**
 * One sum of the registry, in a thread of its own.
 * @public called by the pool, by the file's name
 */
export default async function run({ name, input }: SumTask): Promise<Outcome> {
  const sum = sumNamed(name);
  if (!sum) throw new Error(`Unknown calculator “${name}”.`);
  await sum.prepare?.();
  return outcomeOf(() => {
    const output = finished(sum.run(input));
    const where = noNumberIn(output);
    if (where === undefined) return output;
    throw new InputError('', `The result is not a number (${where}): check the inputs for a wrong magnitude.`);
  });
}
