import type { App } from '../http/app.ts';
import { answersText } from '../http/schemas.ts';
import type { ShopEvents } from '../store/shopEvents.ts';

/** Tells open pages what others change: builds with their new version, and the library. */
export function eventRoutes(app: App, events: ShopEvents): void {
  const open = new Set<() => void>();
  app.get(
    '/events',
    {
      sse: 'only',
      schema: {
        summary: 'A stream of what changes: builds by id and version, the library',
        response: answersText('text/event-stream'),
      },
    },
    async (_request, reply) => {
      reply.sse.keepAlive();
      // Something at once, so that the page knows that it is connected.
      await reply.sse.send({ data: {} });
      const stop = events.listen((event) => void reply.sse.send({ data: event }).catch(() => reply.sse.close()));
      const close = () => reply.sse.close();
      open.add(close);
      reply.sse.onClose(() => {
        stop();
        open.delete(close);
      });
    },
  );
  app.addHook('preClose', async () => {
    for (const close of [...open]) close();
  });
}
