import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Listing } from '@sable/core';
import type { Db } from '../db/db.ts';
import { readLibrary } from '../store/libraryStore.ts';
import { generateListings, MemoryYard, type YardFeed } from './yard.ts';

const SEED = 11;

/** The yard as it stands when it is first asked: the demo's own offers and made-up ones around the library's engines. */
export function openYard(db: Db, demoFolder: string, madeUp: number): YardFeed {
  let made: Promise<YardFeed> | undefined;
  const yard = () => (made ??= makeYard(db, demoFolder, madeUp));
  return { search: async (of) => (await yard()).search(of), read: async (id) => (await yard()).read(id) };
}

async function makeYard(db: Db, demoFolder: string, madeUp: number): Promise<YardFeed> {
  const { engines, gearboxes } = await readLibrary(db);
  const file = path.join(demoFolder, 'listings.json');
  const written = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Listing[]) : [];
  const here = new Set(engines.map((e) => e.id));
  const names = new Map([...engines, ...gearboxes].map((row) => [row.id, row.name]));
  return new MemoryYard(
    [
      ...written.filter((l) => l.engineId === undefined || here.has(l.engineId)),
      ...generateListings(SEED, madeUp, engines, gearboxes),
    ],
    (l) => `${names.get(l.engineId ?? '') ?? ''} ${names.get(l.gearboxId ?? '') ?? ''}`,
  );
}
