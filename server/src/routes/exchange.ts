import {
  Bundle,
  bundleOf,
  pictureIdsOf,
  UNIT_CHOICES,
  UNIT_SYSTEMS,
  type ChosenUnits,
  type UnitKind,
  type Units,
  type UnitSystem,
} from '@sable/core';
import type { FastifyReply } from 'fastify';
import { Type, type TOptional, type TUnsafe } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { goneSignal } from '../http/gone.ts';
import { answers, answersBytes, answersText, DecimalQuery } from '../http/schemas.ts';
import type { FileWork } from '../jobs/fileWorker.ts';
import type { Files } from '../jobs/files.ts';
import { readBuild } from '../store/buildStore.ts';
import { readPictures } from '../store/pictureStore.ts';
import { readLibrary } from '../store/libraryStore.ts';

const Params = Type.Object({ id: Type.String() });
/** The system, and the unit of a kind of quantity where another was chosen: `?units=us&power=kW`. */
const UnitsQuery = Type.Object({
  units: Type.Optional(Type.Unsafe<UnitSystem>({ type: 'string', enum: [...UNIT_SYSTEMS] })),
  ...(Object.fromEntries(
    Object.entries(UNIT_CHOICES).map(([kind, words]) => [
      kind,
      Type.Optional(Type.Union(words.map((w) => Type.Literal(w)))),
    ]),
  ) as unknown as { [K in UnitKind]: TOptional<TUnsafe<NonNullable<ChosenUnits[K]>>> }),
  ...DecimalQuery.properties,
});
type UnitsAsked = { units?: UnitSystem; decimal?: 'comma' | 'point' } & ChosenUnits;
const unitsOf = ({ units, decimal, ...chosen }: UnitsAsked): Units => ({
  system: units ?? 'metric',
  ...(Object.keys(chosen).length > 0 ? { chosen } : {}),
  ...(decimal === 'comma' ? { decimal: ',' as const } : {}),
});
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const GZIP = 'application/gzip';
const CSV = 'text/csv; charset=utf-8';

/** Files out: the build bundle, the line-up, the bill, the whole shop. */
export function exchangeRoutes(app: App, db: Db, files: Files): void {
  /** A file that takes judging or packing: made in a thread of its own. */
  const made = async (reply: FastifyReply, type: string, work: Extract<FileWork, { out: unknown }>) => {
    const { name, content } = (await files.run(work, goneSignal(reply))) as {
      readonly name: string;
      readonly content: string | Uint8Array;
    };
    return reply
      .header('content-disposition', `attachment; filename="${name}"`)
      .type(type)
      .send(typeof content === 'string' ? content : Buffer.from(content));
  };

  app.get(
    '/builds/:id/bundle',
    { schema: { summary: 'The build with all it refers to, as one file', params: Params, response: answers(Bundle) } },
    async (request, reply) => {
      const { build } = await readBuild(db, request.params.id);
      const bundle = bundleOf(build, await readLibrary(db), new Date().toISOString());
      const pictures = await readPictures(db, pictureIdsOf([bundle.build, bundle.library]));
      reply.header('content-disposition', `attachment; filename="${build.id}.sable.json"`);
      return pictures.length === 0 ? bundle : { ...bundle, pictures };
    },
  );

  app.get(
    '/shop/backup',
    {
      schema: {
        summary: 'The whole shop as one file: builds with their history, library, pictures',
        response: answersBytes([GZIP]),
      },
    },
    async (_, reply) => made(reply, GZIP, { out: 'shop', of: undefined }),
  );

  app.get(
    '/builds/:id/lineup.csv',
    {
      schema: {
        summary: 'The line-up as a table',
        params: Params,
        querystring: UnitsQuery,
        response: answersText('text/csv'),
      },
    },
    async (request, reply) =>
      made(reply, CSV, { out: 'lineupCsv', of: { id: request.params.id, units: unitsOf(request.query) } }),
  );

  app.get(
    '/builds/:id/lineup.xlsx',
    {
      schema: {
        summary: 'The line-up as a workbook, figures as numbers',
        params: Params,
        querystring: UnitsQuery,
        response: answersBytes([XLSX]),
      },
    },
    async (request, reply) =>
      made(reply, XLSX, { out: 'lineupXlsx', of: { id: request.params.id, units: unitsOf(request.query) } }),
  );

  const BillParams = Type.Object({ id: Type.String(), candidateId: Type.String() });
  app.get(
    '/builds/:id/candidates/:candidateId/bill.csv',
    {
      schema: {
        summary: 'The bill of a candidate as a table',
        params: BillParams,
        querystring: UnitsQuery,
        response: answersText('text/csv'),
      },
    },
    async (request, reply) =>
      made(reply, CSV, { out: 'billCsv', of: { ...request.params, units: unitsOf(request.query) } }),
  );

  app.get(
    '/builds/:id/candidates/:candidateId/bill.xlsx',
    {
      schema: {
        summary: 'The bill of a candidate as a workbook, with totals as formulas',
        params: BillParams,
        querystring: UnitsQuery,
        response: answersBytes([XLSX]),
      },
    },
    async (request, reply) =>
      made(reply, XLSX, { out: 'billXlsx', of: { ...request.params, units: unitsOf(request.query) } }),
  );
}
