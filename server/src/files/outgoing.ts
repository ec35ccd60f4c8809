import { buffer } from 'node:stream/consumers';
import { assessAll, assessOf, billCsv, lineupCsv, lineupTable, settingOf, type Bill, type Units } from '@sable/core';
import type { Db } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { readBuild } from '../store/buildStore.ts';
import { readLibrary } from '../store/libraryStore.ts';
import { billXlsx } from './billXlsx.ts';
import { lineupXlsx } from './lineupXlsx.ts';
import { writeShopFile } from './shopFile.ts';

interface FileOut {
  readonly name: string;
  readonly content: string | Uint8Array;
}

/** @throws Problem 404 */
async function billOf(
  db: Db,
  id: string,
  candidateId: string,
): Promise<{ bill: Bill; currency: string; name: string }> {
  const { build, frozen } = await readBuild(db, id);
  const candidate = build.candidates.find((c) => c.id === candidateId);
  const bill =
    candidate &&
    assessOf(settingOf(build), build.decision, candidate, await readLibrary(db), frozen).figures?.money?.bill;
  if (!bill) throw new Problem(404, `No bill for “${candidateId}”.`);
  return { bill, currency: build.currency, name: `${build.id}-${candidate.letter}-bill` };
}

/** What goes out as a file and takes judging or packing. Each throws Problem 404 where there is nothing. */
export const OUTGOING = {
  lineupCsv: async (db: Db, { id, units }: { readonly id: string; readonly units: Units }): Promise<FileOut> => {
    const { build, frozen } = await readBuild(db, id);
    const content = lineupCsv(build, assessAll(build, await readLibrary(db), frozen), units);
    return { name: `${build.id}-line-up.csv`, content };
  },

  lineupXlsx: async (db: Db, { id, units }: { readonly id: string; readonly units: Units }): Promise<FileOut> => {
    const { build, frozen } = await readBuild(db, id);
    const rows = lineupTable(build, assessAll(build, await readLibrary(db), frozen), units);
    return { name: `${build.id}-line-up.xlsx`, content: await lineupXlsx(build.name, rows) };
  },

  billCsv: async (
    db: Db,
    of: { readonly id: string; readonly candidateId: string; readonly units: Units },
  ): Promise<FileOut> => {
    const { bill, currency, name } = await billOf(db, of.id, of.candidateId);
    return { name: `${name}.csv`, content: billCsv(bill.lines, currency, of.units) };
  },

  billXlsx: async (
    db: Db,
    of: { readonly id: string; readonly candidateId: string; readonly units: Units },
  ): Promise<FileOut> => {
    const { bill, currency, name } = await billOf(db, of.id, of.candidateId);
    return { name: `${name}.xlsx`, content: await billXlsx(bill, currency, of.units) };
  },

  shop: async (db: Db): Promise<FileOut> => ({
    name: `sable-${new Date().toISOString().slice(0, 10)}.jsonl.gz`,
    content: await buffer(await writeShopFile(db)),
  }),
} as const;
