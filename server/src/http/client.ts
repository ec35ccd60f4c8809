import type { FastifyRequest } from 'fastify';
import { Problem } from './problem.ts';

/** Who sent it, for undo: changes of one person are taken back by that person. */
export function clientOf(request: FastifyRequest): string {
  const header = request.headers['x-sable-client'];
  return typeof header === 'string' && /^[\w-]{1,64}$/.test(header) ? header : 'local';
}

/** @throws Problem 428 without a version: nobody should overwrite what they have not seen. */
export function versionOf(request: FastifyRequest): number {
  const header = request.headers['if-match'];
  const version = /^"?(\d+)"?$/.exec(header ?? '')?.[1];
  if (version === undefined) throw new Problem(428, 'Send the version that you saw as If-Match: "12".');
  return Number(version);
}
