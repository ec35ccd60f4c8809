import { Type } from 'typebox';
import { Build, Library } from './build.ts';
import { Listing } from './listing.ts';

const closed = { additionalProperties: false };
const Words = Type.Union([Type.String(), Type.Null()]);
const Version = Type.Integer({ minimum: 1 });
const At = Type.Unsafe<string>({ description: 'when, ISO 8601' });

/** What undo and redo would take back, in words. */
export const StepsAnswer = Type.Object({ undo: Words, redo: Words }, closed);
export type StepsAnswer = Type.Static<typeof StepsAnswer>;

/** What the server says of a build. */
export const BuildAnswer = Type.Object(
  {
    version: Version,
    build: Build,
    frozen: Type.Optional(
      Type.Unsafe<Library>({
        ...Library,
        description: 'the library rows of the chosen candidate as they were when it was chosen; absent where none is',
      }),
    ),
    undo: Words,
    redo: Words,
    words: Type.Optional(Type.String({ description: 'of an undo or redo: what it took back' })),
  },
  closed,
);
export type BuildAnswer = Type.Static<typeof BuildAnswer>;

/** One line of the shop's list of builds. */
/** Where a build stands in the shop: among the others, put away, or to be erased. */
export const SHELVES = ['open', 'archived', 'deleted'] as const;
export type Shelf = (typeof SHELVES)[number];
export const ShelfSchema = Type.Unsafe<Shelf>({ type: 'string', enum: [...SHELVES] });

export const BuildSummary = Type.Object(
  {
    id: Type.String(),
    name: Type.String(),
    car: Words,
    candidates: Type.Integer(),
    chosen: Words,
    shelf: ShelfSchema,
    version: Version,
    updatedAt: At,
  },
  closed,
);
export type BuildSummary = Type.Static<typeof BuildSummary>;

const ROW_KINDS = ['engines', 'gearboxes', 'parts', 'families', 'offers'] as const;
const OUTCOMES = ['added', 'already here', 'added under a new id'] as const;
const Outcome = Type.Unsafe<(typeof OUTCOMES)[number]>({ type: 'string', enum: [...OUTCOMES] });

/** What became of rows that were brought in. */
export const RowsReport = Type.Object(
  {
    rows: Type.Array(
      Type.Object(
        {
          kind: Type.Unsafe<(typeof ROW_KINDS)[number]>({ type: 'string', enum: [...ROW_KINDS] }),
          id: Type.String(),
          outcome: Outcome,
          newId: Type.Optional(Type.String()),
        },
        closed,
      ),
    ),
  },
  closed,
);
export type RowsReport = Type.Static<typeof RowsReport>;

/** What became of a bundle that was brought in. */
export const ImportReport = Type.Object({ buildId: Type.String(), build: Outcome, ...RowsReport.properties }, closed);
export type ImportReport = Type.Static<typeof ImportReport>;

/** What came of a whole shop that was added to this one. */
export const ShopReport = Type.Object(
  {
    builds: Type.Array(Type.Object({ buildId: Type.String(), build: Outcome }, closed)),
    ...RowsReport.properties,
  },
  closed,
);
export type ShopReport = Type.Static<typeof ShopReport>;

/** What of the demo is in a shop: its builds outside of the deleted ones, its rows on offer, and which of those stay when it is put away. */
export const DemoAnswer = Type.Object(
  { builds: Type.Integer(), rows: Type.Integer(), stay: Type.Array(Type.String()) },
  closed,
);
export type DemoAnswer = Type.Static<typeof DemoAnswer>;

/** Who changed a build: each change with its target and words, newest first. */
export const BuildHistory = Type.Array(
  Type.Object(
    {
      seq: Type.Integer(),
      version: Version,
      target: Type.String(),
      words: Type.String(),
      kind: Type.String(),
      at: At,
    },
    closed,
  ),
);
export type BuildHistory = Type.Static<typeof BuildHistory>;

/** Who changed a row of the library, newest first, and the builds that use it, by name. */
export const RowHistory = Type.Object(
  {
    usedBy: Type.Array(Type.String()),
    changes: Type.Array(
      Type.Object({ seq: Type.Integer(), version: Version, words: Type.String(), step: Type.String(), at: At }, closed),
    ),
  },
  closed,
);
export type RowHistory = Type.Static<typeof RowHistory>;

/** Donors on offer: one page of what was found, and how many there are. */
export const YardPage = Type.Object({ total: Type.Integer(), listings: Type.Array(Listing) }, closed);
export type YardPage = Type.Static<typeof YardPage>;

/** An offer that somebody keeps an eye on. */
export const WatchedListing = Type.Object(
  { listing: Listing, note: Type.String(), at: At, stillThere: Type.Boolean() },
  closed,
);
export type WatchedListing = Type.Static<typeof WatchedListing>;

/** An answer other than yes (RFC 9457); a conflict brings both versions along. */
export const ProblemAnswer = Type.Object({
  type: Type.String({ description: 'urn:sable:problem:… , stable' }),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String({ description: 'a sentence for the person' }),
  errors: Type.Optional(
    Type.Array(
      Type.Object(
        { pointer: Type.String({ description: 'JSON pointer of the field' }), message: Type.String() },
        closed,
      ),
    ),
  ),
  errorsLeft: Type.Optional(Type.Integer({ description: 'how many more faults there are' })),
  currentVersion: Type.Optional(Version),
  yourVersion: Type.Optional(Type.Integer()),
  yours: Type.Optional(Type.Unknown()),
  theirs: Type.Optional(Type.Unknown()),
});
export type ProblemAnswer = Type.Static<typeof ProblemAnswer>;

/** What open pages are told: a build that stands at a new version, a library that changed, or that some were missed. */
export interface ShopEvent {
  readonly build?: string;
  readonly version?: number;
  readonly library?: boolean;
  /** A file is coming in: whose, and how many of its rows are there by now. */
  readonly importing?: { readonly by: string; readonly rows: number; readonly of: number };
  /** The connection was broken for a while: anything may have changed. */
  readonly missed?: boolean;
}
