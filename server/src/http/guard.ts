import type { FastifyInstance } from 'fastify';
import { Problem } from './problem.ts';

/**
 * Refuses requests that were meant for another host (a name that resolves here by a trick) or sent by another site's
 * page. `names` are hosts with port, as browsers send them.
 */
export function guardHosts(
  app: FastifyInstance,
  allowed: () => ReadonlySet<string>,
  devOrigin: string | undefined,
): void {
  app.addHook('onRequest', async (request) => {
    const host = request.headers.host ?? '';
    if (!allowed().has(host.toLowerCase())) throw new Problem(403, `This Sable does not answer to the host “${host}”.`);
    const { origin } = request.headers;
    if (origin === undefined || origin === devOrigin) return;
    if (!/^https?:\/\//.test(origin) || !allowed().has(origin.replace(/^https?:\/\//, '').toLowerCase())) {
      throw new Problem(403, `Requests from “${origin}” are not allowed.`);
    }
  });
}
