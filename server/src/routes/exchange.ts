import {
  Bundle,
  assessAll,
  assessOf,
  billCsv,
  bundleOf,
  checkBundleHead,
  ImportReport,
  lineupCsv,
  pictureIdsOf,
  settingOf,
  UNIT_SYSTEMS,
  type UnitSystem,
} from '@sable/core';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { billXlsx } from '../files/billXlsx.ts';
import { writeShopFile } from '../files/shopFile.ts';
import { Problem } from '../http/problem.ts';
import { answers, answersBytes, answersText } from '../http/schemas.ts';
import { readBuild } from '../store/buildStore.ts';
import { importBundle } from '../store/importStore.ts';
import { readPictures } from '../store/pictureStore.ts';
import { readLibrary } from '../store/libraryStore.ts';
import type { ShopEvents } from '../store/shopEvents.ts';

const Params = Type.Object({ id: Type.String() });
const UnitsQuery = Type.Object({
  units: Type.Optional(Type.Unsafe<UnitSystem>({ type: 'string', enum: [...UNIT_SYSTEMS] })),
});
/** A build with its photos and receipts, bytes. */
const BUNDLE_LIMIT = 64 * 1024 * 1024;
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const GZIP = 'application/gzip';
const CSV = 'text/csv; charset=utf-8';

/** Files out and in: the build bundle, the line-up and the bill. */
export function exchangeRoutes(app: App, db: Db, events: ShopEvents): void {
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
    async (_, reply) => {
      const day = new Date().toISOString().slice(0, 10);
      return reply
        .header('content-disposition', `attachment; filename="sable-${day}.jsonl.gz"`)
        .type(GZIP)
        .send(await writeShopFile(db));
    },
  );

  app.post(
    '/bundles',
    {
      bodyLimit: BUNDLE_LIMIT,
      schema: {
        summary: 'Bring a bundle in; nothing here is overwritten',
        body: Bundle,
        response: answers(ImportReport, 201),
      },
      // Before the schema: an older program should say "newer version", not list every field that it does not know.
      preValidation: async (request) => checkBundleHead(request.body),
    },
    async (request, reply) => {
      const report = await importBundle(db, request.body);
      // A bundle brings rows of the library with it.
      events.tell({ library: true });
      reply.code(201);
      return report;
    },
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
    async (request, reply) => {
      const { build, frozen } = await readBuild(db, request.params.id);
      const text = lineupCsv(build, assessAll(build, await readLibrary(db), frozen), {
        system: request.query.units ?? 'metric',
      });
      return reply.header('content-disposition', `attachment; filename="${build.id}-line-up.csv"`).type(CSV).send(text);
    },
  );

  const billOf = async (id: string, candidateId: string) => {
    const { build, frozen } = await readBuild(db, id);
    const candidate = build.candidates.find((c) => c.id === candidateId);
    const bill =
      candidate &&
      assessOf(settingOf(build), build.decision, candidate, await readLibrary(db), frozen).figures?.money?.bill;
    if (!bill) throw new Problem(404, `There is no bill for “${candidateId}”.`);
    return { build, bill, name: `${build.id}-${candidate.letter}-bill` };
  };
  const BillParams = Type.Object({ id: Type.String(), candidateId: Type.String() });

  app.get(
    '/builds/:id/candidates/:candidateId/bill.csv',
    {
      schema: {
        summary: 'The bill of a candidate as a table',
        params: BillParams,
        response: answersText('text/csv'),
      },
    },
    async (request, reply) => {
      const { build, bill, name } = await billOf(request.params.id, request.params.candidateId);
      return reply
        .header('content-disposition', `attachment; filename="${name}.csv"`)
        .type(CSV)
        .send(billCsv(bill.lines, build.currency));
    },
  );

  app.get(
    '/builds/:id/candidates/:candidateId/bill.xlsx',
    {
      schema: {
        summary: 'The bill of a candidate as a workbook, with sums that are formulas',
        params: BillParams,
        response: answersBytes([XLSX]),
      },
    },
    async (request, reply) => {
      const { build, bill, name } = await billOf(request.params.id, request.params.candidateId);
      return reply
        .header('content-disposition', `attachment; filename="${name}.xlsx"`)
        .type(XLSX)
        .send(await billXlsx(bill, build.currency));
    },
  );
}
