import type { Listing, Supply } from '../../model/index.ts';
import { MONTH_DAYS } from '../../units/index.ts';
import { PAID_OF_ASKED } from './prices.ts';

/** Fewer offers than this leave room above the dearest; so does what is rare. */
const FEW = 4;
const ROOM = { few: 1.25, 'to be found': 1.1, rare: 1.3 } as const;
/** A trend is told from so many offers on, over so many days. */
const TREND = { offers: 6, days: 21 } as const;
const DAY_MS = 86_400_000;

export interface ExpectedPrice {
  readonly offers: number;
  readonly low: number;
  readonly likely: number;
  readonly high: number;
  /** Between the dearest and the cheapest asked, of the middle one. */
  readonly spread: number;
  /** Money a month by which what is asked rises; undefined where too few or too close to tell. */
  readonly perMonth: number | undefined;
  /** First and last day on which one was listed. */
  readonly from: string;
  readonly to: string;
}

const middle = (sorted: readonly number[]): number =>
  (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2;

/**
 * What an engine by itself is likely to cost, from the offers that were kept: the middle of what is asked less what sellers come down, the
 * cheapest and the dearest as the bounds, wider where there are few or it is rare. The trend is the median of all slopes between two offers
 * (Theil and Sen), told only where nine of ten slopes agree with its sign. Undefined without a sound offer of the engine alone.
 */
export function expectedPrice(
  offers: readonly Pick<Listing, 'kind' | 'condition' | 'price' | 'currency' | 'listedOn'>[],
  currency: string,
  supply: Pick<Supply, 'scarcity'> | undefined,
): ExpectedPrice | undefined {
  const sound = offers.filter((o) => o.kind === 'engine' && o.condition !== 'for parts' && o.currency === currency);
  if (sound.length === 0) return undefined;
  const asked = sound.map((o) => o.price).sort((a, b) => a - b);
  const days = sound.map((o) => o.listedOn).sort();
  const centre = middle(asked);
  const scarcity = supply?.scarcity ?? 'common';
  const room = (sound.length < FEW ? ROOM.few : 1) * (scarcity === 'common' ? 1 : ROOM[scarcity]);
  return {
    offers: sound.length,
    low: asked[0]! * PAID_OF_ASKED.low,
    likely: centre * PAID_OF_ASKED.likely,
    high: asked.at(-1)! * PAID_OF_ASKED.high * room,
    spread: centre > 0 ? (asked.at(-1)! - asked[0]!) / centre : 0,
    perMonth: trendOf(sound),
    from: days[0]!,
    to: days.at(-1)!,
  };
}

/** How alike the slopes have to be in their sign. */
const AGREE = 0.9;

function trendOf(offers: readonly Pick<Listing, 'price' | 'listedOn'>[]): number | undefined {
  const at = offers.map((o) => ({ day: Date.parse(o.listedOn) / DAY_MS, price: o.price }));
  const days = at.map((o) => o.day);
  if (at.length < TREND.offers || Math.max(...days) - Math.min(...days) < TREND.days) return undefined;
  const slopes = at
    .flatMap((a, i) => at.slice(i + 1).flatMap((b) => (a.day === b.day ? [] : [(b.price - a.price) / (b.day - a.day)])))
    .sort((a, b) => a - b);
  const slope = middle(slopes);
  const alike = slopes.filter((s) => Math.sign(s) === Math.sign(slope)).length / slopes.length;
  return alike >= AGREE ? slope * MONTH_DAYS : undefined;
}
