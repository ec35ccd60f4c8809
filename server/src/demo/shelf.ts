import { DemoAnswer, type Family, type Shelf } from '@sable/core';
import same from 'fast-deep-equal';
import type { Queryable } from '../db/db.ts';
import type { DemoShop } from './load.ts';
import { insertBuild, putOnShelf } from '../store/buildStore.ts';
import { retireRow } from '../store/libraryChanges.ts';
import { readVersioned, writeRow, type RowOf } from '../store/libraryStore.ts';

/** What the demo has of the library; its offers are of the yard. */
const KINDS = ['engines', 'gearboxes', 'parts', 'families'] as const satisfies readonly (keyof RowOf)[];
type Kind = (typeof KINDS)[number];

interface Row {
  readonly kind: Kind;
  readonly id: string;
  readonly name: string;
  /** Undefined: not here. */
  readonly is: 'offered' | 'retired' | undefined;
  /** Somebody changed it. */
  readonly changed: boolean;
  /** A build that is not the demo’s, or an own offer, refers to it. */
  readonly used: boolean;
}

/** Rows that builds of one’s own and own offers refer to, with the pieces of their kits and the families of their engines. */
async function usedRows(q: Queryable, demoBuilds: readonly string[]): Promise<ReadonlySet<string>> {
  const rows = await q.query<{ kind: Kind; id: string }>(
    `WITH RECURSIVE own AS (SELECT id, original_engine_id, original_gearbox_id FROM build WHERE id <> ALL ($1::text[])),
     engine_in_use AS (
       SELECT c.engine_id AS id FROM candidate c JOIN own ON own.id = c.build_id
       UNION SELECT original_engine_id FROM own UNION SELECT engine_id FROM offer),
     part_in_use AS (
       SELECT p.part_id AS id FROM candidate_part p JOIN own ON own.id = p.build_id
       UNION SELECT kit.piece FROM part_in_use u JOIN part ON part.id = u.id
         CROSS JOIN LATERAL jsonb_array_elements_text(coalesce(part.doc -> 'inKit', '[]')) AS kit (piece))
     SELECT 'engines' AS kind, id FROM engine_in_use WHERE id IS NOT NULL
     UNION SELECT 'gearboxes', id FROM (
       SELECT c.gearbox_id AS id FROM candidate c JOIN own ON own.id = c.build_id
       UNION SELECT original_gearbox_id FROM own UNION SELECT gearbox_id FROM offer) AS g WHERE id IS NOT NULL
     UNION SELECT 'parts', id FROM part_in_use
     UNION SELECT 'families', f.id FROM family f JOIN engine e ON e.family = f.name JOIN engine_in_use u ON u.id = e.id`,
    [demoBuilds],
  );
  return new Set(rows.map((r) => `${r.kind}/${r.id}`));
}

async function rowsOf(q: Queryable, demo: DemoShop): Promise<Row[]> {
  const used = await usedRows(
    q,
    demo.builds.map((b) => b.id),
  );
  const rows: Row[] = [];
  for (const kind of KINDS)
    for (const came of demo[kind]) {
      const here = (await readVersioned(q, kind, came.id))?.row;
      const { retired, ...rest } = here ?? { ...came, retired: undefined };
      rows.push({
        kind,
        id: came.id,
        name: (here ?? came).name,
        is: here ? (retired ? 'retired' : 'offered') : undefined,
        changed: !same(rest, came),
        used: used.has(`${kind}/${came.id}`),
      });
    }
  return rows;
}

/** What of the demo is in this shop. */
export async function demoState(q: Queryable, demo: DemoShop): Promise<DemoAnswer> {
  const builds = await q.query<{ id: string; shelf: Shelf }>('SELECT id, shelf FROM build WHERE id = ANY ($1)', [
    demo.builds.map((b) => b.id),
  ]);
  const rows = await rowsOf(q, demo);
  const offered = rows.filter((r) => r.is === 'offered');
  return {
    builds: builds.filter((b) => b.shelf !== 'deleted').length,
    rows: offered.length,
    stay: offered.filter((r) => r.changed || r.used).map((r) => r.name),
  };
}

/**
 * Puts the builds of the demo with the deleted ones, where they stay whole, and retires of its library what nobody changed and
 * neither a build of one’s own nor an own offer refers to.
 */
export async function putDemoAway(q: Queryable, demo: DemoShop, { library }: { library: boolean }): Promise<void> {
  const here = await q.query<{ id: string }>(`SELECT id FROM build WHERE id = ANY ($1) AND shelf <> 'deleted'`, [
    demo.builds.map((b) => b.id),
  ]);
  for (const { id } of here) await putOnShelf(q, id, 'deleted');
  if (!library) return;
  for (const { kind, id, is, changed, used } of await rowsOf(q, demo))
    if (is === 'offered' && !changed && !used) await retireRow(q, kind, id, true);
}

/** The demo as it came, in this shop: what is here and put away comes back, what is not here is put in; what somebody changed stays as it is. */
export async function bringDemo(q: Queryable, demo: DemoShop): Promise<void> {
  for (const { kind, id, is, changed } of await rowsOf(q, demo)) {
    if (is === 'retired' && !changed) await retireRow(q, kind, id, false);
    if (is === undefined) await addRow(q, kind, demo, id);
  }
  const here = await q.query<{ id: string; shelf: Shelf }>('SELECT id, shelf FROM build WHERE id = ANY ($1)', [
    demo.builds.map((b) => b.id),
  ]);
  for (const build of demo.builds) {
    const standing = here.find((b) => b.id === build.id);
    if (!standing) await insertBuild(q, build);
    else if (standing.shelf !== 'open') await putOnShelf(q, build.id, 'open');
  }
}

async function addRow(q: Queryable, kind: Kind, demo: DemoShop, id: string): Promise<void> {
  const row = demo[kind].find((r) => r.id === id)!;
  // A family that somebody called the same is theirs; the demo’s engines go with it by its name.
  if (kind === 'families') {
    const taken = await q.query('SELECT 1 FROM family WHERE name = $1', [(row as Family).name]);
    if (taken.length > 0) return;
  }
  await writeRow(q, kind, row);
}
