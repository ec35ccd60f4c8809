import {
  checkEngine,
  checkFamily,
  checkGearbox,
  checkOffer,
  checkPart,
  type RowHistory,
  type StepsAnswer,
} from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { readVersioned, removeRow, usedBy, writeRow, type LibraryKind, type RowOf } from './libraryStore.ts';
import {
  changedSince,
  newestStep,
  stacksOf,
  UNDO_DEPTH,
  wordsOf,
  type Direction,
  type LoggedStep,
  type Stacks,
} from './undoStack.ts';
import same from 'fast-deep-equal';

const CHECK: { readonly [K in LibraryKind]: (row: RowOf[K], pointer?: string) => void } = {
  engines: checkEngine,
  gearboxes: checkGearbox,
  parts: checkPart,
  families: checkFamily,
  offers: checkOffer,
};
const WORD: Readonly<Record<LibraryKind, string>> = {
  engines: 'engine',
  gearboxes: 'gearbox',
  parts: 'part',
  families: 'family',
  offers: 'offer',
};

export interface StoredRow<K extends LibraryKind = LibraryKind> {
  readonly version: number;
  readonly row: RowOf[K];
}

/**
 * Writes one row in a transaction: version checked (0 for one that is not there yet), checked as a schema can't, logged.
 * @throws Problem 409 with both where it has moved on, 422 where a name is taken.
 */
export function putRow<K extends LibraryKind>(
  db: Db,
  kind: K,
  row: RowOf[K],
  ifVersion: number,
  client: string,
): Promise<StoredRow<K>> {
  CHECK[kind](row);
  return db.tx(async (q) => {
    const standing = await readVersioned(q, kind, row.id);
    const version = standing?.version ?? 0;
    if (version !== ifVersion) throw stale(kind, row, ifVersion, standing);
    if (standing && same(standing.row, row)) return { version, row: standing.row };
    if (kind === 'families') await refuseTakenName(q, row as RowOf['families']);
    const words = `${standing ? (row.retired && !standing.row.retired ? 'Archived' : 'Changed') : 'New'} ${WORD[kind]} ${row.name}`;
    return { version: await log(q, kind, standing, row, words, client, 'do', null), row };
  });
}

function stale<K extends LibraryKind>(
  kind: K,
  row: RowOf[K],
  ifVersion: number,
  standing: StoredRow<K> | undefined,
): Problem {
  return new Problem(
    409,
    ifVersion === 0
      ? `${WORD[kind]} “${row.id}” already exists. Use another name.`
      : `This ${WORD[kind]} was changed by someone else: you have version ${ifVersion}, current version ${standing?.version ?? 0}. Your change was not saved.`,
    [],
    {
      yourVersion: ifVersion,
      ...(standing ? { currentVersion: standing.version } : {}),
      yours: row,
      theirs: standing?.row ?? null,
    },
  );
}

/** What an offer names must be in the library: else nothing could be reckoned of it. */
export async function refuseUnknown(q: Queryable, { engineId, gearboxId }: RowOf['offers']): Promise<void> {
  for (const [kind, key, id] of [
    ['engines', 'engineId', engineId],
    ['gearboxes', 'gearboxId', gearboxId],
  ] as const) {
    if (id === undefined || (await readVersioned(q, kind, id))) continue;
    const message = `There is no “${id}” among the ${kind}.`;
    throw new Problem(422, message, [{ pointer: `/${key}`, message }]);
  }
}

async function refuseTakenName(q: Queryable, family: RowOf['families']): Promise<void> {
  const taken = await q.query('SELECT 1 FROM family WHERE name = $1 AND id <> $2', [family.name, family.id]);
  if (taken.length === 0) return;
  const message = `Family “${family.name}” already exists.`;
  throw new Problem(422, message, [{ pointer: '/name', message }]);
}

