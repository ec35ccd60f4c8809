import { Readable } from 'node:stream';
import {
  Bundle,
  checkBundleHead,
  checkLibraryHead,
  Engine,
  fieldProblems,
  Gearbox,
  InputError,
  LibraryFile,
  Part,
  readLibraryTable,
  TABLE_KINDS,
  type TableKind,
  type ImportReport,
  type RowsReport,
  type ShopReport,
} from '@sable/core';
import { Type } from 'typebox';
import type { Db } from '../db/db.ts';
import { parseJson } from '../http/json.ts';
import { fitting, validateWhenAsked } from '../http/schemas.ts';
import { importBundle, importLibrary, type Progress } from '../store/importStore.ts';
import { readLibrary } from '../store/libraryStore.ts';
import { addShop } from './restore.ts';
import { readShopFile } from './shopFile.ts';

const TableColumn = Type.Object(
  {
    to: Type.Optional(
      Type.String({ maxLength: 80, description: 'the heading that it is read under; left out without one' }),
    ),
    factor: Type.Optional(
      Type.Number({ exclusiveMinimum: 0, description: 'what one of its units is in the unit of that heading' }),
    ),
  },
  { additionalProperties: false },
);
export const TableBody = Type.Object(
  {
    text: Type.String({ maxLength: 4_000_000 }),
    kind: Type.Optional(Type.Unsafe<TableKind>({ type: 'string', enum: [...TABLE_KINDS] })),
    columns: Type.Optional(
      Type.Array(TableColumn, {
        maxItems: 200,
        description: 'what each column is; by its heading if not stated',
      }),
    ),
    decimal: Type.Optional(Type.Unsafe<'.' | ','>({ type: 'string', enum: ['.', ','] })),
  },
  { additionalProperties: false },
);
const ROW = { engines: Engine, gearboxes: Gearbox, parts: Part } as const;

const jsonIn = (bytes: Uint8Array): unknown =>
  parseJson(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString());

/** What comes in as a file, from its bytes to the database. Each throws what says what to change. */
export const INCOMING = {
  bundle: async (db: Db, bytes: Uint8Array, progress: Progress): Promise<ImportReport> => {
    const bundle = jsonIn(bytes);
    // Before the schema: an older program should say "newer version", not list every field that it does not know.
    checkBundleHead(bundle);
    return importBundle(db, fitting(Bundle, bundle), progress);
  },

  libraryFile: async (db: Db, bytes: Uint8Array, progress: Progress): Promise<RowsReport> => {
    const file = jsonIn(bytes);
    checkLibraryHead(file);
    return importLibrary(db, fitting(LibraryFile, file), progress);
  },

  libraryTable: async (db: Db, bytes: Uint8Array, progress: Progress): Promise<RowsReport> => {
    const { text, ...told } = fitting(TableBody, jsonIn(bytes));
    const brought = readLibraryTable(text, await readLibrary(db), told);
    for (const kind of ['engines', 'gearboxes', 'parts'] as const) {
      const fits = validateWhenAsked({ schema: ROW[kind], method: '', url: '' });
      for (const row of brought[kind])
        if (!fits(row)) {
          const [fault] = fieldProblems(fits.errors ?? []);
          throw new InputError(`/${kind}/${row.id}${fault?.pointer ?? ''}`, `“${row.name}”: ${fault?.message ?? ''}`);
        }
    }
    return importLibrary(db, brought, progress);
  },

  shop: async (db: Db, bytes: Uint8Array, progress: Progress, migrations: string): Promise<ShopReport> =>
    addShop(db, await readShopFile(Readable.from([Buffer.from(bytes)])), migrations, progress),
} as const;
