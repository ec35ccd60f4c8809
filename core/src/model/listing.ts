import { Type } from 'typebox';
import { figureUpTo, Id, Name, Note, ThreePoint } from './figure.ts';
import { PictureId } from './picture.ts';

const closed = { additionalProperties: false };

/** What may come with an engine, or be missing from it. */
export const OFFERED_ITEMS = [
  'alternator',
  'starter',
  'flywheel',
  'clutch',
  'intake',
  'exhaust manifold',
  'turbocharger',
  'supercharger',
  'charge cooler',
  'steering pump',
  'A/C compressor',
  'brackets',
  'loom and computer',
  'keys and immobiliser',
  'injection pump',
  'gearbox',
  'shifter',
  'propshaft',
  'half shafts',
  'radiator',
] as const;
export type OfferedItem = (typeof OFFERED_ITEMS)[number];
const Items = Type.Array(Type.Unsafe<OfferedItem>({ type: 'string', enum: [...OFFERED_ITEMS] }), {
  uniqueItems: true,
  maxItems: OFFERED_ITEMS.length,
});

/** An engine, one with its gearbox, a whole car, or a swap that somebody else has begun. */
export const OFFER_KINDS = ['engine', 'set', 'car', 'swap'] as const;
export type OfferKind = (typeof OFFER_KINDS)[number];

/** The seller's words, best first; "unknown" where nothing is said. */
export const CONDITIONS = ['rebuilt with bills', 'heard running', 'said to run', 'unknown', 'for parts'] as const;
export type ConditionWord = (typeof CONDITIONS)[number];

/** What of it one has seen oneself. */
export const SEEN = ['running', 'standing', 'not seen'] as const;
/** Tests that were shown or done before buying, with a good outcome. */
export const SEEN_TESTS = [
  'compression',
  'leak-down',
  'oil pressure',
  'running before it was stripped',
  'road test',
] as const;
export type SeenTest = (typeof SEEN_TESTS)[number];

const Travelled = figureUpTo(2e6);
const day = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' });

/** What is known of a donor beyond the few words that every offer has. */
const MORE = {
  sinceRebuildKm: Type.Optional(Travelled),
  trackKm: Type.Optional(Travelled),
  seen: Type.Optional(Type.Unsafe<(typeof SEEN)[number]>({ type: 'string', enum: [...SEEN] })),
  testsSeen: Type.Optional(
    Type.Array(Type.Unsafe<SeenTest>({ type: 'string', enum: [...SEEN_TESTS] }), {
      uniqueItems: true,
      maxItems: SEEN_TESTS.length,
    }),
  ),
  warrantyDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 3650 })),
  otherMissing: Type.Optional(
    Type.Array(Type.Object({ what: Name, price: Type.Optional(ThreePoint) }, closed), {
      maxItems: 20,
      description: 'what is missing and on no list',
    }),
  ),
  link: Type.Optional(Type.String({ maxLength: 500, pattern: '^https?://' })),
  photo: Type.Optional(PictureId),
};

/** A donor on offer: what it is, price, distance, mileage, condition words, what is included, what is missing or broken. */
export const Listing = Type.Object(
  {
    id: Id,
    kind: Type.Unsafe<OfferKind>({ type: 'string', enum: [...OFFER_KINDS] }),
    title: Name,
    engineId: Type.Optional(Id),
    gearboxId: Type.Optional(Id),
    price: Type.Number({ minimum: 0, maximum: 1e6 }),
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    distanceKm: Type.Optional(Type.Number({ minimum: 0, maximum: 20000 })),
    travelledKm: Type.Optional(Travelled),
    builtYear: Type.Optional(Type.Integer({ minimum: 1900, maximum: 2100 })),
    condition: Type.Unsafe<ConditionWord>({ type: 'string', enum: [...CONDITIONS] }),
    words: Note,
    included: Items,
    missing: Items,
    broken: Items,
    resale: Type.Array(Type.Object({ what: Name, price: ThreePoint }, closed), {
      maxItems: 20,
      description: 'what of a whole car can be sold again',
    }),
    seller: Name,
    listedOn: day,
    ...MORE,
    gone: Type.Optional(Type.Literal(true, { description: 'no longer on offer, and kept' })),
  },
  closed,
);
export type Listing = Type.Static<typeof Listing>;

