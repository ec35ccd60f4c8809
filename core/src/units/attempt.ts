import { InputError } from './errors.ts';

/** What came of some work on data that may be bad: its result, or the fault with the pointer to the field. */
export type Attempt<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: InputError };

/**
 * Runs work that may meet bad input; anything but an InputError is a fault of the program and is thrown on. The only place
 * where core catches an error of its own: around a stage of the pipeline, or one entry of a list that may not blank the rest.
 */
export function attempt<T>(work: () => T): Attempt<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, fault: error };
    throw error;
  }
}
