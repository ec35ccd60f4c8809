import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { createGunzip, createGzip } from 'node:zlib';
import { InputError } from '@sable/core';
import type { Db, Queryable } from '../db/db.ts';

/** The file of a whole shop: gzipped lines of JSON. First what it is, then each row of each table, last the sum of all before. */
interface Head {
  readonly sable: 'shop';
  readonly format: 1;
  /** The migrations that its tables have seen. */
  readonly schema: readonly string[];
  readonly madeAt: string;
  readonly rows: Readonly<Record<string, number>>;
}
type Row = Readonly<Record<string, unknown>>;

export interface ShopFile {
  readonly head: Head;
  readonly tables: ReadonlyMap<string, readonly Row[]>;
}

/** A few kilobytes can be packed to unpack without end; a text can’t be longer. */
const MOST_BYTES = 500_000_000;
/** Rows asked for at one time. */
const BATCH = 200;
/** What tells what the tables have seen is of the database, not of the shop. */
const NOT_SHOP = 'migration';

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** The tables of the shop, each after those that it refers to, with the columns of its key. Whatever is added later is among them. */
export async function shopTables(q: Queryable): Promise<{ readonly name: string; readonly key: readonly string[] }[]> {
  const tables = await q.query<{ name: string; key: string[] }>(
    `SELECT c.relname AS name, ARRAY(
       SELECT a.attname::text FROM pg_index i, unnest(i.indkey) WITH ORDINALITY AS k(n, at)
       JOIN pg_attribute a ON a.attnum = k.n WHERE i.indrelid = c.oid AND i.indisprimary AND a.attrelid = c.oid ORDER BY k.at) AS key
     FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'r' AND c.relname <> $1 ORDER BY c.relname`,
    [NOT_SHOP],
  );
  const refers = await q.query<{ from: string; to: string }>(
    `SELECT a.relname AS from, b.relname AS to FROM pg_constraint f
     JOIN pg_class a ON a.oid = f.conrelid JOIN pg_class b ON b.oid = f.confrelid
     WHERE f.contype = 'f' AND f.conrelid <> f.confrelid`,
  );
  const ordered: typeof tables = [];
  const waiting = [...tables];
  while (waiting.length > 0) {
    const next = waiting.findIndex(
      (t) => !refers.some((r) => r.from === t.name && waiting.some((w) => w.name === r.to)),
    );
    ordered.push(...waiting.splice(Math.max(0, next), 1));
  }
  return ordered;
}

/** Every line of the file but the last. One transaction: what is saved meanwhile is in it whole or not at all. */
async function linesOf(db: Db, madeAt: string): Promise<string[]> {
  return db.tx(async (q) => {
    const schema = (await q.query<{ name: string }>('SELECT name FROM migration ORDER BY name')).map((r) => r.name);
    const tables = await shopTables(q);
    const rows: Record<string, number> = {};
    const lines: string[] = [];
    for (const { name, key } of tables) {
      const order = key.map(quoted).join(', ') || 'ctid';
      let n = 0;
      for (;;) {
        // As PostgreSQL writes it, so that times keep their microseconds and bytes are text.
        const batch = await q.query<{ row: string }>(
          `SELECT row_to_json(t)::text AS row FROM (SELECT * FROM ${quoted(name)} ORDER BY ${order} LIMIT ${BATCH} OFFSET ${n}) AS t`,
        );
        for (const { row } of batch) lines.push(`{"table":${JSON.stringify(name)},"row":${row}}`);
        n += batch.length;
        if (batch.length < BATCH) break;
      }
      rows[name] = n;
    }
    const head: Head = { sable: 'shop', format: 1, schema, madeAt, rows };
    return [JSON.stringify(head), ...lines];
  });
}

