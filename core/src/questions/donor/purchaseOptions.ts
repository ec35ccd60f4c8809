import { OFFER_KINDS, type Listing } from '../../model/index.ts';
import { pert, quadrature } from '../../units/index.ts';
import { costOfOffer, type OfferCost, type Wanted } from './listingCost.ts';

export interface Way {
  readonly listing: Listing;
  readonly cost: OfferCost;
  /** The gearbox of the candidate where the offer does not bring it: its used price, so that every way buys the same. */
  readonly gearboxMean: number;
  /** Everything, with hours at the rate that applies. */
  readonly total: number;
  readonly sd: number;
}

/**
 * The ways to buy compared on the same pieces: engine only, engine and gearbox, whole car with what is left of it sold, a begun swap.
 * Money in the currency of the offers; hours at `hourlyRate` (nought where they are one's own). Cheapest first.
 */
export function compareWays(
  listings: readonly Listing[],
  wanted: Wanted,
  hourlyRate: number,
  keepsGearbox = false,
): Way[] {
  const { price } = wanted.gearbox;
  // Without a price the box costs the same in every way: nothing is said of it.
  const { mean: box, variance } = price ? pert(price) : { mean: 0, variance: 0 };
  const boxSd = Math.sqrt(variance);
  return listings
    .map((listing) => {
      const cost = costOfOffer(listing, wanted);
      const buysBox = !cost.bringsGearbox && !keepsGearbox;
      const gearboxMean = buysBox ? box : 0;
      return {
        listing,
        cost,
        gearboxMean,
        total: cost.mean + gearboxMean + cost.hours * hourlyRate,
        sd: quadrature([cost.sd, buysBox ? boxSd : 0]),
      };
    })
    .sort((a, b) => a.total - b.total);
}

/** The cheapest of each way, cheapest first. */
export function bestOfEachWay(ways: readonly Way[]): Way[] {
  return OFFER_KINDS.flatMap((kind) => ways.find((w) => w.listing.kind === kind) ?? []).sort(
    (a, b) => a.total - b.total,
  );
}
