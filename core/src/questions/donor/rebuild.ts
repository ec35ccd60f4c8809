import type { ConditionWord, Inspection, Listing, SeenTest } from '../../model/index.ts';
import { judgeCompression } from './inspection.ts';
import { quadrature, scatterOf, worstEvidence, type Evidence } from '../../units/index.ts';

/** Distance taken where nobody tells one, km. */
const UNKNOWN_KM = { value: 190_000, plusMinus: 70_000 } as const;

/** How the seller's words shift the share of a rebuild: more is worse. */
const WORDS: Readonly<Record<ConditionWord, number>> = {
  'rebuilt with bills': 0.25,
  'heard running': 0.75,
  'said to run': 1,
  unknown: 1.25,
  'for parts': 2.2,
};

/** What one has seen of it oneself, and what was tested with a good outcome: our own estimates, as those of the words. */
const SEEN: Readonly<Record<NonNullable<Listing['seen']>, number>> = { running: 0.8, standing: 1, 'not seen': 1.15 };
const TESTED: Readonly<Record<SeenTest, number>> = {
  compression: 0.75,
  'leak-down': 0.7,
  'oil pressure': 0.9,
  'running before it was stripped': 0.85,
  'road test': 0.85,
};
/** Tests tell of the same bores: together they take no more away than this leaves. */
const LEAST_LEFT = 0.45;
/** A kilometre on a track wears as so many on the road. */
const TRACK_WEARS = 5;
/** What a warranty bears of a rebuild at most, and after how many days it bears 63 % of that: a swap first runs months after it was bought. */
const WARRANTY = { most: 0.6, days: 180 } as const;

/** By how much what was seen, tested and warranted lessens the rebuild to be expected, and in what words. */
function bySeeing(offer: OfOffer): { factor: number; words: string[] } {
  const tests = offer.testsSeen ?? [];
  const tested = Math.max(
    LEAST_LEFT,
    tests.reduce((f, t) => f * TESTED[t], 1),
  );
  const days = offer.warrantyDays ?? 0;
  const borne = WARRANTY.most * (1 - Math.exp(-days / WARRANTY.days));
  return {
    factor: (offer.seen ? SEEN[offer.seen] : 1) * tested * (1 - borne),
    words: [
      ...(offer.seen === 'running' ? ['seen running'] : offer.seen === 'not seen' ? ['not seen'] : []),
      ...(tests.length > 0 ? [`tested: ${tests.join(', ')}`] : []),
      ...(days > 0 ? [`${days} days of warranty`] : []),
    ],
  };
}

/** The distance that has worn it: since it was rebuilt where that is told, what it has done on a track counted for more. */
function wornKm(offer: OfOffer): NonNullable<Listing['travelledKm']> | undefined {
  const road = offer.sinceRebuildKm ?? offer.travelledKm;
  const track = offer.trackKm;
  if (!track) return road;
  if (!road) return { value: TRACK_WEARS * track.value, evidence: track.evidence };
  const more = (TRACK_WEARS - 1) * track.value;
  return { value: road.value + more, evidence: worstEvidence([road.evidence, track.evidence]) };
}

/** The share of a full rebuild that a distance likely asks for: 5 % at 60,000 km rising to 60 % at 300,000. */
export function shareOfDistance(km: number): number {
  const share = 0.05 + ((km - 60_000) / 240_000) * 0.55;
  return Math.min(0.95, Math.max(0.02, share));
}

type OfOffer = Pick<Listing, 'condition'> &
  Partial<Pick<Listing, 'travelledKm' | 'sinceRebuildKm' | 'trackKm' | 'seen' | 'testsSeen' | 'warrantyDays'>>;

export interface RebuildShare {
  readonly share: number;
  readonly plusMinus: number;
  readonly evidence: Evidence;
  readonly km: number;
  readonly why: string;
}

/** Above these a rebuild is near certain. */
const LEAK_DOWN_LIMIT_PCT = 20;
const COMPRESSION_SPREAD_LIMIT_PCT = 15;

/** Largest fall of one cylinder below the best, percent. */
export function compressionSpreadPct(bar: readonly number[]): number | undefined {
  const best = Math.max(...bar);
  return bar.length < 2 || best <= 0 ? undefined : (100 * (best - Math.min(...bar))) / best;
}

/**
 * The expected share of a full rebuild of a bought engine, from its distance, the seller's words and what an inspection
 * found. A leak-down above 20 % or a cylinder 15 % below the best makes it near certain; a good inspection halves it and
 * its doubt. Sable's own estimate: it says how much to set aside, not what is inside the engine.
 */
export function rebuildShare(offer: OfOffer, inspection: Inspection | undefined): RebuildShare {
  // The clock says nothing of what it has run since it was rebuilt.
  const read = offer.sinceRebuildKm ? undefined : inspection?.travelledKm;
  const told = wornKm(offer);
  const seeing = bySeeing(offer);
  const km = read ?? told?.value ?? UNKNOWN_KM.value;
  const evidence: Evidence = read !== undefined ? 'measured' : told ? told.evidence : 'estimated';
  const kmScatter = read !== undefined ? 0.02 * km : told ? scatterOf(told) : UNKNOWN_KM.plusMinus;
  const slope = 0.55 / 240_000;
  const byDistance = shareOfDistance(km) * WORDS[offer.condition] * seeing.factor;
  const leak = inspection && inspection.leakDownPct.length > 0 ? Math.max(...inspection.leakDownPct) : undefined;
  const spread = inspection && compressionSpreadPct(inspection.compressionBar);
  const dead =
    inspection && inspection.compressionBar.length > 0
      ? judgeCompression({ ...inspection, fuel: 'petrol' }).state === 'blocked'
      : false;
  const doubt = quadrature([slope * kmScatter, 0.1, offer.condition === 'unknown' ? 0.12 : 0.05]);
  if ((leak ?? 0) > LEAK_DOWN_LIMIT_PCT || (spread ?? 0) > COMPRESSION_SPREAD_LIMIT_PCT || dead) {
    const why =
      (leak ?? 0) > LEAK_DOWN_LIMIT_PCT
        ? `one cylinder: leak-down ${leak!.toFixed(0)} %`
        : (spread ?? 0) > COMPRESSION_SPREAD_LIMIT_PCT
          ? `compression ${spread!.toFixed(0)} % below the best cylinder`
          : 'its compression is too low';
    return { share: 0.95, plusMinus: 0.05, evidence: 'measured', km, why };
  }
  if (leak !== undefined || spread !== undefined) {
    return {
      share: clamp(byDistance * 0.5),
      plusMinus: doubt / 2,
      evidence: worstEvidence([evidence, 'measured']),
      km,
      why: 'it passed its inspection',
    };
  }
  return {
    share: clamp(byDistance),
    plusMinus: doubt,
    evidence: 'estimated',
    km,
    why: [...(told || read !== undefined ? [] : ['mileage not stated']), offer.condition, ...seeing.words].join(', '),
  };
}

const clamp = (x: number) => Math.min(0.98, Math.max(0.02, x));
