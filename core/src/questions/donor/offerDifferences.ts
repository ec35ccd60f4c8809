import type { Listing } from '../../model/index.ts';
import { say } from '../../units/index.ts';

export interface OfferDifference {
  readonly what: string;
  readonly one: string;
  readonly other: string;
}

const NOT_TOLD = 'not stated';
const NOTHING = 'none stated';

/** How two offers of one engine differ, in words with figures as tokens for the reader's units: what both say alike is left out. */
export function offerDifferences(one: Listing, other: Listing): OfferDifference[] {
  const km = (f: Listing['travelledKm']) => (f ? `${say(f.value, 'travelledKm')}, ${f.evidence}` : NOT_TOLD);
  const list = (words: readonly string[]) => [...words].sort().join(', ') || NOTHING;
  const rows: readonly (readonly [string, (l: Listing) => string])[] = [
    ['Asking price', (l) => say(l.price, 'money', { currency: l.currency })],
    ['Away', (l) => (l.distanceKm === undefined ? NOT_TOLD : say(l.distanceKm, 'travelledKm'))],
    ['Mileage', (l) => km(l.travelledKm)],
    ['Since its rebuild', (l) => km(l.sinceRebuildKm)],
    ['On a track', (l) => km(l.trackKm)],
    ['Production years', (l) => (l.builtYear === undefined ? NOT_TOLD : String(l.builtYear))],
    ['Condition', (l) => l.condition],
    ['Seen', (l) => l.seen ?? NOT_TOLD],
    ['Tested', (l) => list(l.testsSeen ?? [])],
    ['Warranty', (l) => (l.warrantyDays ? say(l.warrantyDays, 'days') : NOT_TOLD)],
    ['Included', (l) => list(l.included)],
    ['Missing', (l) => list([...l.missing, ...(l.otherMissing ?? []).map((o) => o.what)])],
    ['Damaged', (l) => list(l.broken)],
  ];
  return rows.flatMap(([what, of]) => {
    const [a, b] = [of(one), of(other)];
    return a === b ? [] : [{ what, one: a, other: b }];
  });
}
