import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { listingOf, type Listing, type Offer } from '@sable/core';
import type { Db } from '../db/db.ts';
import { readLibrary } from '../store/libraryStore.ts';
import { generateListings, MemoryYard, type YardFeed } from './yard.ts';

const SEED = 11;

/**
 * The yard as it stands when it is first asked: the demo's own offers and made-up ones around the library's engines; beside them whatever
 * somebody wrote down, as it stands now.
 */
export function openYard(db: Db, demoFolder: string, madeUp: number): YardFeed {
  let made: Promise<Made> | undefined;
  let known: { readonly mark: string; readonly yard: YardFeed } | undefined;
  const yard = async () => {
    const { listings, names } = await (made ??= makeYard(db, demoFolder, madeUp));
    const [row] = await db.query<{ mark: string }>(
      `SELECT count(*) || '-' || coalesce(sum(version), 0) || '-' ||
         (SELECT coalesce(max(seq), 0) FROM library_log WHERE kind IN ('offers', 'engines')) AS mark FROM offer`,
    );
    if (known?.mark !== row!.mark) {
      const own = await db.query<{ doc: Offer }>('SELECT doc FROM offer');
      const written = own.flatMap((o) => listingOf(o.doc) ?? []);
      const retired = new Set((await db.query<{ id: string }>('SELECT id FROM engine WHERE retired')).map((e) => e.id));
      const made = listings.filter((l) => !retired.has(l.engineId ?? ''));
      known = { mark: row!.mark, yard: new MemoryYard([...written, ...made], names) };
    }
    return known.yard;
  };
  return { search: async (of) => (await yard()).search(of), read: async (id) => (await yard()).read(id) };
}

interface Made {
  readonly listings: readonly Listing[];
  /** Names of its engine and gearbox, so that it is found by them. */
  readonly names: (listing: Listing) => string;
}

async function makeYard(db: Db, demoFolder: string, madeUp: number): Promise<Made> {
  const { engines, gearboxes } = await readLibrary(db);
  const file = path.join(demoFolder, 'listings.json');
  const written = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Listing[]) : [];
  const here = new Set(engines.map((e) => e.id));
  const names = new Map([...engines, ...gearboxes].map((row) => [row.id, row.name]));
  return {
    listings: [
      ...written.filter((l) => l.engineId === undefined || here.has(l.engineId)),
      ...generateListings(SEED, madeUp, engines, gearboxes),
    ],
    names: (l) => `${names.get(l.engineId ?? '') ?? ''} ${names.get(l.gearboxId ?? '') ?? ''}`,
  };
}