/** The whole shop as one file: builds with their history, library, pictures, what is watched. */
export async function writeShopFile(db: Db): Promise<Readable> {
  const lines = await linesOf(db, new Date().toISOString());
  const sum = createHash('sha256');
  function* all() {
    for (const line of lines) {
      const text = `${line}\n`;
      sum.update(text);
      yield text;
    }
    yield `${JSON.stringify({ sha256: sum.digest('hex') })}\n`;
  }
  return Readable.from(all()).pipe(createGzip());
}

const bad = (why: string): InputError =>
  new InputError('/file', `The file is not a whole shop: ${why}. Nothing was restored.`);

/** The file of a later program than this. */
export const newerFile = (): InputError =>
  new InputError('/file', 'The file was written by a newer Sable. Update Sable, then restore it.');

/** @throws InputError in one sentence where the file is none, not whole, or not what its sum says */
export async function readShopFile(bytes: Readable): Promise<ShopFile> {
  const chunks: Buffer[] = [];
  let size = 0;
  try {
    for await (const chunk of bytes.pipe(createGunzip())) {
      size += (chunk as Buffer).length;
      if (size > MOST_BYTES) break;
      chunks.push(chunk as Buffer);
    }
  } catch {
    throw bad('it is not packed as one, or was cut off');
  }
  if (size > MOST_BYTES) throw bad('unpacked it is larger than the 500 MB that are taken');
  const lines = Buffer.concat(chunks).toString('utf8').split('\n');
  if (lines.pop() !== '') throw bad('its last line is cut off');
  const last = lines.pop();
  let head: Head;
  let sha256: string | undefined;
  try {
    head = JSON.parse(lines[0] ?? '') as Head;
    ({ sha256 } = JSON.parse(last ?? '') as { sha256?: string });
  } catch {
    throw bad('its first or last line is not what it should be');
  }
  if (head.sable !== 'shop') throw bad('it says of itself that it is something else');
  if (head.format !== 1) throw newerFile();
  const sum = createHash('sha256');
  for (const line of lines) sum.update(`${line}\n`);
  if (sum.digest('hex') !== sha256) throw bad('its checksum does not match its rows');
  const tables = new Map<string, Row[]>(Object.keys(head.rows).map((name) => [name, []]));
  for (const line of lines.slice(1)) {
    const { table, row } = JSON.parse(line) as { table: string; row: Row };
    const rows = tables.get(table);
    if (!rows) throw bad(`it holds rows of “${table}”, which its head does not name`);
    rows.push(row);
  }
  return { head, tables };
}

/** Puts the rows of a file into empty tables, with their very keys, times and history. */
export async function fillTables(q: Queryable, { tables }: ShopFile): Promise<void> {
  for (const { name } of await shopTables(q)) {
    const rows = tables.get(name) ?? [];
    // Not those that the database makes from others.
    const columns = await q.query<{ name: string }>(
      `SELECT attname AS name FROM pg_attribute WHERE attrelid = $1::regclass AND attnum > 0 AND NOT attisdropped AND attgenerated = ''`,
      [quoted(name)],
    );
    const list = columns.map((c) => quoted(c.name)).join(', ');
    for (let i = 0; i < rows.length; i += BATCH)
      await q.query(
        `INSERT INTO ${quoted(name)} (${list}) OVERRIDING SYSTEM VALUE SELECT ${list} FROM jsonb_populate_recordset(NULL::${quoted(name)}, $1::jsonb)`,
        [JSON.stringify(rows.slice(i, i + BATCH))],
      );
    // What counts by itself goes on from there.
    const counts = await q.query<{ column: string }>(
      `SELECT column_name AS column FROM information_schema.columns WHERE table_schema = 'public' AND table_name = $1 AND is_identity = 'YES'`,
      [name],
    );
    for (const { column } of counts)
      await q.query(
        `SELECT setval(pg_get_serial_sequence($1, $2), COALESCE((SELECT max(${quoted(column)}) FROM ${quoted(name)}), 0) + 1, false)`,
        [quoted(name), column],
      );
  }
}