/** An offer that somebody wrote down: whatever is not known of it is left out. Retired is gone, and kept. */
export const Offer = Type.Object(
  {
    id: Id,
    name: Name,
    kind: Listing.properties.kind,
    engineId: Type.Optional(Id),
    gearboxId: Type.Optional(Id),
    price: Type.Optional(Listing.properties.price),
    currency: Type.Optional(Listing.properties.currency),
    distanceKm: Listing.properties.distanceKm,
    travelledKm: Listing.properties.travelledKm,
    builtYear: Listing.properties.builtYear,
    condition: Type.Optional(Listing.properties.condition),
    words: Type.Optional(Note),
    included: Items,
    missing: Items,
    broken: Items,
    resale: Listing.properties.resale,
    seller: Type.Optional(Name),
    listedOn: day,
    ...MORE,
    retired: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Offer = Type.Static<typeof Offer>;

/** Ids of own offers among those of a yard. */
const OWN = 'own-';
export const isOwnListing = ({ id }: Pick<Listing, 'id'>): boolean => id.startsWith(OWN);
export const ownOfferId = ({ id }: Pick<Listing, 'id'>): string => id.slice(OWN.length);

/** An own offer as one of a yard; undefined until it has a price and says in what money. */
export function listingOf(offer: Offer): Listing | undefined {
  const {
    id,
    name,
    price,
    currency,
    condition = 'unknown',
    words = '',
    seller = 'seller not stated',
    retired,
    ...rest
  } = offer;
  if (price === undefined || currency === undefined) return undefined;
  return {
    ...rest,
    id: `${OWN}${id}`,
    title: name,
    price,
    currency,
    condition,
    words,
    seller,
    ...(retired ? { gone: true as const } : {}),
  };
}

/** How the engine of a candidate is bought, with the offers it was chosen over as they stood then. */
export const Bought = Type.Object({ listing: Listing, besides: Type.Array(Listing, { maxItems: 6 }) }, closed);
export type Bought = Type.Static<typeof Bought>;

const percent = Type.Number({ minimum: 0, maximum: 100 });

/** Incoming inspection of what was bought, before anything is spent on it. */
export const Inspection = Type.Object(
  {
    on: Type.Optional(Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })),
    by: Type.Optional(Name),
    compressionBar: Type.Array(Type.Number({ minimum: 0, maximum: 60 }), { maxItems: 16 }),
    leakDownPct: Type.Array(percent, { maxItems: 16 }),
    compressionPlusMinusBar: Type.Optional(Type.Number({ minimum: 0, maximum: 5 })),
    makersLeastBar: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60 })),
    oilPressureBar: Type.Optional(Type.Number({ minimum: 0, maximum: 15 })),
    oilPressureLeastBar: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 15 })),
    scoredBores: Type.Optional(
      Type.Array(Type.Integer({ minimum: 1, maximum: 16 }), { maxItems: 16, description: 'cylinders, from 1' }),
    ),
    gearboxMetal: Type.Optional(Type.Boolean({ description: 'metal in the oil of the gearbox' })),
    endPlayMm: Type.Optional(Type.Number({ minimum: 0, maximum: 5 })),
    endPlayLimitMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 5 })),
    travelledKm: Type.Optional(Type.Number({ minimum: 0, maximum: 2e6 })),
    gearboxEndPlayMm: Type.Optional(Type.Number({ minimum: 0, maximum: 5 })),
    gearboxEndPlayLimitMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 5 })),
    marksRead: Type.Array(Id, { maxItems: 40 }),
    faultsFound: Type.Array(Type.String({ maxLength: 200 }), { maxItems: 40 }),
    note: Type.Optional(Note),
  },
  closed,
);
export type Inspection = Type.Static<typeof Inspection>;
