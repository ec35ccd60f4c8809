import { parse } from 'secure-json-parse';
import { Problem } from './problem.ts';

/** JSON that came in. @throws Problem 400 that says where it is none */
export function parseJson(text: string): unknown {
  if (text.trim() === '') throw new Problem(400, 'The body is empty: JSON is wanted.');
  try {
    return parse(text, { protoAction: 'error', constructorAction: 'error' });
  } catch (error) {
    const at = /position (\d+)/.exec((error as Error).message)?.[1];
    if (at === undefined && /forbidden/.test((error as Error).message))
      throw new Problem(400, 'The body names a thing “__proto__” or “constructor”, which is not taken.');
    const before = text.slice(0, at === undefined ? text.length : Number(at)).split('\n');
    throw new Problem(400, `The body is no JSON: see line ${before.length}, character ${before.at(-1)!.length + 1}.`);
  }
}
