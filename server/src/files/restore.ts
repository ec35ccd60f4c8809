import { createReadStream, existsSync } from 'node:fs';
import path from 'node:path';
import { bundleOf, pictureIdsOf, type ShopReport } from '@sable/core';
import type { Db } from '../db/db.ts';
import { migrate } from '../db/migrate.ts';
import { openPglite } from '../db/pglite.ts';
import { readBuild } from '../store/buildStore.ts';
import { importBundle, importLibrary, type Progress } from '../store/importStore.ts';
import { readLibrary } from '../store/libraryStore.ts';
import { readPictures } from '../store/pictureStore.ts';
import { fillTables, newerFile, readShopFile, type ShopFile } from './shopFile.ts';

/** A shop file from the disk. @throws Error in one sentence */
export async function shopFileAt(file: string): Promise<ShopFile> {
  const bytes = createReadStream(file);
  await new Promise<void>((resolve, reject) => {
    bytes.once('open', () => resolve());
    bytes.once('error', () => reject(new Error(`There is no file ${file} that can be read.`)));
  });
  return readShopFile(bytes);
}

/** Makes an empty database into the shop of a file: tables as they were then, their rows, and then whatever has changed since. */
export async function restoreInto(db: Db, shop: ShopFile, migrations: string): Promise<void> {
  if (shop.head.schema.some((name) => !existsSync(path.join(migrations, name)))) throw newerFile();
  await migrate(db, migrations, shop.head.schema);
  await db.tx((q) => fillTables(q, shop));
  await migrate(db, migrations);
}

/**
 * Adds the shop of a file to one that is in use: rows and builds that are not here come in, what is here stays as it is, and the same id
 * with other content comes in under a new one. History and versions of what comes in begin anew. One transaction.
 */
export async function addShop(
  db: Db,
  shop: ShopFile,
  migrations: string,
  progress: Progress = () => {},
): Promise<ShopReport> {
  const other = await openPglite();
  try {
    await restoreInto(other, shop, migrations);
    const library = await readLibrary(other);
    const ids = await other.query<{ id: string }>('SELECT id FROM build ORDER BY created_at, id');
    // All of it or nothing: whoever stops it is told that nothing was saved.
    return await db.tx(async (q) => {
      const inside: Db = { ...db, query: q.query, script: q.script, tx: (work) => work(q) };
      const { rows } = await importLibrary(inside, library, progress);
      const builds: ShopReport['builds'] = [];
      for (const { id } of ids) {
        const { build } = await readBuild(other, id);
        const bundle = bundleOf(build, library, shop.head.madeAt);
        const pictures = await readPictures(other, pictureIdsOf([bundle.build, bundle.library]));
        const report = await importBundle(inside, { ...bundle, pictures });
        builds.push({ buildId: report.buildId, build: report.build });
      }
      return { builds, rows };
    });
  } finally {
    await other.close();
  }
}
