import {
  type Engine,
  type Gearbox,
  indexOf,
  type Inspection,
  type Library,
  type Listing,
  type OfferedItem,
  type Part,
  type ThreePoint,
} from '../../model/index.ts';
import { GUIDE_CURRENCY, momentsOf, pert, type CostlyEvent, type Evidence, capital } from '../../units/index.ts';
import { BRINGS, fullRebuild, PAID_OF_ASKED, TYPICAL_PRICE, wantedItems } from './prices.ts';
import { rebuildShare, type RebuildShare } from './rebuild.ts';
import { REFRESH_HELPS } from './refurbishment.ts';

export interface OfferLine {
  readonly id: string;
  readonly name: string;
  readonly why: string;
  readonly kind: 'price' | 'missing' | 'rebuild' | 'collect' | 'strip' | 'resale' | 'gearbox';
  readonly low: number;
  readonly likely: number;
  readonly high: number;
  readonly hours: { readonly low: number; readonly likely: number; readonly high: number };
  readonly evidence: Evidence;
  /** It costs this where it happens; the three points beside it are what is to be expected. */
  readonly event?: CostlyEvent;
  /** The currency of a price that ships with the program. */
  readonly guideCurrency?: string;
}

export interface OfferCost {
  readonly lines: readonly OfferLine[];
  readonly missing: readonly OfferedItem[];
  readonly rebuild: RebuildShare;
  readonly bringsGearbox: boolean;
  /** Means of the three points; hours by themselves. */
  readonly mean: number;
  readonly sd: number;
  readonly hours: number;
}

/** What the offer is for: the same pieces are asked of every way of buying. */
export interface Wanted {
  readonly engine: Engine;
  readonly gearbox: Gearbox;
  readonly parts: readonly Part[];
  readonly library: Library;
  readonly inspection?: Inspection | undefined;
  /** Refreshed before it goes in: seals, belts and shells no longer wait to fail. */
  readonly refreshed?: boolean | undefined;
}

/** A car and trailer to fetch it, for each kilometre driven, there and back. */
const COLLECT_PER_KM = { currency: GUIDE_CURRENCY, low: 0.3, likely: 0.45, high: 0.7 };
/** Where nobody has said where it stands: from next door to a day’s drive, km. */
const UNTOLD_KM = { low: 0, likely: 100, high: 400 };
/** A small thing without which it does not run, where nobody has said what it costs. */
const UNTOLD_PIECE = { currency: GUIDE_CURRENCY, low: 10, likely: 50, high: 250, evidence: 'estimated' as const };
const NO_HOURS = { low: 0, likely: 0, high: 0 };
/** Taking engine, gearbox, loom and the pieces out of a whole car, and getting the shell away. */
const STRIP_HOURS = { low: 9, likely: 14, high: 24 };
/** Washing, stripping and sorting what comes off an engine or set. */
const SORT_HOURS: Readonly<Record<Listing['kind'], { low: number; likely: number; high: number }>> = {
  engine: { low: 1, likely: 2, high: 4 },
  set: { low: 1.5, likely: 3, high: 6 },
  car: STRIP_HOURS,
  // What somebody else has done is found out, and undone where it is wrong.
  swap: { low: 6, likely: 14, high: 32 },
};

const BROUGHT_BY_CLASS: Partial<Record<OfferedItem, readonly Part['class'][]>> = {
  flywheel: ['flywheel'],
  clutch: ['clutch kit'],
  'loom and computer': ['computer'],
  'keys and immobiliser': ['computer'],
};

/** Pieces that the candidate must have from its donor: what the engine needs, less what its parts bring. */
function piecesWanted(w: Pick<Wanted, 'engine' | 'parts'>): OfferedItem[] {
  const classes = new Set(w.parts.map((p) => p.class));
  return wantedItems(w.engine).filter((item) => !BROUGHT_BY_CLASS[item]?.some((c) => classes.has(c)));
}

/** Wanted pieces that the offer lacks or has broken. A seller's list beats what its kind usually brings. */
function piecesMissing(listing: Listing, wanted: Pick<Wanted, 'engine' | 'parts'>): OfferedItem[] {
  const there = new Set<OfferedItem>([...BRINGS[listing.kind], ...listing.included]);
  if (wanted.engine.induction === 'supercharged' && !listing.missing.includes('supercharger'))
    there.add('supercharger');
  if (wanted.engine.induction === 'turbocharged' && !listing.missing.includes('turbocharger'))
    there.add('turbocharger');
  if (wanted.engine.fuel === 'diesel' && !listing.missing.includes('injection pump')) there.add('injection pump');
  return piecesWanted(wanted).filter(
    (item) => !there.has(item) || listing.missing.includes(item) || listing.broken.includes(item),
  );
}

