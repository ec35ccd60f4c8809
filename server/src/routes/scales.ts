import { Readable } from 'node:stream';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { answersText } from '../http/schemas.ts';
import { simulatedScales } from '../standins/scales.ts';
import { readBuild } from '../store/buildStore.ts';

/** The four scale pads under a build's car, as a stream of readings (server-sent events). */
export function scalesRoutes(app: App, db: Db): void {
  app.get(
    '/builds/:id/scales',
    {
      schema: {
        summary: 'Live corner scale readings',
        params: Type.Object({ id: Type.String() }),
        response: answersText('text/event-stream'),
      },
    },
    async (request, reply) => {
      const { build } = await readBuild(db, request.params.id);
      const gone = new AbortController();
      request.raw.once('close', () => gone.abort());
      const scales = simulatedScales(build.chassis);
      async function* events() {
        for await (const reading of scales.read(gone.signal)) yield `data: ${JSON.stringify(reading)}\n\n`;
      }
      return reply
        .header('cache-control', 'no-store')
        .header('x-accel-buffering', 'no')
        .type('text/event-stream')
        .send(Readable.from(events()));
    },
  );
}
