import { SUMS } from '@sable/core';
import type { FastifyReply } from 'fastify';
import type { App } from '../http/app.ts';
import type { SumPool } from '../jobs/sumPool.ts';

/** Tells when whoever asked has gone before the answer was sent. */
function goneSignal(reply: FastifyReply): AbortSignal {
  const gone = new AbortController();
  reply.raw.once('close', () => {
    if (!reply.raw.writableFinished) gone.abort();
  });
  return gone.signal;
}

/** The registry of sums over HTTP: one endpoint a sum, input and output checked by its own schemas. */
export function sumRoutes(app: App, pool: SumPool): void {
  app.get('/sums', { schema: { summary: 'What can be computed' } }, async () =>
    SUMS.map(({ name, title, input, output }) => ({ name, title, input, output })),
  );
  for (const { name, title, input, output } of SUMS) {
    app.post(
      `/sums/${name}`,
      { schema: { summary: title, tags: ['sums'], body: input, response: { 200: output } } },
      async (request, reply) => pool.run({ name, input: request.body }, goneSignal(reply)),
    );
  }
  app.addHook('onClose', () => pool.close());
}
