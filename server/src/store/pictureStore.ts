import { createHash } from 'node:crypto';
import { InputError, MOST_PICTURE_BYTES, type Picture, type PictureType } from '@sable/core';
import type { Queryable } from '../db/db.ts';
import { Problem } from '../http/problem.ts';

/** How files of each type begin: what a browser says of a file is only its name’s ending. */
const BEGINS: Readonly<Record<PictureType, (bytes: Buffer) => boolean>> = {
  'image/jpeg': (b) => b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  'image/png': (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  'image/webp': (b) =>
    b.subarray(0, 4).toString('latin1') === 'RIFF' && b.subarray(8, 12).toString('latin1') === 'WEBP',
  'application/pdf': (b) => b.subarray(0, 5).toString('latin1') === '%PDF-',
};

const sumOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
const inMb = (bytes: number): string => (bytes / 1024 / 1024).toFixed(1);

/** Why bytes are not kept; undefined where they are. */
function fault(type: PictureType, bytes: Buffer): string | undefined {
  if (bytes.length > MOST_PICTURE_BYTES)
    return `A picture may have at most ${inMb(MOST_PICTURE_BYTES)} MB; this one has ${inMb(bytes.length)} MB. Save it smaller.`;
  return BEGINS[type](bytes) ? undefined : `The file is not what it says it is (${type}): open it and save it again.`;
}

/** The bytes of a picture that came with a build. @throws InputError where they are not those of its id, or no picture. */
export function pictureOf({ id, type, base64 }: Picture, pointer: string): { type: PictureType; bytes: Buffer } {
  const bytes = Buffer.from(base64, 'base64');
  const wrong = fault(type, bytes) ?? (sumOf(bytes) === id ? undefined : 'The bytes are not those that its id names.');
  if (wrong !== undefined) throw new InputError(pointer, wrong);
  return { type, bytes };
}

/** Keeps a picture, once. Returns its id. @throws Problem 413 too large, 422 not of its type */
export async function keepPicture(q: Queryable, type: PictureType, bytes: Buffer): Promise<string> {
  const wrong = fault(type, bytes);
  if (wrong !== undefined) throw new Problem(bytes.length > MOST_PICTURE_BYTES ? 413 : 422, wrong);
  const id = sumOf(bytes);
  await q.query('INSERT INTO picture (id, type, bytes) VALUES ($1, $2, $3) ON CONFLICT (id) DO NOTHING', [
    id,
    type,
    bytes,
  ]);
  return id;
}

/** @throws Problem 404 */
export async function readPicture(q: Queryable, id: string): Promise<{ type: PictureType; bytes: Buffer }> {
  const [row] = await q.query<{ type: PictureType; bytes: Uint8Array }>(
    'SELECT type, bytes FROM picture WHERE id = $1',
    [id],
  );
  if (!row) throw new Problem(404, 'That picture is not kept here.');
  return { type: row.type, bytes: Buffer.from(row.bytes) };
}

/** Pictures as they travel with a build; those that are not here are left out. */
export async function readPictures(q: Queryable, ids: Iterable<string>): Promise<Picture[]> {
  const rows = await q.query<{ id: string; type: PictureType; bytes: Uint8Array }>(
    'SELECT id, type, bytes FROM picture WHERE id = ANY($1) ORDER BY id',
    [[...ids]],
  );
  return rows.map(({ id, type, bytes }) => ({ id, type, base64: Buffer.from(bytes).toString('base64') }));
}
