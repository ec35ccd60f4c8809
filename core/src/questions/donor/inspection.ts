import { worstState, type State } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';

/** Least compression where its maker's is not known, bar. */
const LEAST_BAR = { petrol: 9, diesel: 20 } as const;
/** Least share of the best cylinder that each has to reach. */
const OF_BEST = 0.75;
export const LEAK_TIGHT_PCT = 15;
export const LEAK_BLOCKED_PCT = 25;
/** A hand gauge with its hose, bar. */
export const GAUGE_BAR = 0.3;

/** A used engine as measured; pressures in bar. Null where a cylinder was not measured. */
export interface EngineInspected {
  readonly fuel: 'petrol' | 'diesel';
  readonly compressionBar: readonly (number | null)[];
  readonly compressionPlusMinusBar?: number | undefined;
  readonly makersLeastBar?: number | null | undefined;
  readonly leakDownPct?: readonly number[] | undefined;
  readonly endPlayMm?: number | null | undefined;
  readonly endPlayLimitMm?: number | null | undefined;
  readonly oilPressureBar?: number | null | undefined;
  readonly oilPressureLeastBar?: number | null | undefined;
  readonly scoredBores?: readonly number[] | undefined;
}

export interface CompressionJudged {
  readonly leastCompressionBar: number;
  readonly shareOfHighestPct: number;
  readonly leastAllowedBar: number;
  /** Cylinders that miss one of both limits, counted from 1. */
  readonly lowCylinders: readonly number[];
  readonly state: State;
}

/**
 * Compression: each cylinder at least three quarters of the best, and at least its maker’s figure, else 9 bar of a petrol engine and 20 of
 * a diesel. Missed is blocked until rebuilt; met by less than the gauge’s doubt is tight.
 *
 * @throws InputError where a cylinder was not measured, or none.
 */
export function judgeCompression(i: EngineInspected): CompressionJudged {
  const gap = i.compressionBar.findIndex((b) => b === null);
  if (gap >= 0) throw new InputError('/compressionBar', `Cylinder ${gap + 1} was not measured.`);
  if (i.compressionBar.length === 0) throw new InputError('/compressionBar', 'No cylinder was measured.');
  const bar = i.compressionBar as readonly number[];
  const best = Math.max(...bar);
  const least = Math.min(...bar);
  const leastAllowedBar = i.makersLeastBar ?? LEAST_BAR[i.fuel];
  const floor = Math.max(OF_BEST * best, leastAllowedBar);
  return {
    leastCompressionBar: least,
    shareOfHighestPct: best > 0 ? (100 * least) / best : 0,
    leastAllowedBar,
    lowCylinders: bar.flatMap((b, n) => (b < floor ? [n + 1] : [])),
    state: least < floor ? 'blocked' : least - floor < (i.compressionPlusMinusBar ?? GAUGE_BAR) ? 'tight' : 'clear',
  };
}

/** Leak-down: above 15 % tight, above 25 % blocked; exactly that is not above. */
export const judgeLeakDown = (pct: readonly number[]): State => {
  const worst = Math.max(...pct);
  return worst > LEAK_BLOCKED_PCT ? 'blocked' : worst > LEAK_TIGHT_PCT ? 'tight' : 'clear';
};

const over = (value: number | null | undefined, limit: number | null | undefined): State | undefined =>
  value == null ? undefined : limit == null ? 'unknown' : value > limit ? 'blocked' : 'clear';

/** All of it, the worst being the whole. @throws InputError as judgeCompression. */
export function inspectEngine(i: EngineInspected) {
  const { state: compressionState, ...compression } = judgeCompression(i);
  const leakDownState = i.leakDownPct && i.leakDownPct.length > 0 ? judgeLeakDown(i.leakDownPct) : undefined;
  const endPlayState = over(i.endPlayMm, i.endPlayLimitMm);
  const oilPressureState: State | undefined =
    i.oilPressureBar == null
      ? undefined
      : i.oilPressureLeastBar == null
        ? 'unknown'
        : i.oilPressureBar < i.oilPressureLeastBar
          ? 'blocked'
          : 'clear';
  const boresState: State = (i.scoredBores ?? []).length > 0 ? 'blocked' : 'clear';
  const states = [compressionState, leakDownState, endPlayState, oilPressureState, boresState];
  return {
    ...compression,
    lowCylinders: [...compression.lowCylinders],
    compressionState,
    ...(leakDownState ? { leakDownState } : {}),
    ...(endPlayState ? { endPlayState } : {}),
    ...(oilPressureState ? { oilPressureState } : {}),
    boresState,
    state: worstState(states.filter((s) => s !== undefined)),
  };
}
