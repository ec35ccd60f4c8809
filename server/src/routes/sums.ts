import { SUMS } from '@sable/core';
import type { App } from '../http/app.ts';

/** The registry of sums over HTTP: one endpoint a sum, input and output checked by its own schemas. */
export function sumRoutes(app: App): void {
  app.get('/sums', { schema: { summary: 'What can be computed' } }, async () =>
    SUMS.map(({ name, title, input, output }) => ({ name, title, input, output })),
  );
  for (const sum of SUMS) {
    app.post(
      `/sums/${sum.name}`,
      { schema: { summary: sum.title, tags: ['sums'], body: sum.input, response: { 200: sum.output } } },
      async (request) => sum.run(request.body as never),
    );
  }
}
