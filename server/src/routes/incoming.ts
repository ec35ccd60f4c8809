import { Bundle, ImportReport, LibraryFile, RowsReport, ShopReport } from '@sable/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { Type, type TSchema } from 'typebox';
import { TableBody } from '../files/incoming.ts';
import type { App } from '../http/app.ts';
import { clientOf } from '../http/client.ts';
import { goneSignal } from '../http/gone.ts';
import { answers } from '../http/schemas.ts';
import type { FileWork } from '../jobs/fileWorker.ts';
import type { Files } from '../jobs/files.ts';
import type { ShopEvents } from '../store/shopEvents.ts';

/** A build with its photos and receipts, bytes. */
const BUNDLE_LIMIT = 64 * 1024 * 1024;
/** A whole shop, packed. */
const SHOP_LIMIT = 256 * 1024 * 1024;
const GZIP = 'application/gzip';

/**
 * Files in: bundles, library files, tables, whole shops. Their bytes go to a thread as they are, and are read, held against their schema and
 * written there; how far it is, is told to open pages. Nothing here is overwritten.
 */
export function incomingRoutes(app: App, files: Files, events: ShopEvents): void {
  void app.register(async (inside) => {
    const raw = inside as unknown as App;
    raw.removeContentTypeParser('application/json');
    for (const type of ['application/json', GZIP])
      raw.addContentTypeParser(type, { parseAs: 'buffer' }, (_request, body, done) => done(null, body));
    const route = (
      url: string,
      kind: Extract<FileWork, { in: unknown }>['in'],
      summary: string,
      body: TSchema,
      answer: TSchema,
      bodyLimit?: number,
    ) =>
      raw.post(
        url,
        {
          ...(bodyLimit === undefined ? {} : { bodyLimit }),
          schema: { summary, body, response: answers(answer, 201) },
          // Held against it in the thread.
          validatorCompiler: () => () => true,
        },
        async (request: FastifyRequest, reply: FastifyReply) => {
          const importing = { by: clientOf(request) };
          const report = await files.run(
            { in: kind, bytes: (request.body as Buffer | undefined) ?? new Uint8Array() },
            goneSignal(reply),
            (rows, of) => events.tell({ importing: { ...importing, rows, of } }),
          );
          events.tell({ library: true });
          return reply.code(201).send(report);
        },
      );
    route('/bundles', 'bundle', 'Import a build; existing data is not overwritten', Bundle, ImportReport, BUNDLE_LIMIT);
    route('/library-file', 'libraryFile', 'Import rows; existing data is not overwritten', LibraryFile, RowsReport);
    route(
      '/library-table',
      'libraryTable',
      'Import engines, gearboxes or parts from CSV; existing data is not overwritten',
      TableBody,
      RowsReport,
    );
    route(
      '/shop/restore',
      'shop',
      'Add the shop of a backup: builds and rows that are not here come in; nothing here is overwritten',
      Type.Unsafe<Buffer>({ description: 'the file of a whole shop, gzip' }),
      ShopReport,
      SHOP_LIMIT,
    );
  });
}
