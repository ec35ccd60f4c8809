import { Type } from 'typebox';
import { expectedPrice } from './expectedPrice.ts';
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
  StateSchema,
  Supply,
  type ConditionWord,
} from '../../model/index.ts';
import { inspectEngine } from './inspection.ts';
import { compareWays } from './purchaseOptions.ts';
import { rebuildShare } from './rebuild.ts';

const closed = { additionalProperties: false };
const N = Type.Number();

const orNull = (max: number) => Type.Optional(Type.Union([Type.Number({ minimum: 0, maximum: max }), Type.Null()]));

export const buyingSums = [
  defineSum({
    name: 'donor.inspection',
    title: 'A used engine as measured, against its limits',
    input: Type.Object(
      {
        fuel: Type.Unsafe<'petrol' | 'diesel'>({ type: 'string', enum: ['petrol', 'diesel'] }),
        compressionBar: Type.Array(Type.Union([Type.Number({ minimum: 0, maximum: 80 }), Type.Null()])),
        compressionPlusMinusBar: Type.Optional(Type.Number({ minimum: 0 })),
        makersLeastBar: orNull(80),
        leakDownPct: Type.Optional(Type.Array(Type.Number({ minimum: 0, maximum: 100 }))),
        endPlayMm: orNull(10),
        endPlayLimitMm: orNull(10),
        oilPressureBar: orNull(20),
        oilPressureLeastBar: orNull(20),
        scoredBores: Type.Optional(Type.Array(Type.Integer({ minimum: 1 }))),
      },
      closed,
    ),
    output: Type.Object(
      {
        leastCompressionBar: N,
        shareOfHighestPct: N,
        leastAllowedBar: N,
        lowCylinders: Type.Array(Type.Integer()),
        compressionState: StateSchema,
        leakDownState: Type.Optional(StateSchema),
        endPlayState: Type.Optional(StateSchema),
        oilPressureState: Type.Optional(StateSchema),
        boresState: StateSchema,
        state: StateSchema,
      },
      closed,
    ),
    run: inspectEngine,
  }),
  defineSum({
    name: 'buying.rebuild',
    title: 'Expected rebuild share of a used engine',
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
    title: 'Purchase options for the same parts: engine, engine and gearbox, complete car with resale',
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
  defineSum({
    name: 'buying.price',
    title:
      'What an engine by itself is likely to cost, from offers that were kept: their number, spread, scarcity and trend',
    input: Type.Object(
      {
        offers: Type.Array(Listing, { minItems: 1, maxItems: 500 }),
        currency: Type.String({ pattern: '^[A-Z]{3}$' }),
        supply: Type.Optional(Supply),
      },
      closed,
    ),
    output: Type.Object(
      {
        offers: N,
        low: Type.Optional(N),
        likely: Type.Optional(N),
        high: Type.Optional(N),
        spread: Type.Optional(N),
        perMonth: Type.Optional(N),
      },
      closed,
    ),
    run: ({ offers, currency, supply }) => {
      const found = expectedPrice(offers, currency, supply);
      if (!found) return { offers: 0 };
      const { from: _from, to: _to, perMonth, ...rest } = found;
      return { ...rest, ...(perMonth === undefined ? {} : { perMonth }) };
    },
  }),
];
