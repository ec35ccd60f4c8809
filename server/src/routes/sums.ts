import { SUMS } from '@sable/core';
import type { FastifyReply } from 'fastify';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import { answers } from '../http/schemas.ts';
import type { SumPool } from '../jobs/sumPool.ts';

const SumAnswer = Type.Object({
  name: Type.String(),
  title: Type.String(),
  description: Type.Optional(Type.String()),
  input: Type.Unsafe<object>({ description: 'JSON Schema' }),
  output: Type.Unsafe<object>({ description: 'JSON Schema' }),
});

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
  app.get(
    '/sums',
    { schema: { summary: 'What can be computed', response: answers(Type.Array(SumAnswer)) } },
    async () =>
      SUMS.map(({ name, title, description, input, output }) => ({
        name,
        title,
        ...(description === undefined ? {} : { description }),
        input,
        output,
      })),
  );
  for (const { name, title, description, input, output } of SUMS) {
    app.post(
      `/sums/${name}`,
      {
        schema: {
          summary: title,
          ...(description === undefined ? {} : { description }),
          tags: ['sums'],
          body: input,
          response: answers(output),
        },
      },
      async (request, reply) => pool.run({ name, input: request.body }, goneSignal(reply)),
    );
  }
  app.addHook('onClose', () => pool.close());
}
