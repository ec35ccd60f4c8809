import type { Brief, Build, BuildSummary, Candidate, Chassis, Decision, Library, Shelf } from '@sable/core';
import type { Queryable } from '../db/db.ts';
import { Problem } from '../http/problem.ts';

export interface StoredBuild {
  readonly version: number;
  readonly build: Build;
  /** The library rows of the chosen candidate as they were when it was chosen. */
  readonly frozen?: Library;
}

export async function listBuilds(q: Queryable): Promise<BuildSummary[]> {
  const rows = await q.query<{
    id: string;
    name: string;
    car: string | null;
    candidates: number;
    chosen: string | null;
    shelf: Shelf;
    version: number;
    updated_at: Date;
  }>(
    `SELECT b.id, b.name, b.chassis->>'name' AS car, b.shelf, b.version, b.updated_at,
            (SELECT count(*)::int FROM candidate c WHERE c.build_id = b.id) AS candidates,
            (SELECT c.letter || ' ' || (c.doc->>'name') FROM candidate c WHERE c.build_id = b.id AND c.id = b.decision->>'candidateId') AS chosen
       FROM build b ORDER BY b.created_at, b.id`,
  );
  return rows.map(({ updated_at, ...r }) => ({ ...r, updatedAt: new Date(updated_at).toISOString() }));
}

/** @throws Problem 404 */
export async function readBuild(q: Queryable, id: string): Promise<StoredBuild> {
  const [row] = await q.query<{
    name: string;
    currency: string;
    version: number;
    brief: Brief;
    chassis: Chassis | null;
    decision: Decision;
    frozen: Library | null;
  }>('SELECT name, currency, version, brief, chassis, decision, decision_snapshot AS frozen FROM build WHERE id = $1', [
    id,
  ]);
  if (!row) throw new Problem(404, `There is no build “${id}”.`);
  const candidates = await q.query<{ doc: Candidate }>(
    'SELECT doc FROM candidate WHERE build_id = $1 ORDER BY position',
    [id],
  );
  const { version, frozen, ...rest } = row;
  const build = { id, ...rest, candidates: candidates.map((c) => c.doc) };
  return { version, build, ...(frozen ? { frozen } : {}) };
}

/** Puts a build on another shelf; its content and version stay as they are. @throws Problem 404 */
export async function putOnShelf(q: Queryable, id: string, shelf: Shelf): Promise<void> {
  const rows = await q.query('UPDATE build SET shelf = $2 WHERE id = $1 RETURNING id', [id, shelf]);
  if (rows.length === 0) throw new Problem(404, `There is no build “${id}”.`);
}

/** Erases a deleted build with all that was changed in it. @throws Problem 404, or 409 where it was not deleted before. */
export async function eraseBuild(q: Queryable, id: string): Promise<void> {
  const [row] = await q.query<{ name: string; shelf: Shelf; version: number }>(
    'SELECT name, shelf, version FROM build WHERE id = $1 FOR UPDATE',
    [id],
  );
  if (!row) throw new Problem(404, `There is no build “${id}”.`);
  if (row.shelf !== 'deleted') throw new Problem(409, `“${row.name}” is not deleted. Delete it first, then erase it.`);
  await q.query('DELETE FROM build WHERE id = $1', [id]);
  await q.query(
    'INSERT INTO erased_build (id, version) VALUES ($1, $2) ON CONFLICT (id) DO UPDATE SET version = excluded.version',
    [id, row.version],
  );
}

/** The version that a build stands at; its row is held until the transaction ends. @throws Problem 404 */
export async function readVersion(q: Queryable, id: string): Promise<number> {
  const [row] = await q.query<{ version: number }>('SELECT version FROM build WHERE id = $1 FOR UPDATE', [id]);
  if (!row) throw new Problem(404, `There is no build “${id}”.`);
  return row.version;
}

/** A build that is not here yet; `pointer` is where it stands in what was sent. */
export async function insertBuild(q: Queryable, build: Build, pointer = ''): Promise<void> {
  await checkOriginals(q, build.chassis, `${pointer}/chassis`);
  // By the clock, not by the transaction: builds put in together keep their order.
  const insert = `INSERT INTO build (id, name, currency, brief, chassis, decision, created_at, version)
    VALUES ($1, $2, $3, $4, $5, $6, clock_timestamp(), coalesce((SELECT version FROM erased_build WHERE id = $1), 0) + 1)`;
  await q.query(insert, [
    build.id,
    build.name,
    build.currency,
    JSON.stringify(build.brief),
    build.chassis && JSON.stringify(build.chassis),
    JSON.stringify(build.decision),
  ]);
  for (const [position, candidate] of build.candidates.entries())
    await writeCandidate(q, build.id, candidate.id, { position, candidate }, `${pointer}/candidates/${position}`);
}

/** A candidate with its place in the line-up: what the log keeps of it, so that undo puts it back where it was. */
export interface Seat {
  readonly position: number;
  readonly candidate: Candidate;
}

/** What a change may touch: the name, currency, brief, chassis or decision of a build, or one candidate. */
export type Target = 'name' | 'currency' | 'brief' | 'chassis' | 'decision' | `candidate:${string}`;

