import { Type } from 'typebox';

/** A picture or a paper kept in the database, by the SHA-256 of its bytes: the same one is kept once. */
export const PictureId = Type.String({ pattern: '^[0-9a-f]{64}$', description: 'SHA-256 of a picture that is kept' });

export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp', 'application/pdf'] as const;
export type PictureType = (typeof PICTURE_TYPES)[number];

/** Largest that is kept, bytes. */
export const MOST_PICTURE_BYTES = 3 * 1024 * 1024;

/** A picture as it travels with a build. */
export const Picture = Type.Object(
  {
    id: PictureId,
    type: Type.Unsafe<PictureType>({ type: 'string', enum: [...PICTURE_TYPES] }),
    base64: Type.String({
      minLength: 4,
      maxLength: Math.ceil(MOST_PICTURE_BYTES / 3) * 4,
      pattern: '^[A-Za-z0-9+/]+={0,2}$',
    }),
  },
  { additionalProperties: false },
);
export type Picture = Type.Static<typeof Picture>;

/** Names of the fields that hold a picture. */
const FIELDS: ReadonlySet<string> = new Set(['photo', 'receipt']);

/** Every picture that something refers to, once each. */
export function pictureIdsOf(value: unknown, into = new Set<string>()): Set<string> {
  if (Array.isArray(value)) for (const item of value) pictureIdsOf(item, into);
  else if (value !== null && typeof value === 'object')
    for (const [key, inside] of Object.entries(value))
      if (FIELDS.has(key) && typeof inside === 'string') into.add(inside);
      else pictureIdsOf(inside, into);
  return into;
}
