import { checkEngine, checkFamily, checkGearbox, checkPart, type RowHistory, type StepsAnswer } from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { readVersioned, removeRow, usedBy, writeRow, type LibraryKind, type RowOf } from './libraryStore.ts';
import same from 'fast-deep-equal';

const CHECK: { readonly [K in LibraryKind]: (row: RowOf[K], pointer?: string) => void } = {
  engines: checkEngine,
  gearboxes: checkGearbox,
  parts: checkPart,
  families: checkFamily,
};
const WORD: Readonly<Record<LibraryKind, string>> = {
  engines: 'engine',
  gearboxes: 'gearbox',
  parts: 'part',
  families: 'family',
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
    if (version !== ifVersion) {
      throw new Problem(
        409,
        ifVersion === 0
          ? `There is a ${WORD[kind]} “${row.id}” already. Give the new one another name.`
          : `Somebody changed this ${WORD[kind]} meanwhile: you saw version ${ifVersion}, it is at ${version}. Yours was not saved.`,
        [],
        { yourVersion: ifVersion, currentVersion: version, yours: row, theirs: standing?.row ?? null },
      );
    }
    if (standing && same(standing.row, row)) return { version, row: standing.row };
    if (kind === 'families') await refuseTakenName(q, row as RowOf['families']);
    const words = `${standing ? (row.retired && !standing.row.retired ? 'Retired' : 'Changed') : 'New'} ${WORD[kind]} ${row.name}`;
    return { version: await log(q, kind, standing?.row ?? null, row, words, client, 'do', null), row };
  });
}

async function refuseTakenName(q: Queryable, family: RowOf['families']): Promise<void> {
  const taken = await q.query('SELECT 1 FROM family WHERE name = $1 AND id <> $2', [family.name, family.id]);
  if (taken.length === 0) return;
  const message = `There is a family “${family.name}” already.`;
  throw new Problem(422, message, [{ pointer: '/name', message }]);
}

/** The write itself and its line in the log; a row that becomes null is taken out. */
async function log<K extends LibraryKind>(
  q: Queryable,
  kind: K,
  before: RowOf[K] | null,
  after: RowOf[K] | null,
  words: string,
  client: string,
  step: 'do' | 'undo' | 'redo',
  of: number | null,
): Promise<number> {
  const id = (after ?? before)!.id;
  let version = 1;
  if (after) version = await writeRow(q, kind, after);
  else {
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

interface Logged {
  readonly seq: number;
  readonly kind: LibraryKind;
  readonly row_id: string;
  readonly before: RowOf[LibraryKind] | null;
  readonly after: RowOf[LibraryKind] | null;
  readonly words: string;
  readonly step: 'do' | 'undo' | 'redo';
  readonly of_seq: number | null;
}

/** A client's library changes that can be taken back and done again, newest last. */
async function stacks(q: Queryable, client: string): Promise<{ undo: number[]; redo: number[] }> {
  const rows = await q.query<{ seq: number; step: Logged['step'] }>(
    'SELECT seq, step FROM (SELECT seq, step FROM library_log WHERE client = $1 ORDER BY seq DESC LIMIT 500) AS recent ORDER BY seq',
    [client],
  );
  const undo: number[] = [];
  const redo: number[] = [];
  for (const { seq, step } of rows) {
    if (step === 'do') {
      undo.push(seq);
      redo.length = 0;
    } else if (step === 'undo') {
      undo.pop();
      redo.push(seq);
    } else {
      redo.pop();
      undo.push(seq);
    }
  }
  return { undo, redo };
}

async function wordsOf(q: Queryable, seq: number | undefined): Promise<string | null> {
  if (seq === undefined) return null;
  const [row] = await q.query<{ words: string }>('SELECT words FROM library_log WHERE seq = $1', [seq]);
  return row!.words;
}

export async function librarySteps(q: Queryable, client: string): Promise<StepsAnswer> {
  const { undo, redo } = await stacks(q, client);
  return { undo: await wordsOf(q, undo.at(-1)), redo: await wordsOf(q, redo.at(-1)) };
}

/**
 * Takes back this client's newest change of the library, or does it again, as a new change.
 * @throws Problem 409 where somebody changed the row since, 422 where there is nothing.
 */
export function stepLibrary(db: Db, client: string, direction: 'undo' | 'redo'): Promise<{ words: string }> {
  return db.tx(async (q) => {
    const seq = (await stacks(q, client))[direction].at(-1);
    if (seq === undefined)
      throw new Problem(422, direction === 'undo' ? 'There is nothing of yours to undo.' : 'There is nothing to redo.');
    const [entry] = await q.query<Logged & Record<string, unknown>>('SELECT * FROM library_log WHERE seq = $1', [seq]);
    const { kind, row_id, before, after, words } = entry!;
    const standing = (await readVersioned(q, kind, row_id))?.row ?? null;
    if (!same(standing, after))
      throw new Problem(
        409,
        `It can’t be ${direction === 'undo' ? 'undone' : 'redone'}: somebody changed the same row after you, and that would be lost.`,
      );
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
