import type { Listing } from '@sable/core';
import type { Queryable } from '../db/db.ts';

export interface Watched {
  readonly listing: Listing;
  readonly note: string;
  readonly at: string;
}

export async function listWatched(q: Queryable): Promise<Watched[]> {
  const rows = await q.query<{ doc: Listing; note: string; at: Date }>(
    'SELECT doc, note, at FROM watched ORDER BY at DESC, id',
  );
  return rows.map((r) => ({ listing: r.doc, note: r.note, at: new Date(r.at).toISOString() }));
}

export async function putWatched(q: Queryable, listing: Listing, note: string): Promise<void> {
  await q.query(
    `INSERT INTO watched (id, price, note, doc) VALUES ($1, $2, $3, $4)
     ON CONFLICT (id) DO UPDATE SET note = excluded.note`,
    [listing.id, listing.price, note, JSON.stringify(listing)],
  );
}

export async function removeWatched(q: Queryable, id: string): Promise<void> {
  await q.query('DELETE FROM watched WHERE id = $1', [id]);
}

export async function readWatched(q: Queryable, id: string): Promise<Listing | undefined> {
  const [row] = await q.query<{ doc: Listing }>('SELECT doc FROM watched WHERE id = $1', [id]);
  return row?.doc;
}
