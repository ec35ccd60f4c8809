import { Type } from 'typebox';
import {
  CONDITIONS,
  defineSum,
  EvidenceSchema,
  Engine,
  Gearbox,
  Inspection,
  Listing,
  Library,
  Part,
  type ConditionWord,
} from '../../model/index.ts';
import { compareWays } from './purchaseOptions.ts';
import { rebuildShare } from './rebuild.ts';

const closed = { additionalProperties: false };
const N = Type.Number();

export const buyingSums = [
  defineSum({
    name: 'buying.rebuild',
    title: 'Share of a whole rebuild to be expected of a bought engine',
    input: Type.Object(
      {
        travelledKm: Type.Optional(
          Type.Object({ value: Type.Number({ minimum: 0, maximum: 2e6 }), evidence: EvidenceSchema }, closed),
        ),
        condition: Type.Unsafe<ConditionWord>({ type: 'string', enum: [...CONDITIONS] }),
        inspection: Type.Optional(Inspection),
      },
      closed,
    ),
    output: Type.Object({ share: N, plusMinus: N, evidence: EvidenceSchema, km: N, why: Type.String() }, closed),
    run: ({ inspection, ...offer }) => rebuildShare(offer, inspection),
  }),
  defineSum({
    name: 'buying.ways',
    title: 'Offers compared on the same pieces: engine only, engine and gearbox, whole car with the rest sold',
    input: Type.Object(
      {
        listings: Type.Array(Listing, { minItems: 1, maxItems: 200 }),
        engine: Engine,
        gearbox: Gearbox,
        parts: Type.Array(Part),
        library: Library,
        hourlyRate: Type.Number({ minimum: 0 }),
      },
      closed,
    ),
    output: Type.Array(
      Type.Object(
        {
          listingId: Type.String(),
          total: N,
          plusMinus: N,
          hours: N,
          gearbox: N,
          missing: Type.Array(Type.String()),
          rebuildShare: N,
        },
        closed,
      ),
    ),
    run: ({ listings, hourlyRate, ...wanted }) =>
      compareWays(listings, wanted, hourlyRate).map((w) => ({
        listingId: w.listing.id,
        total: w.total,
        plusMinus: w.sd,
        hours: w.cost.hours,
        gearbox: w.gearboxMean,
        missing: [...w.cost.missing],
        rebuildShare: w.cost.rebuild.share,
      })),
  }),
];
