import type { Db, Queryable } from '../db/db.ts';
import { Problem } from '../problem.ts';
import { readBuild, readTarget, writeTarget, type StoredBuild, type Target } from './buildStore.ts';
import { freezeChoice } from './freeze.ts';
import { same } from './same.ts';

export interface Change {
  readonly seq: number;
  readonly version: number;
  readonly target: Target;
  readonly before: unknown;
  readonly after: unknown;
  readonly words: string;
  readonly client: string;
  readonly kind: 'do' | 'undo' | 'redo';
  readonly of_seq: number | null;
  readonly at: Date;
}

export interface Order {
  readonly buildId: string;
  /** The version that the sender saw. */
  readonly ifVersion: number;
  readonly client: string;
}

/** How many of a client's changes stay undoable. */
const DEPTH = 500;

/**
 * One change of one target in one transaction: version checked, content written, version raised, logged.
 * @throws Problem 409 with both versions when the build has moved on.
 */
export function change(
  db: Db,
  order: Order,
  target: Target,
  words: string,
  next: (q: Queryable, current: unknown, stored: StoredBuild) => Promise<unknown> | unknown,
): Promise<StoredBuild> {
  return db.tx(async (q) => {
    const stored = await readBuild(q, order.buildId);
    const before = await readTarget(q, order.buildId, target);
    const after = await next(q, before, stored);
    refuseStale(stored, order, after);
    if (same(before, after)) return stored;
    return apply(q, order, stored.version, { target, before, after, words, kind: 'do', of: null });
  });
}

function refuseStale(stored: StoredBuild, order: Order, yours: unknown): void {
  if (stored.version === order.ifVersion) return;
  throw new Problem(
    409,
    `Somebody changed this build meanwhile: you saw version ${order.ifVersion}, it is at ${stored.version}. Yours was not saved.`,
    [],
    { yourVersion: order.ifVersion, currentVersion: stored.version, yours, theirs: stored.build },
  );
}

async function apply(
  q: Queryable,
  order: Order,
  version: number,
  c: { target: Target; before: unknown; after: unknown; words: string; kind: Change['kind']; of: number | null },
): Promise<StoredBuild> {
  await writeTarget(q, order.buildId, c.target, c.after);
  if (c.target === 'decision') await freezeChoice(q, order.buildId);
  await q.query('UPDATE build SET version = version + 1, updated_at = now() WHERE id = $1', [order.buildId]);
  await q.query(
    'INSERT INTO change_log (build_id, version, target, before, after, words, client, kind, of_seq) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
    [
      order.buildId,
      version + 1,
      c.target,
      JSON.stringify(c.before),
      JSON.stringify(c.after),
      c.words,
      order.client,
      c.kind,
      c.of,
    ],
  );
  return readBuild(q, order.buildId);
}

/** A client's changes that can be undone and redone, newest last, from the log alone. */
export async function stacks(
  q: Queryable,
  buildId: string,
  client: string,
): Promise<{ undo: Change[]; redo: Change[] }> {
  const log = await q.query<Change & Record<string, unknown>>(
    `SELECT * FROM (SELECT seq, version, target, before, after, words, client, kind, of_seq, at FROM change_log
       WHERE build_id = $1 AND client = $2 ORDER BY seq DESC LIMIT ${DEPTH}) AS recent ORDER BY seq`,
    [buildId, client],
  );
  const undo: Change[] = [];
  const redo: Change[] = [];
  for (const entry of log) {
    if (entry.kind === 'do') {
      undo.push(entry);
      redo.length = 0;
    } else if (entry.kind === 'undo') {
      undo.pop();
      redo.push(entry);
    } else {
      redo.pop();
      undo.push(entry);
    }
  }
  return { undo, redo };
}

/**
 * Takes back this client's newest change, or does it again, as a new change.
 * @throws Problem 409 where somebody's later change of the same thing would be lost, 422 where there is nothing to take back.
 */
export function stepBack(db: Db, order: Order, direction: 'undo' | 'redo'): Promise<StoredBuild & { words: string }> {
  return db.tx(async (q) => {
    const stored = await readBuild(q, order.buildId);
    const { undo, redo } = await stacks(q, order.buildId, order.client);
    const entry = (direction === 'undo' ? undo : redo).at(-1);
    if (!entry)
      throw new Problem(422, direction === 'undo' ? 'There is nothing of yours to undo.' : 'There is nothing to redo.');
    const current = await readTarget(q, order.buildId, entry.target);
    if (!same(current, entry.after)) {
      throw new Problem(
        409,
        `It can’t be ${direction === 'undo' ? 'undone' : 'redone'}: somebody changed the same thing after you, and that would be lost.`,
        [],
        {
          currentVersion: stored.version,
          theirs: stored.build,
        },
      );
    }
    const result = await apply(q, order, stored.version, {
      target: entry.target,
      before: current,
      after: entry.before,
      words: entry.words,
      kind: direction,
      of: entry.seq,
    });
    return { ...result, words: entry.words };
  });
}

export async function history(
  q: Queryable,
  buildId: string,
): Promise<Pick<Change, 'seq' | 'version' | 'words' | 'kind' | 'at'>[]> {
  return q.query(
    'SELECT seq, version, target, words, kind, at FROM change_log WHERE build_id = $1 ORDER BY seq DESC LIMIT 200',
    [buildId],
  );
}