/** What an offer costs all in: price, fetching, what is missing, the rebuild to be expected, stripping, and resale. */
export function costOfOffer(listing: Listing, wanted: Wanted): OfferCost {
  const { engine, gearbox, library } = wanted;
  const lines: OfferLine[] = [];
  const add = (line: Omit<OfferLine, 'hours'> & Partial<OfferLine>) => lines.push({ hours: NO_HOURS, ...line });
  add({
    id: 'offer-price',
    kind: 'price',
    name: listing.title,
    why: `asking price, ${listing.seller}`,
    low: listing.price * PAID_OF_ASKED.low,
    likely: listing.price * PAID_OF_ASKED.likely,
    high: listing.price * PAID_OF_ASKED.high,
    hours: SORT_HOURS[listing.kind],
    evidence: 'published',
  });
  const away = listing.distanceKm ?? UNTOLD_KM;
  const [near, likely, far] = typeof away === 'number' ? [away, away, away] : [away.low, away.likely, away.high];
  if (far > 0)
    add({
      id: 'offer-collect',
      kind: 'collect',
      name: 'Collection',
      why: `round trip with trailer${typeof away === 'number' ? '' : ', seller’s location missing'}`,
      low: 2 * near * COLLECT_PER_KM.low,
      likely: 2 * likely * COLLECT_PER_KM.likely,
      high: 2 * far * COLLECT_PER_KM.high,
      evidence: 'estimated',
      guideCurrency: COLLECT_PER_KM.currency,
    });
  const missing = piecesMissing(listing, wanted);
  for (const item of missing)
    add({
      id: `offer-missing-${item.replaceAll(/[^a-zA-Z]+/g, '-')}`,
      kind: 'missing',
      name: capital(item),
      why: listing.broken.includes(item) ? 'damaged on this listing' : 'not included in this listing',
      ...threePoint(TYPICAL_PRICE[item]),
      guideCurrency: TYPICAL_PRICE[item].currency,
    });
  for (const [i, { what, price }] of (listing.otherMissing ?? []).entries())
    add({
      id: `offer-missing-other-${i}`,
      kind: 'missing',
      name: capital(what),
      why: `not included in this listing${price ? '' : ', price missing'}`,
      ...threePoint(price ?? UNTOLD_PIECE),
      ...(price ? {} : { guideCurrency: UNTOLD_PIECE.currency }),
    });
  const bringsGearbox =
    listing.kind !== 'engine' && listing.gearboxId === gearbox.id && !listing.missing.includes('gearbox');
  const family = indexOf(library).families.get(engine.family ?? '');
  const rebuild = rebuildShare(listing, wanted.inspection);
  const full = fullRebuild(engine, family);
  const left = wanted.refreshed ? 1 - REFRESH_HELPS : 1;
  add({
    id: 'offer-rebuild',
    kind: 'rebuild',
    name: 'Expected rebuild cost',
    why: `${(left * rebuild.share * 100).toFixed(0)} % of a whole one: ${rebuild.why}${wanted.refreshed ? ', refreshed' : ''}`,
    low: full.low * left * Math.max(0, rebuild.share - 2 * rebuild.plusMinus),
    likely: full.likely * left * rebuild.share,
    high: full.high * left * Math.min(1, rebuild.share + 2 * rebuild.plusMinus),
    event: { chance: left * rebuild.share, price: { low: full.low, likely: full.likely, high: full.high } },
    evidence: 'estimated',
    ...('currency' in full ? { guideCurrency: full.currency } : {}),
  });
  if (listing.kind === 'car')
    for (const [i, r] of listing.resale.entries())
      add({
        id: `offer-resale-${i}`,
        kind: 'resale',
        name: `Resale: ${r.what}`,
        why: 'remaining parts of the donor car',
        low: -r.price.high,
        likely: -r.price.likely,
        high: -r.price.low,
        evidence: r.price.evidence,
      });
  const spare =
    listing.kind !== 'engine' && !bringsGearbox ? indexOf(library).gearboxes.get(listing.gearboxId ?? '') : undefined;
  if (spare?.price && !listing.missing.includes('gearbox'))
    add({
      id: 'offer-resale-gearbox',
      kind: 'resale',
      name: `Resale: ${spare.name}`,
      why: 'included gearbox not used',
      low: -spare.price.likely * 0.8,
      likely: -spare.price.likely * 0.6,
      high: -spare.price.low * 0.3,
      evidence: 'estimated',
    });
  const each = lines.map((l) => momentsOf(l, l.event));
  const mean = sum(each.map((m) => m.mean));
  const variance = sum(each.map((m) => m.variance));
  return {
    lines,
    missing,
    rebuild,
    bringsGearbox,
    mean,
    sd: Math.sqrt(variance),
    hours: sum(lines.map((l) => pert(l.hours).mean)),
  };
}

const threePoint = ({ low, likely, high, evidence }: ThreePoint) => ({ low, likely, high, evidence });
const sum = (list: readonly number[]) => list.reduce((s, x) => s + x, 0);
