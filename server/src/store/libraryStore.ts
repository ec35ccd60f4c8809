import type { Engine, Gearbox, Library, Part } from '@sable/core';
import type { Queryable } from '../db/db.ts';

export type LibraryKind = 'engines' | 'gearboxes' | 'parts';

const TABLE: Readonly<Record<LibraryKind, string>> = { engines: 'engine', gearboxes: 'gearbox', parts: 'part' };

/** The whole library, each kind by name. */
export async function readLibrary(q: Queryable): Promise<Library> {
  const docs = async <T>(table: string) =>
    (await q.query<{ doc: T }>(`SELECT doc FROM ${table} ORDER BY name, id`)).map((r) => r.doc);
  return {
    engines: await docs<Engine>('engine'),
    gearboxes: await docs<Gearbox>('gearbox'),
    parts: await docs<Part>('part'),
  };
}

/** A mark that changes with every change of the library. */
export async function libraryMark(q: Queryable): Promise<string> {
  const [row] = await q.query<{ n: number; v: number }>(
    `SELECT count(*)::int AS n, coalesce(sum(version), 0)::int AS v
       FROM (SELECT version FROM engine UNION ALL SELECT version FROM gearbox UNION ALL SELECT version FROM part) AS all_rows`,
  );
  return `lib-${row!.n}-${row!.v}`;
}

export async function readRow(q: Queryable, kind: LibraryKind, id: string): Promise<unknown> {
  const rows = await q.query<{ doc: unknown }>(`SELECT doc FROM ${TABLE[kind]} WHERE id = $1`, [id]);
  return rows[0]?.doc;
}

export async function insertEngine(q: Queryable, e: Engine): Promise<void> {
  const litres = (Math.PI / 4) * (e.boreMm.value / 100) ** 2 * (e.strokeMm.value / 100) * e.cylinders;
  await q.query(
    'INSERT INTO engine (id, name, family, cylinders, displacement_l, price_likely, doc) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [e.id, e.name, e.family, e.cylinders, litres, e.price.likely, JSON.stringify(e)],
  );
}

export async function insertGearbox(q: Queryable, g: Gearbox): Promise<void> {
  await q.query(
    'INSERT INTO gearbox (id, name, kind, gears, mass_kg, price_likely, doc) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [g.id, g.name, g.kind, g.ratios.length, g.massKg.value, g.price.likely, JSON.stringify(g)],
  );
}

export async function insertPart(q: Queryable, p: Part): Promise<void> {
  await q.query(
    'INSERT INTO part (id, name, class, mass_kg, price_likely, discontinued, doc) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [p.id, p.name, p.class, p.massKg.value, p.price.likely, p.discontinued, JSON.stringify(p)],
  );
}