export async function readTarget(q: Queryable, buildId: string, target: Target): Promise<unknown> {
  if (target.startsWith('candidate:')) {
    const [row] = await q.query<{ position: number; doc: Candidate }>(
      'SELECT position, doc FROM candidate WHERE build_id = $1 AND id = $2',
      [buildId, target.slice(10)],
    );
    return row ? ({ position: row.position, candidate: row.doc } satisfies Seat) : null;
  }
  const [row] = await q.query<{ content: unknown }>(`SELECT ${target} AS content FROM build WHERE id = $1`, [buildId]);
  return row?.content ?? null;
}

export async function writeTarget(q: Queryable, buildId: string, target: Target, content: unknown): Promise<void> {
  if (target.startsWith('candidate:')) return writeCandidate(q, buildId, target.slice(10), content as Seat | null);
  if (target === 'chassis') await checkOriginals(q, content as Chassis | null, '');
  const value =
    target === 'name' || target === 'currency' ? content : content === null ? null : JSON.stringify(content);
  await q.query(`UPDATE build SET ${target} = $2 WHERE id = $1`, [buildId, value]);
}

async function writeCandidate(
  q: Queryable,
  buildId: string,
  id: string,
  seat: Seat | null,
  pointer = '',
): Promise<void> {
  if (seat === null) {
    await q.query('DELETE FROM candidate WHERE build_id = $1 AND id = $2', [buildId, id]);
    return;
  }
  const { candidate: c, position } = seat;
  await checkReferences(q, c, pointer);
  await refuseTakenLetter(q, buildId, c, pointer);
  await q.query(
    `INSERT INTO candidate (build_id, id, position, letter, engine_id, gearbox_id, doc) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (build_id, id) DO UPDATE SET position = excluded.position, letter = excluded.letter,
       engine_id = excluded.engine_id, gearbox_id = excluded.gearbox_id, doc = excluded.doc`,
    [buildId, id, position, c.letter, c.engineId, c.gearboxId, JSON.stringify(c)],
  );
  await q.query(
    `WITH gone AS (DELETE FROM candidate_part WHERE build_id = $1 AND candidate_id = $2 AND part_id <> ALL ($3::text[]))
     INSERT INTO candidate_part (build_id, candidate_id, part_id)
     SELECT $1, $2, part_id FROM unnest($3::text[]) AS wanted (part_id) ON CONFLICT DO NOTHING`,
    [buildId, id, c.partIds],
  );
}

/** The place after the last candidate. */
export async function nextPosition(q: Queryable, buildId: string): Promise<number> {
  const [row] = await q.query<{ next: number }>(
    'SELECT coalesce(max(position) + 1, 0)::int AS next FROM candidate WHERE build_id = $1',
    [buildId],
  );
  return row!.next;
}

function missing(pointer: string, what: string, id: string): Problem {
  const message = `There is no ${what} “${id}” in the library.`;
  return new Problem(422, message, [{ pointer, message }]);
}

/** Names what is not in the library before the foreign key would only say no. */
async function checkReferences(q: Queryable, c: Candidate, pointer: string): Promise<void> {
  const [row] = await q.query<{ engine: boolean; gearbox: boolean; parts: string[] }>(
    `SELECT EXISTS (SELECT 1 FROM engine WHERE id = $1) AS engine, EXISTS (SELECT 1 FROM gearbox WHERE id = $2) AS gearbox,
            ARRAY (SELECT id FROM part WHERE id = ANY ($3::text[])) AS parts`,
    [c.engineId, c.gearboxId, c.partIds],
  );
  if (!row!.engine) throw missing(`${pointer}/engineId`, 'engine', c.engineId);
  if (!row!.gearbox) throw missing(`${pointer}/gearboxId`, 'gearbox', c.gearboxId);
  const here = new Set(row!.parts);
  c.partIds.forEach((id, i) => {
    if (!here.has(id)) throw missing(`${pointer}/partIds/${i}`, 'part', id);
  });
}

/** The same for the engine and gearbox that the car came with. */
async function checkOriginals(q: Queryable, chassis: Chassis | null, pointer: string): Promise<void> {
  const { originalEngineId: engine, originalGearboxId: gearbox } = chassis ?? {};
  if (engine === undefined && gearbox === undefined) return;
  const [row] = await q.query<{ engine: boolean; gearbox: boolean }>(
    'SELECT EXISTS (SELECT 1 FROM engine WHERE id = $1) AS engine, EXISTS (SELECT 1 FROM gearbox WHERE id = $2) AS gearbox',
    [engine ?? null, gearbox ?? null],
  );
  if (engine !== undefined && !row!.engine) throw missing(`${pointer}/originalEngineId`, 'engine', engine);
  if (gearbox !== undefined && !row!.gearbox) throw missing(`${pointer}/originalGearboxId`, 'gearbox', gearbox);
}

async function refuseTakenLetter(q: Queryable, buildId: string, c: Candidate, pointer: string): Promise<void> {
  const [other] = await q.query<{ name: string }>(
    `SELECT doc ->> 'name' AS name FROM candidate WHERE build_id = $1 AND letter = $2 AND id <> $3`,
    [buildId, c.letter, c.id],
  );
  if (!other) return;
  const message = `“${other.name}” is candidate ${c.letter} already. Take another letter.`;
  throw new Problem(422, message, [{ pointer: `${pointer}/letter`, message }]);
}
