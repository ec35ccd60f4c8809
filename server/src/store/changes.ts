import type { Build, BuildHistory, Decision, StepsAnswer } from '@sable/core';
import type { Queryable } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import type { BuildCache } from './buildCache.ts';
import { readBuild, readTarget, writeTarget, type Seat, type StoredBuild, type Target } from './buildStore.ts';
import { freezeChoice } from './freeze.ts';
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

export interface Order {
  readonly buildId: string;
  /** The version that the sender saw. */
  readonly ifVersion: number;
  readonly client: string;
}

/**
 * One change of one target in one transaction: version checked, content written, version raised, logged.
 * @throws Problem 409 with both versions when the build has moved on.
 */
export async function change(
  cache: BuildCache,
  order: Order,
  target: Target,
  words: string,
  next: (current: unknown, stored: StoredBuild, q: Queryable) => Promise<unknown> | unknown,
): Promise<StoredBuild> {
  const stored = await cache.write(order.buildId, async (q) => {
    const standing = await cache.readInside(q, order.buildId);
    const before = target.startsWith('candidate:')
      ? await readTarget(q, order.buildId, target)
      : (standing.build[target as 'brief'] ?? null);
    const after = await next(before, standing, q);
    if (standing.version !== order.ifVersion) throw stale(standing, order, after);
    if (same(before, after)) return standing;
    const left = await apply(q, order, standing, { target, before, after, words, kind: 'do', of: null });
    cache.keepStepWords(order.buildId, order.client, { undo: words, redo: null });
    return left;
  });
  return stored;
}

function stale(stored: StoredBuild, order: Order, yours: unknown): Problem {
  return new Problem(
    409,
    `Edit conflict: your version ${order.ifVersion}, saved version ${stored.version}. Your change was not saved.`,
    [],
    { yourVersion: order.ifVersion, currentVersion: stored.version, yours, theirs: stored.build },
  );
}

interface Step {
  readonly target: Target;
  readonly before: unknown;
  readonly after: unknown;
  readonly words: string;
  readonly kind: LoggedStep['step'];
  readonly of: number | null;
}

async function apply(q: Queryable, order: Order, standing: StoredBuild, step: Step): Promise<StoredBuild> {
  await writeTarget(q, order.buildId, step.target, step.after);
  // What a choice rests on is kept when it is made; another reason for it keeps nothing anew.
  const chosen = (decision: unknown) => (decision as Decision | null)?.candidateId ?? null;
  const frozen =
    step.target === 'decision' && chosen(step.before) !== chosen(step.after)
      ? await freezeChoice(q, order.buildId, step.after as Decision)
      : standing.frozen;
  // The version stands in the statement itself: whatever read it before, only one of two writers finds it.
  const [raised] = await q.query<{ version: number }>(
    `WITH raised AS (UPDATE build SET version = version + 1, updated_at = now() WHERE id = $1 AND version = $2 RETURNING version)
     INSERT INTO change_log (build_id, version, target, before, after, words, client, kind, of_seq)
     SELECT $1, raised.version, $3, $4, $5, $6, $7, $8, $9 FROM raised RETURNING version`,
    [
      order.buildId,
      standing.version,
      step.target,
      JSON.stringify(step.before),
      JSON.stringify(step.after),
      step.words,
      order.client,
      step.kind,
      step.of,
    ],
  );
  if (!raised) throw stale(await readBuild(q, order.buildId), { ...order, ifVersion: standing.version }, step.after);
  const { version } = raised;
  const build = replaced(standing.build, step);
  return build ? { version, build, ...(frozen ? { frozen } : {}) } : readBuild(q, order.buildId);
}

/** The build with the step taken; undefined where the line-up itself grows or shrinks and must be read anew. */
function replaced(build: Build, { target, before, after }: Step): Build | undefined {
  if (!target.startsWith('candidate:')) return { ...build, [target]: after };
  if (before === null || after === null) return undefined;
  const { candidate } = after as Seat;
  return { ...build, candidates: build.candidates.map((c) => (c.id === candidate.id ? candidate : c)) };
}

async function stacks(q: Queryable, buildId: string, client: string): Promise<Stacks> {
  const log = await q.query<LoggedStep & Record<string, unknown>>(
    `SELECT seq, words, step FROM (SELECT seq, words, kind AS step FROM change_log
       WHERE build_id = $1 AND client = $2 ORDER BY seq DESC LIMIT ${UNDO_DEPTH}) AS recent ORDER BY seq`,
    [buildId, client],
  );
  return stacksOf(log);
}

/** What undo and redo would take back for this client. */
export async function stepWords(
  cache: BuildCache,
  q: Queryable,
  buildId: string,
  client: string,
): Promise<StepsAnswer> {
  const known = cache.stepWords(buildId, client);
  if (known) return known;
  const words = wordsOf(await stacks(q, buildId, client));
  cache.keepStepWords(buildId, client, words);
  return words;
}

/**
 * Takes back this client's newest change, or does it again, as a new change.
 * @throws Problem 409 where somebody's later change of the same thing would be lost, 422 where there is nothing to take back.
 */
export function stepBack(
  cache: BuildCache,
  order: Omit<Order, 'ifVersion'>,
  direction: Direction,
): Promise<StoredBuild & { words: string }> {
  const full = { ...order, ifVersion: 0 };
  return cache.write(order.buildId, async (q) => {
    const stored = await cache.readInside(q, order.buildId);
    const step = newestStep(await stacks(q, order.buildId, order.client), direction);
    const [entry] = await q.query<{ target: Target; before: unknown; after: unknown }>(
      'SELECT target, before, after FROM change_log WHERE seq = $1',
      [step.seq],
    );
    const { target, before, after } = entry!;
    const current = await readTarget(q, order.buildId, target);
    if (!same(current, after))
      throw changedSince(direction, 'thing', { currentVersion: stored.version, theirs: stored.build });
    const result = await apply(q, full, stored, {
      target,
      before: current,
      after: before,
      words: step.words,
      kind: direction,
      of: step.seq,
    });
    cache.keepStepWords(order.buildId, order.client, undefined);
    return { ...result, words: step.words };
  });
}

export async function history(q: Queryable, buildId: string): Promise<BuildHistory> {
  const rows = await q.query<Omit<BuildHistory[number], 'at'> & { at: Date }>(
    'SELECT seq, version, target, words, kind, at FROM change_log WHERE build_id = $1 ORDER BY seq DESC LIMIT 200',
    [buildId],
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}
