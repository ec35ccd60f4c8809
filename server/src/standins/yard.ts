import {
  OFFERED_ITEMS,
  seeded,
  type ConditionWord,
  type Engine,
  type Gearbox,
  type Listing,
  type OfferedItem,
  type YardPage,
} from '@sable/core';

/** What is asked of a feed of donors on offer. Every field narrows; an empty search gives everything, newest first. */
export interface YardSearch {
  readonly text?: string;
  readonly kind?: Listing['kind'];
  readonly engineId?: string;
  readonly gearboxId?: string;
  readonly mostPrice?: number;
  readonly mostKm?: number;
  readonly mostDistanceKm?: number;
  readonly condition?: ConditionWord;
  readonly sort?: 'newest' | 'price' | 'distance' | 'mileage';
  readonly from: number;
  readonly count: number;
}

/** The interface that a real feed would stand behind. */
export interface YardFeed {
  search(search: YardSearch): Promise<YardPage>;
  read(id: string): Promise<Listing | undefined>;
}

interface Entry {
  readonly listing: Listing;
  readonly text: string;
}

/** A feed from listings in memory: searched in one pass, so that five thousand answer in a few milliseconds. */
export class MemoryYard implements YardFeed {
  private readonly entries: readonly Entry[];
  private readonly byId: ReadonlyMap<string, Listing>;

  constructor(listings: readonly Listing[], names: (listing: Listing) => string = () => '') {
    const newest = [...listings].sort((a, b) => (a.listedOn < b.listedOn ? 1 : a.listedOn > b.listedOn ? -1 : 0));
    this.entries = newest.map((listing) => ({
      listing,
      text: plain(`${listing.title} ${listing.words} ${listing.seller} ${listing.condition} ${names(listing)}`),
    }));
    this.byId = new Map(listings.map((l) => [l.id, l]));
  }

  async search(s: YardSearch): Promise<YardPage> {
    const words = plain(s.text ?? '')
      .split(/\s+/)
      .filter((w) => w !== '');
    const found = this.entries.filter(({ listing: l, text }) => {
      if (s.kind && l.kind !== s.kind) return false;
      if (s.engineId && l.engineId !== s.engineId) return false;
      if (s.gearboxId && l.gearboxId !== s.gearboxId) return false;
      if (s.condition && l.condition !== s.condition) return false;
      // An offer that doesn’t tell may be beyond the limit, so it is not within it.
      if (s.mostPrice !== undefined && l.price > s.mostPrice) return false;
      if (s.mostDistanceKm !== undefined && !((l.distanceKm ?? Infinity) <= s.mostDistanceKm)) return false;
      if (s.mostKm !== undefined && !((l.travelledKm?.value ?? Infinity) <= s.mostKm)) return false;
      return words.every((w) => text.includes(w));
    });
    const by = SORTS[s.sort ?? 'newest'];
    const sorted = by ? [...found].sort((a, b) => by(a.listing) - by(b.listing)) : found;
    return { total: found.length, listings: sorted.slice(s.from, s.from + s.count).map((e) => e.listing) };
  }

  async read(id: string): Promise<Listing | undefined> {
    return this.byId.get(id);
  }
}

const SORTS: Readonly<Record<NonNullable<YardSearch['sort']>, ((l: Listing) => number) | undefined>> = {
  newest: undefined,
  price: (l) => l.price,
  distance: (l) => l.distanceKm ?? Number.MAX_SAFE_INTEGER,
  mileage: (l) => l.travelledKm?.value ?? Number.MAX_SAFE_INTEGER,
};

const plain = (s: string) => s.toLowerCase().normalize('NFKD').replaceAll(/\p{M}/gu, '');

const SELLERS = [
  'Breaker at the brickworks',
  'Yard by the canal',
  'Private, by the reservoir',
  'Private, two villages over',
  'Shop on the ring road',
  'Specialist behind the station',
  'Insurance auction',
  'Farm sale',
  'Club member',
];
const SAID: Readonly<Record<ConditionWord, readonly string[]>> = {
  'rebuilt with bills': ['Bills in the folder.', 'Bored and honed, receipts there.'],
  'heard running': ['Can be heard running.', 'Ran when pulled, video on request.', 'Starts warm and cold.'],
  'said to run': ['Was driven in.', 'Previous owner said it was fine.', 'Ran last year.'],
  unknown: ['Bought in a lot, no history.', 'Stood for years.'],
  'for parts': ['Went with no oil.', 'Thrown rod.', 'Cracked block, head good.'],
};

const BEGUN_SWAP_EVERY = 9;

