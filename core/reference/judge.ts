import { Ajv, type ValidateFunction } from 'ajv';
import { finished } from '../src/model/index.ts';
import { sumNamed } from '../src/sums/registry.ts';
import { InputError } from '../src/units/index.ts';
import { compare, type Miss } from './compare.ts';
import { sumForCase, type Case } from './map.ts';

export type Verdict =
  | { state: 'passed' }
  | { state: 'skipped'; why: string }
  | { state: 'failed'; misses: readonly Miss[] };

const ajv = new Ajv({ allErrors: true, strict: false });
const inputs = new Map<string, ValidateFunction>();

/** The check of a sum’s input, made when first asked for: some take seconds to make. */
function inputCheck(name: string): ValidateFunction {
  const sum = sumNamed(name);
  if (!sum) throw new Error(`No sum is called ${name}.`);
  const check = inputs.get(name) ?? ajv.compile(sum.input);
  inputs.set(name, check);
  return check;
}

/** Runs one reference case through the registry, with the same check of the input as at the edges of the program. */
export async function judgeCase(c: Case): Promise<Verdict> {
  const target = sumForCase(c);
  if ('skip' in target) return { state: 'skipped', why: target.skip };
  if ('unmapped' in target)
    return { state: 'failed', misses: [{ field: '(mapping)', want: 'a registered sum', got: 'unmapped case' }] };
  const about = c.expected['error'] === true ? String(c.expected['aboutField']) : undefined;
  const outcome = await runSum(target.sum, c.input);
  if (about !== undefined) {
    const named = 'pointers' in outcome && outcome.pointers.some((p) => p.split('/').includes(about));
    return named
      ? { state: 'passed' }
      : {
          state: 'failed',
          misses: [
            {
              field: about,
              want: 'an error that names it',
              got: 'pointers' in outcome ? outcome.pointers : outcome.value,
            },
          ],
        };
  }
  if ('pointers' in outcome)
    return { state: 'failed', misses: [{ field: '(error)', want: 'a figure', got: outcome.message }] };
  const misses = compare(c.expected, outcome.value, c.tolerance);
  return misses.length === 0 ? { state: 'passed' } : { state: 'failed', misses };
}

async function runSum(
  name: string,
  input: unknown,
): Promise<{ value: unknown } | { pointers: string[]; message: string }> {
  const validate = inputCheck(name);
  if (!validate(input)) {
    const errors = validate.errors ?? [];
    return {
      pointers: errors.map((e) =>
        e.keyword === 'required'
          ? `${e.instancePath}/${e.params['missingProperty']}`
          : e.keyword === 'additionalProperties'
            ? `${e.instancePath}/${e.params['additionalProperty']}`
            : e.instancePath,
      ),
      message: ajv.errorsText(errors),
    };
  }
  try {
    const sum = sumNamed(name)!;
    await sum.prepare?.();
    return { value: finished(sum.run(input)) };
  } catch (error) {
    if (error instanceof InputError) return { pointers: [error.pointer], message: error.message };
    throw error;
  }
}
