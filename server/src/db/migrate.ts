import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Db } from './db.ts';

/**
 * Runs the numbered .sql files that have not run yet, each in its own transaction; with `only`, those of these names.
 * @throws when the database has seen a migration that this program does not know: it was written by a newer one.
 */
export async function migrate(db: Db, folder: string, only?: readonly string[]): Promise<void> {
  await db.script(
    'CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, ran_at timestamptz NOT NULL DEFAULT now())',
  );
  const ran = new Set((await db.query<{ name: string }>('SELECT name FROM migration')).map((r) => r.name));
  const files = readdirSync(folder)
    .filter((f) => /^\d{4}-[a-z0-9-]+\.sql$/.test(f))
    .sort();
  const unknown = [...ran, ...(only ?? [])].filter((name) => !files.includes(name));
  if (unknown.length > 0)
    throw new Error(
      `It was written by a newer Sable (${unknown.join(', ')}). Update Sable, or choose another folder with --data.`,
    );
  for (const name of files) {
    if (ran.has(name) || (only && !only.includes(name))) continue;
    const sql = readFileSync(path.join(folder, name), 'utf8');
    await db.tx(async (q) => {
      await q.script(sql);
      await q.query('INSERT INTO migration (name) VALUES ($1)', [name]);
    });
  }
}
