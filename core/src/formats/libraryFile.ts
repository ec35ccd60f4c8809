import { Type } from 'typebox';
import { Engine, Family, Gearbox, Offer, Part } from '../model/index.ts';
import { InputError } from '../units/index.ts';

export const LIBRARY_FILE_VERSION = 1;

/** Rows of the library as a file: to hand on one engine, or all there is. docs/formats.md */
export const LibraryFile = Type.Object(
  {
    format: Type.Literal('sable-library'),
    version: Type.Integer({ minimum: 1, maximum: LIBRARY_FILE_VERSION }),
    engines: Type.Array(Engine, { maxItems: 5000 }),
    gearboxes: Type.Array(Gearbox, { maxItems: 5000 }),
    parts: Type.Array(Part, { maxItems: 20000 }),
    families: Type.Array(Family, { maxItems: 1000 }),
    offers: Type.Optional(Type.Array(Offer, { maxItems: 5000 })),
  },
  { additionalProperties: false },
);
export type LibraryFile = Type.Static<typeof LibraryFile>;

/** What is wrong with something that claims to be a library file, before its fields are looked at. */
export function checkLibraryHead(value: unknown): void {
  const head = value as { format?: unknown; version?: unknown } | null;
  if (head === null || typeof head !== 'object' || head.format !== 'sable-library')
    throw new InputError('/format', 'This is not a Sable library: format must be "sable-library".');
  if (typeof head.version === 'number' && head.version > LIBRARY_FILE_VERSION)
    throw new InputError(
      '/version',
      `The file is of version ${head.version}; this Sable reads up to ${LIBRARY_FILE_VERSION}. Update Sable.`,
    );
}
