import Type from 'typebox';
import type { App } from '../app.ts';
import type { Db } from '../db/db.ts';
import { Problem } from '../problem.ts';
import { libraryMark, readLibrary, readRow } from '../store/libraryStore.ts';

export function libraryRoutes(app: App, db: Db): void {
  app.get('/library', { schema: { summary: 'Every engine, gearbox and part' } }, async (request, reply) => {
    const mark = `"${await libraryMark(db)}"`;
    reply.header('etag', mark);
    if (request.headers['if-none-match'] === mark) return reply.code(304).send();
    return readLibrary(db);
  });

  for (const kind of ['engines', 'gearboxes', 'parts'] as const) {
    app.get(
      `/library/${kind}/:id`,
      { schema: { summary: `One of the ${kind}`, params: Type.Object({ id: Type.String() }) } },
      async (request) => {
        const row = await readRow(db, kind, request.params.id);
        if (row === undefined) throw new Problem(404, `There is no “${request.params.id}” among the ${kind}.`);
        return row;
      },
    );
  }
}
