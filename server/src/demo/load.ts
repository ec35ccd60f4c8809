import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  checkBuild,
  checkEngine,
  checkFamily,
  checkGearbox,
  checkPart,
  type Build,
  type Engine,
  type Family,
  type Gearbox,
  type Part,
} from '@sable/core';
import type { Db } from '../db/db.ts';
import { insertBuild } from '../store/buildStore.ts';
import { writeRow } from '../store/libraryStore.ts';

const DEMO_BUILDS = ['glider-tug', 'ice-racer', 'forestry-pickup', 'second-car'] as const;

export interface DemoShop {
  readonly engines: Engine[];
  readonly gearboxes: Gearbox[];
  readonly parts: Part[];
  readonly families: Family[];
  readonly builds: Build[];
}

/** The demo shop as its data files have it. */
export function readDemo(folder: string): DemoShop {
  const read = <T>(name: string): T => JSON.parse(readFileSync(path.join(folder, `${name}.json`), 'utf8')) as T;
  return {
    engines: read<Engine[]>('engines'),
    gearboxes: read<Gearbox[]>('gearboxes'),
    parts: read<Part[]>('parts'),
    families: read<Family[]>('families'),
    builds: DEMO_BUILDS.map((id) => read<Build>(`build-${id}`)),
  };
}

/** Loads the demo shop through the same stores and checks as a user's data. */
export async function loadDemo(db: Db, folder: string): Promise<void> {
  const shop = readDemo(folder);
  shop.engines.forEach((e) => checkEngine(e));
  shop.gearboxes.forEach((g) => checkGearbox(g));
  shop.parts.forEach((p) => checkPart(p));
  shop.families.forEach((f) => checkFamily(f));
  shop.builds.forEach((b) => checkBuild(b));
  await db.tx(async (q) => {
    for (const e of shop.engines) await writeRow(q, 'engines', e);
    for (const g of shop.gearboxes) await writeRow(q, 'gearboxes', g);
    for (const p of shop.parts) await writeRow(q, 'parts', p);
    for (const f of shop.families) await writeRow(q, 'families', f);
    for (const b of shop.builds) await insertBuild(q, b);
  });
}
