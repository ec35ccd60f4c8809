import {
  knownDisplacement,
  type Engine,
  type Family,
  type Gearbox,
  type Library,
  type Offer,
  type Part,
} from '@sable/core';
import type { Queryable } from '../db/db.ts';

export const LIBRARY_KINDS = ['engines', 'gearboxes', 'parts', 'families', 'offers'] as const;
export type LibraryKind = (typeof LIBRARY_KINDS)[number];

/** What each kind holds. */
export interface RowOf {
  readonly engines: Engine;
  readonly gearboxes: Gearbox;
  readonly parts: Part;
  readonly families: Family;
  readonly offers: Offer;
}

interface Table<T> {
  readonly table: string;
  /** The real columns beside id, retired, version and doc, and what they hold of a row. */
  readonly columns: Readonly<Record<string, (row: T) => unknown>>;
}

function litres(engine: Engine): number | null {
  const cc = knownDisplacement(engine);
  return cc === undefined ? null : cc / 1000;
}

const TABLES: { readonly [K in LibraryKind]: Table<RowOf[K]> } = {
  engines: {
    table: 'engine',
    columns: {
      name: (e) => e.name,
      family: (e) => e.family ?? null,
      cylinders: (e) => e.cylinders ?? null,
      displacement_l: (e) => litres(e),
      price_likely: (e) => e.price?.likely ?? null,
    },
  },
  gearboxes: {
    table: 'gearbox',
    columns: {
      name: (g) => g.name,
      kind: (g) => g.kind,
      gears: (g) => g.ratios.length,
      mass_kg: (g) => g.massKg?.value ?? null,
      price_likely: (g) => g.price?.likely ?? null,
    },
  },
  parts: {
    table: 'part',
    columns: {
      name: (p) => p.name,
      class: (p) => p.class,
      mass_kg: (p) => p.massKg?.value ?? null,
      price_likely: (p) => p.price?.likely ?? null,
      discontinued: (p) => p.discontinued ?? null,
    },
  },
  families: { table: 'family', columns: { name: (f) => f.name } },
  offers: {
    table: 'offer',
    columns: {
      name: (o) => o.name,
      engine_id: (o) => o.engineId ?? null,
      gearbox_id: (o) => o.gearboxId ?? null,
      price: (o) => o.price ?? null,
    },
  },
};

/** The whole library, each kind by name. */
export async function readLibrary(q: Queryable): Promise<Library> {
  const docs = async <T>(table: string) =>
    (await q.query<{ doc: T }>(`SELECT doc FROM ${table} ORDER BY name, id`)).map((r) => r.doc);
  return {
    engines: await docs<Engine>('engine'),
    gearboxes: await docs<Gearbox>('gearbox'),
    parts: await docs<Part>('part'),
    families: await docs<Family>('family'),
    offers: await docs<Offer>('offer'),
  };
}

/** A mark that changes with every change of the library. */
export async function libraryMark(q: Queryable): Promise<string> {
  const [row] = await q.query<{ n: number; v: number; s: number }>(
    `SELECT count(*)::int AS n, coalesce(sum(version), 0)::int AS v,
            (SELECT coalesce(max(seq), 0)::int FROM library_log) AS s
       FROM (SELECT version FROM engine UNION ALL SELECT version FROM gearbox UNION ALL SELECT version FROM part
             UNION ALL SELECT version FROM family UNION ALL SELECT version FROM offer) AS all_rows`,
  );
  return `lib-${row!.n}-${row!.v}-${row!.s}`;
}

/** A row with its version, or undefined. */
export async function readVersioned<K extends LibraryKind>(
  q: Queryable,
  kind: K,
  id: string,
): Promise<{ version: number; row: RowOf[K] } | undefined> {
  const [found] = await q.query<{ version: number; doc: RowOf[K] }>(
    `SELECT version, doc FROM ${TABLES[kind].table} WHERE id = $1`,
    [id],
  );
  return found && { version: found.version, row: found.doc };
}

export async function readRow(q: Queryable, kind: LibraryKind, id: string): Promise<unknown> {
  return (await readVersioned(q, kind, id))?.row;
}

/**
 * Writes a row with all its columns: a new one where `ifVersion` is 0, else the one that stands at that version. One whose id
 * was there before goes on counting, so that whoever saw the old one can’t write over it. The version is asked for in the statement itself: of two writers only one finds it.
 * @returns its version; undefined where the row stands at another version
 */
