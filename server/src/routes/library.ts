import {
  Engine,
  Family,
  Gearbox,
  idFrom,
  InputError,
  Library,
  libraryCsv,
  LibraryFile,
  LIBRARY_FILE_VERSION,
  Offer,
  Part,
  RowHistory,
  StepsAnswer,
} from '@sable/core';
import type { FastifyRequest } from 'fastify';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import type { ShopEvents } from '../store/shopEvents.ts';
import { LibraryCache } from '../store/libraryCache.ts';
import { librarySteps, putRow, rowHistory, stepLibrary } from '../store/libraryChanges.ts';
import {
  LIBRARY_KINDS,
  type LibraryKind,
  type RowOf,
  readLibrary,
  readVersioned,
  usedBy,
} from '../store/libraryStore.ts';
import { clientOf, versionOf } from '../http/client.ts';
import { answers, answersText, DecimalQuery, markOf, NOTHING } from '../http/schemas.ts';

const Params = Type.Object({ id: Type.String() });
const SCHEMA = { engines: Engine, gearboxes: Gearbox, parts: Part, families: Family, offers: Offer } as const;
const Written = Type.Object({
  version: Type.Integer(),
  row: Type.Unsafe<RowOf[LibraryKind]>(Type.Union(Object.values(SCHEMA))),
});

const fileOf = (library: Library): LibraryFile => ({
  format: 'sable-library',
  version: LIBRARY_FILE_VERSION,
  ...library,
  families: library.families ?? [],
  offers: library.offers ?? [],
});

export function libraryRoutes(app: App, db: Db, events: ShopEvents): void {
  const cache = new LibraryCache(db);
  /** A write of the library, told to open pages once it is done. */
  const told = async <T>(write: Promise<T>): Promise<T> => {
    const result = await write;
    events.tell({ library: true });
    return result;
  };
  app.get(
    '/library',
    {
      schema: {
        summary: 'Every engine, gearbox, part, family and own offer',
        response: { ...answers(Library), 304: NOTHING },
      },
    },
    async (request, reply) => {
      const { mark, text } = await cache.read();
      reply.header('etag', `"${mark}"`);
      if (request.headers['if-none-match'] === `"${mark}"`) return reply.code(304).send();
      return reply.type('application/json').send(text as never);
    },
  );

  for (const kind of LIBRARY_KINDS) {
    app.get(
      `/library/${kind}/:id`,
      {
        schema: {
          summary: `One of the ${kind}, with its version as ETag`,
          params: Params,
          response: answers(SCHEMA[kind]),
        },
      },
      async (request, reply) => {
        const found = await readVersioned(db, kind, request.params.id);
        if (!found) throw new Problem(404, `There is no “${request.params.id}” among the ${kind}.`);
        reply.header('etag', `"${found.version}"`);
        return found.row;
      },
    );

    app.put(
      `/library/${kind}/:id`,
      {
        schema: {
          summary: `Write one of the ${kind}: If-Match "0" for a new one, else the version that you saw`,
          params: Params,
          body: SCHEMA[kind],
          response: { ...answers(Written), ...answers(Written, 201) },
        },
      },
      async (request, reply) => {
        const { id } = request.params;
        const row = request.body as { id: string };
        if (row.id !== id) throw new InputError('/id', `The row is called “${row.id}” and the address “${id}”.`);
        const seen = versionOf(request);
        const stored = await told(putRow(db, kind, request.body as never, seen, clientOf(request)));
        reply.header('etag', `"${stored.version}"`).code(seen === 0 ? 201 : 200);
        return { version: stored.version, row: stored.row };
      },
    );

    app.get(
      `/library/${kind}/:id/history`,
      {
        schema: {
          summary: 'Who changed it, newest first, and the builds that use it',
          params: Params,
          response: answers(RowHistory),
        },
      },
      async (request) => ({
        usedBy: await usedBy(db, kind, request.params.id),
        changes: await rowHistory(db, kind, request.params.id),
      }),
    );

    app.get(
      `/library/${kind}/:id/file`,
      { schema: { summary: 'Export as library file', params: Params, response: answers(LibraryFile) } },
      async (request, reply) => {
        const found = await readVersioned(db, kind, request.params.id);
        if (!found) throw new Problem(404, `There is no “${request.params.id}” among the ${kind}.`);
        reply.header('content-disposition', `attachment; filename="${found.row.id}.sable-library.json"`);
        const nothing = { engines: [], gearboxes: [], parts: [], families: [], offers: [] };
        return fileOf({ ...nothing, [kind]: [found.row] });
      },
    );
  }

  for (const kind of ['engines', 'gearboxes', 'parts'] as const) {
    app.get(
      `/library/${kind}.csv`,
      {
        schema: {
          summary: `The ${kind} as a table`,
          querystring: DecimalQuery,
          response: answersText('text/csv'),
        },
      },
      async (request, reply) =>
        reply
          .header('content-disposition', `attachment; filename="${kind}.csv"`)
          .type('text/csv; charset=utf-8')
          .send(libraryCsv(kind, await readLibrary(db), markOf(request.query))),
    );
  }

  app.get(
    '/library-file',
    { schema: { summary: 'The whole library as a file', response: answers(LibraryFile) } },
    async (_request, reply) => {
      reply.header('content-disposition', 'attachment; filename="library.sable-library.json"');
      return fileOf(await readLibrary(db));
    },
  );

  app.get(
    '/library-steps',
    { schema: { summary: 'Undo and redo status of the library', response: answers(StepsAnswer) } },
    (request) => librarySteps(db, clientOf(request)),
  );
  for (const direction of ['undo', 'redo'] as const)
    app.post(
      `/library-steps/${direction}`,
      {
        schema: {
          summary: `${direction} your newest change of the library`,
          response: answers(Type.Object({ words: Type.String() })),
        },
      },
      (request: FastifyRequest) => told(stepLibrary(db, clientOf(request), direction)),
    );

  app.get(
    '/library-free-id',
    {
      schema: {
        summary: 'Suggest an unused id from a name',
        querystring: Type.Object({
          kind: Type.Unsafe<(typeof LIBRARY_KINDS)[number]>({ type: 'string', enum: [...LIBRARY_KINDS] }),
          name: Type.String({ maxLength: 200 }),
        }),
        response: answers(Type.Object({ id: Type.String() })),
      },
    },
    async (request) => {
      const base = idFrom(request.query.name);
      let id = base;
      for (let n = 2; await readVersioned(db, request.query.kind, id); n++) id = `${base}-${n}`;
      return { id };
    },
  );
}
