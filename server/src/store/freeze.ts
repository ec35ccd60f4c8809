import { bundleOf, type Decision, type Library } from '@sable/core';
import type { Queryable } from '../db/db.ts';
import { readBuild } from './buildStore.ts';
import { readLibrary } from './libraryStore.ts';

/** Keeps the library rows of the chosen candidate as they are now: a later edit of the library does not change what was chosen. */
export async function freezeChoice(q: Queryable, buildId: string, decision: Decision): Promise<Library | undefined> {
  const { build } = await readBuild(q, buildId);
  const chosen = build.candidates.find((c) => c.id === decision.candidateId);
  const snapshot =
    chosen && bundleOf({ ...build, candidates: [chosen] }, await readLibrary(q), new Date().toISOString()).library;
  await q.query('UPDATE build SET decision_snapshot = $2 WHERE id = $1', [
    buildId,
    snapshot ? JSON.stringify(snapshot) : null,
  ]);
  return snapshot;
}
