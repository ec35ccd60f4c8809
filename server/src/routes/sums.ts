import { SUMS } from '@sable/core';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import { answers } from '../http/schemas.ts';
import type { SumTask } from '../jobs/sumWorker.ts';
import type { WorkPool } from '../jobs/workPool.ts';
import { goneSignal } from '../http/gone.ts';

const SumAnswer = Type.Object({
  name: Type.String(),
  title: Type.String(),
  description: Type.Optional(Type.String()),
  input: Type.Unsafe<object>({ description: 'JSON Schema' }),
  output: Type.Unsafe<object>({ description: 'JSON Schema' }),
});

/** The registry of sums over HTTP: one endpoint a sum, input and output checked by its own schemas. */
export function sumRoutes(app: App, pool: WorkPool<SumTask>): void {
  app.get(
    '/sums',
    { schema: { summary: 'List of calculations', response: answers(Type.Array(SumAnswer)) } },
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