export async function writeRow<K extends LibraryKind>(
  q: Queryable,
  kind: K,
  row: RowOf[K],
  ifVersion = 0,
): Promise<number | undefined> {
  const { table, columns } = TABLES[kind];
  const names = ['retired', 'doc', ...Object.keys(columns)];
  const values = [row.retired ?? false, JSON.stringify(row), ...Object.values(columns).map((of) => of(row))];
  const [written] = await q.query<{ version: number }>(
    `INSERT INTO ${table} (id, version, ${names.join(', ')})
       VALUES ($1, coalesce((SELECT max(version) FROM library_log WHERE kind = '${kind}' AND row_id = $1), 0) + 1,
         ${names.map((_, i) => `$${i + 2}`).join(', ')})
     ON CONFLICT (id) DO UPDATE SET version = ${table}.version + 1, ${names.map((n) => `${n} = excluded.${n}`).join(', ')}
       WHERE ${table}.version = $${names.length + 2}
     RETURNING version`,
    [row.id, ...values, ifVersion],
  );
  return written?.version;
}

/** Rows put in with one statement: what waits behind it waits for no more than these. */
const BATCH = 100;

/** The rows of some ids that are here. */
export async function readRows<K extends LibraryKind>(
  q: Queryable,
  kind: K,
  ids: readonly string[],
): Promise<Map<string, RowOf[K]>> {
  const found = await q.query<{ id: string; doc: RowOf[K] }>(
    `SELECT id, doc FROM ${TABLES[kind].table} WHERE id = ANY($1)`,
    [ids],
  );
  return new Map(found.map((r) => [r.id, r.doc]));
}

/** New rows, whose ids nobody has; in batches, each told with its number of rows. */
export async function addRows<K extends LibraryKind>(
  q: Queryable,
  kind: K,
  rows: readonly RowOf[K][],
  added: (n: number) => void,
): Promise<void> {
  const { table, columns } = TABLES[kind];
  const names = ['id', 'retired', 'doc', ...Object.keys(columns)].join(', ');
  for (let from = 0; from < rows.length; from += BATCH) {
    const batch = rows.slice(from, from + BATCH);
    const records = batch.map((row) => ({
      id: row.id,
      retired: row.retired ?? false,
      doc: row,
      ...Object.fromEntries(Object.entries(columns).map(([name, of]) => [name, of(row)])),
    }));
    await q.query(
      `INSERT INTO ${table} (version, ${names})
         SELECT coalesce((SELECT max(l.version) FROM library_log l WHERE l.kind = '${kind}' AND l.row_id = r.id), 0) + 1, ${names}
           FROM jsonb_populate_recordset(NULL::${table}, $1::jsonb) AS r`,
      [JSON.stringify(records)],
    );
    added(batch.length);
  }
}

/** Takes a row out again: only what nobody refers to can go. */
export async function removeRow(q: Queryable, kind: LibraryKind, id: string): Promise<void> {
  await q.query(`DELETE FROM ${TABLES[kind].table} WHERE id = $1`, [id]);
}

/** Builds whose candidates refer to a row or whose car came with it, and own offers of it. */
export async function usedBy(q: Queryable, kind: LibraryKind, id: string): Promise<string[]> {
  const where = {
    engines: 'c.engine_id = $1',
    gearboxes: 'c.gearbox_id = $1',
    parts: `EXISTS (SELECT 1 FROM candidate_part p JOIN part kit ON kit.id = p.part_id
      WHERE p.build_id = c.build_id AND p.candidate_id = c.id AND (kit.id = $1 OR kit.doc -> 'inKit' ? $1))`,
    families:
      'EXISTS (SELECT 1 FROM engine e JOIN family f ON f.name = e.family WHERE e.id = c.engine_id AND f.id = $1)',
    // A candidate keeps the offer that it was bought by as it stood.
    offers: 'false',
  }[kind];
  const offered = {
    engines: 'o.engine_id',
    gearboxes: 'o.gearbox_id',
    parts: 'NULL',
    families: 'NULL',
    offers: 'NULL',
  }[kind];
  const original = {
    engines: 'b.original_engine_id',
    gearboxes: 'b.original_gearbox_id',
    parts: 'NULL',
    families: 'NULL',
    offers: 'NULL',
  }[kind];
  const rows = await q.query<{ name: string }>(
    `SELECT DISTINCT b.name FROM build b LEFT JOIN candidate c ON b.id = c.build_id
      WHERE (${where}) OR ${original} = $1
     UNION SELECT o.name FROM offer o WHERE ${offered} = $1 ORDER BY name`,
    [id],
  );
  return rows.map((r) => r.name);
}
