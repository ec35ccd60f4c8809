import type { ConditionWord, Inspection, Listing } from '../../model/index.ts';
import { judgeCompression } from './inspection.ts';
import { quadrature, worstEvidence, type Evidence } from '../../units/index.ts';

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

/** The share of a full rebuild that a distance likely asks for: 5 % at 60,000 km rising to 60 % at 300,000. */
export function shareOfDistance(km: number): number {
  const share = 0.05 + ((km - 60_000) / 240_000) * 0.55;
  return Math.min(0.95, Math.max(0.02, share));
}

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
export function rebuildShare(
  offer: Pick<Listing, 'travelledKm' | 'condition'>,
  inspection: Inspection | undefined,
): RebuildShare {
  const read = inspection?.travelledKm;
  const told = offer.travelledKm;
  const km = read ?? told?.value ?? UNKNOWN_KM.value;
  const evidence: Evidence = read !== undefined ? 'measured' : told ? told.evidence : 'estimated';
  const kmScatter =
    read !== undefined
      ? 0.02 * km
      : told
        ? km * { measured: 0.02, published: 0.05, claimed: 0.2, estimated: 0.3 }[told.evidence]
        : UNKNOWN_KM.plusMinus;
  const slope = 0.55 / 240_000;
  const byDistance = shareOfDistance(km) * WORDS[offer.condition];
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
        ? `one cylinder leaks ${leak!.toFixed(0)} %`
        : (spread ?? 0) > COMPRESSION_SPREAD_LIMIT_PCT
          ? `one cylinder stands ${spread!.toFixed(0)} % below the best`
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
    why: `${told || read !== undefined ? '' : 'distance not told, '}${offer.condition}`,
  };
}

const clamp = (x: number) => Math.min(0.98, Math.max(0.02, x));