/** The write itself and its line in the log; a row that becomes null is taken out. */
async function log<K extends LibraryKind>(
  q: Queryable,
  kind: K,
  standing: StoredRow<K> | undefined,
  after: RowOf[K] | null,
  words: string,
  client: string,
  step: LoggedStep['step'],
  of: number | null,
): Promise<number> {
  const before = standing?.row ?? null;
  const id = (after ?? before)!.id;
  let version = (standing?.version ?? 0) + 1;
  if (after) {
    // Also one that comes back by undo: what it names may have been taken back meanwhile.
    if (kind === 'offers') await refuseUnknown(q, after as RowOf['offers']);
    const written = await writeRow(q, kind, after, standing?.version);
    if (written === undefined) throw stale(kind, after, standing?.version ?? 0, await readVersioned(q, kind, id));
    version = written;
  } else {
    const builds = await usedBy(q, kind, id);
    if (builds.length > 0)
      throw new Problem(
        409,
        `It can’t be taken back: ${builds.join(', ')} ${builds.length === 1 ? 'uses' : 'use'} it. Retire it instead.`,
      );
    await removeRow(q, kind, id);
  }
  await q.query(
    `INSERT INTO library_log (kind, row_id, version, before, after, words, client, step, of_seq)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [kind, id, version, before && JSON.stringify(before), after && JSON.stringify(after), words, client, step, of],
  );
  return version;
}

/** Retires a row, or takes that back, for nobody in particular: it is in its history, and in no one’s undo. */
export async function retireRow(q: Queryable, kind: LibraryKind, id: string, retired: boolean): Promise<void> {
  const standing = (await readVersioned(q, kind, id))!;
  const { retired: _was, ...rest } = standing.row;
  const after = (retired ? { ...rest, retired } : rest) as RowOf[typeof kind];
  const words = `${retired ? 'Archived' : 'Changed'} ${WORD[kind]} ${after.name}`;
  await log(q, kind, standing, after, words, 'demo', 'do', null);
}

interface Logged {
  readonly seq: number;
  readonly kind: LibraryKind;
  readonly row_id: string;
  readonly before: RowOf[LibraryKind] | null;
  readonly after: RowOf[LibraryKind] | null;
  readonly words: string;
  readonly step: LoggedStep['step'];
  readonly of_seq: number | null;
}

async function stacks(q: Queryable, client: string): Promise<Stacks> {
  const log = await q.query<LoggedStep & Record<string, unknown>>(
    `SELECT seq, words, step FROM (SELECT seq, words, step FROM library_log
       WHERE client = $1 ORDER BY seq DESC LIMIT ${UNDO_DEPTH}) AS recent ORDER BY seq`,
    [client],
  );
  return stacksOf(log);
}

export const librarySteps = async (q: Queryable, client: string): Promise<StepsAnswer> =>
  wordsOf(await stacks(q, client));

/**
 * Takes back this client's newest change of the library, or does it again, as a new change.
 * @throws Problem 409 where somebody changed the row since, 422 where there is nothing.
 */
export function stepLibrary(db: Db, client: string, direction: Direction): Promise<{ words: string }> {
  return db.tx(async (q) => {
    const { seq } = newestStep(await stacks(q, client), direction);
    const [entry] = await q.query<Logged & Record<string, unknown>>('SELECT * FROM library_log WHERE seq = $1', [seq]);
    const { kind, row_id, before, after, words } = entry!;
    const standing = await readVersioned(q, kind, row_id);
    if (!same(standing?.row ?? null, after)) throw changedSince(direction, 'row');
    await log(q, kind, standing, before, words, client, direction, seq);
    return { words };
  });
}

/** Who changed a row, newest first. */
export async function rowHistory(q: Queryable, kind: LibraryKind, id: string): Promise<RowHistory['changes']> {
  const rows = await q.query<Omit<RowHistory['changes'][number], 'at'> & { at: Date }>(
    'SELECT seq, version, words, step, at FROM library_log WHERE kind = $1 AND row_id = $2 ORDER BY seq DESC LIMIT 100',
    [kind, id],
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}