/** Made-up offers around the engines and gearboxes of a library, as a region's yards would have them. */
export function generateListings(
  seed: number,
  count: number,
  engines: readonly Engine[],
  gearboxes: readonly Gearbox[],
  lastDay = '2026-11-24',
): Listing[] {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const offered = engines.flatMap(({ builtFrom, builtTo, price, ...e }) =>
    // What nobody knows the years or the price of is not made up here.
    e.retired || builtFrom === undefined || builtTo === undefined || !price
      ? []
      : [{ ...e, builtFrom, builtTo, price }],
  );
  if (offered.length === 0) return [];
  const day = new Date(`${lastDay}T00:00:00Z`).getTime();
  return Array.from({ length: count }, (_, i): Listing => {
    const engine = pick(offered);
    const mates = gearboxes.filter((g) => !g.retired && bellOf(g) !== undefined && bellOf(g) === bellOf(engine));
    const drawn = mates.length === 0 ? 'engine' : pick(['engine', 'engine', 'set', 'set', 'car'] as const);
    // Now and then what is sold as a set is a swap that somebody has begun and left.
    const kind = drawn === 'set' && i % BEGUN_SWAP_EVERY === 0 ? 'swap' : drawn;
    const gearbox = kind === 'engine' ? undefined : pick(mates);
    const year = engine.builtFrom + Math.floor(random() * (engine.builtTo - engine.builtFrom + 1));
    const km = Math.round((30_000 + random() ** 0.8 * 280_000) / 1000) * 1000;
    const condition =
      random() < 0.08
        ? 'for parts'
        : pick(['heard running', 'said to run', 'said to run', 'unknown', 'rebuilt with bills'] as const);
    const worn = 1.25 - 0.55 * (km / 300_000) + (condition === 'rebuilt with bills' ? 0.35 : 0);
    const whole = kind === 'car' ? 1.5 : kind === 'set' ? 1 : 1;
    const box =
      gearbox && kind !== 'car' ? (gearbox.price?.likely ?? 0) * 0.8 : gearbox ? (gearbox.price?.likely ?? 0) * 0.4 : 0;
    const asked =
      (engine.price.likely * worn * whole + box) * (0.75 + 0.5 * random()) * (condition === 'for parts' ? 0.3 : 1);
    const chance = (p: number, items: readonly OfferedItem[]) => items.filter(() => random() < p);
    const loose: OfferedItem[] = ['alternator', 'starter', 'flywheel', 'clutch', 'loom and computer'];
    const included = kind === 'car' ? [] : chance(0.6, loose);
    const missing = kind === 'car' ? chance(0.06, loose) : chance(0.4, loose).filter((x) => !included.includes(x));
    const broken = chance(0.06, OFFERED_ITEMS.slice(0, 6)).filter((x) => !missing.includes(x));
    return {
      id: `yard-${seed}-${i}`,
      kind,
      title:
        kind === 'car'
          ? `Whole car with ${engine.shortName}, ${year}`
          : kind === 'swap'
            ? `Abandoned swap with ${engine.shortName}, ${year}`
            : kind === 'set'
              ? `${engine.shortName} with ${gearbox?.shortName ?? 'gearbox'}, ${year}`
              : `${engine.shortName}, ${year}`,
      engineId: engine.id,
      ...(gearbox ? { gearboxId: gearbox.id } : {}),
      price: Math.max(50, Math.round(asked / 10) * 10),
      currency: 'EUR',
      distanceKm: Math.round(5 + random() ** 2 * 420),
      ...(random() < 0.85 ? { travelledKm: { value: km, evidence: 'claimed' as const } } : {}),
      builtYear: year,
      condition,
      words: pick(SAID[condition]),
      included,
      missing,
      broken,
      resale:
        kind === 'car'
          ? [
              { what: 'doors, glass and panels', price: about(120 + 220 * random()) },
              { what: 'wheels with tyres', price: about(60 + 160 * random()) },
              { what: 'body shell, scrap value', price: about(110) },
            ]
          : [],
      seller: pick(SELLERS),
      listedOn: new Date(day - Math.floor(random() * 60) * 86_400_000).toISOString().slice(0, 10),
    };
  });
}

/** The bell pattern: engines are sold with gearboxes that bolt to them. */
const bellOf = (row: Engine | Gearbox) => row.ports.find((p) => p.kind === 'bell')?.spec['pattern'];

function about(likely: number) {
  return {
    low: Math.round(likely * 0.6),
    likely: Math.round(likely),
    high: Math.round(likely * 1.7),
    evidence: 'estimated' as const,
  };
}
