import { highestRpm, lowestRpm, torqueAt, type Torque } from '../curve/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';

/** Speed ratio above which a converter passes torque one to one, where nobody says otherwise. */
export const COUPLING_SPEED_RATIO = 0.88;

/**
 * Torque ratio of a converter over its speed ratio: falls in a straight line from the stall ratio to 1 at the coupling
 * point and stays there. Gott, Changing Gears, ch. 3.
 */
export function torqueRatio(stallTorqueRatio: number, speedRatio: number, coupling = COUPLING_SPEED_RATIO): number {
  return speedRatio >= coupling ? 1 : stallTorqueRatio + ((1 - stallTorqueRatio) * speedRatio) / coupling;
}

/** Torque that the pump takes, N·m: (n/K)², fading out above the coupling point as (1 − ν)/(1 − ν_c). */
export function pumpTorqueNm(rpm: number, k: number, speedRatio: number, coupling = COUPLING_SPEED_RATIO): number {
  return (rpm / k) ** 2 * Math.min(1, Math.max(0, (1 - speedRatio) / (1 - coupling)));
}

/**
 * Where a converter holds an engine at full throttle with the wheels standing: n = K·√T(n), rpm and N·m. K in rpm/√(N·m).
 * @throws InputError where there is no such point inside the curve: nothing is extrapolated.
 */
export function stallPoint(curve: Torque, k: number): { stallRpm: number; torqueAtStallNm: number } {
  requirePositive('/converterKRpmPerSqrtNm', k, 'rpm/√(N·m)');
  const surplus = (n: number) => (torqueAt(curve, n) ?? 0) - (n / k) ** 2;
  const [low, high] = [lowestRpm(curve), highestRpm(curve)];
  if (surplus(low) < 0)
    throw new InputError(
      '/converterKRpmPerSqrtNm',
      `At K = ${k} the engine stalls below ${low} rpm, where its curve begins. Take a converter of higher K.`,
    );
  if (surplus(high) > 0)
    throw new InputError(
      '/converterKRpmPerSqrtNm',
      `At K = ${k} the stall speed is above ${high} rpm, the end of the torque curve. Use a converter with lower K.`,
    );
  // The highest crossing: between a first one and it the engine would run on up.
  let a = low;
  let b = high;
  const steps = 400;
  for (let i = steps - 1; i >= 0; i--) {
    const n = low + ((high - low) * i) / steps;
    if (surplus(n) >= 0) {
      a = n;
      b = low + ((high - low) * (i + 1)) / steps;
      break;
    }
  }
  for (let i = 0; i < 60; i++) {
    const mid = (a + b) / 2;
    if (surplus(mid) >= 0) a = mid;
    else b = mid;
  }
  const stallRpm = (a + b) / 2;
  return { stallRpm, torqueAtStallNm: torqueAt(curve, stallRpm)! };
}

/** Stall speeds to look for, rpm: for a blown engine at or just above its threshold, else just under the torque peak. */
export interface StallBand {
  readonly lowRpm: number;
  readonly highRpm: number;
  readonly school: 'at the boost threshold' | 'under the torque peak';
}

/** How far above the threshold, and below the peak, a stall is still called near: rules of converter builders, rpm. */
const ABOVE_THRESHOLD = [0, 400] as const;
const BELOW_PEAK = [900, 200] as const;

export function stallBand(peakTorqueRpm: number, boostThresholdRpm: number | undefined): StallBand {
  return boostThresholdRpm === undefined
    ? {
        lowRpm: Math.max(1200, peakTorqueRpm - BELOW_PEAK[0]),
        highRpm: Math.max(1500, peakTorqueRpm - BELOW_PEAK[1]),
        school: 'under the torque peak',
      }
    : {
        lowRpm: boostThresholdRpm + ABOVE_THRESHOLD[0],
        highRpm: boostThresholdRpm + ABOVE_THRESHOLD[1],
        school: 'at the boost threshold',
      };
}

/** Slip at a steady load, as a share, and the heat of it, W: the speed ratio at which pump torque meets the load. */
export function cruiseSlip(
  turbineRpm: number,
  turbineTorqueNm: number,
  k: number,
  coupling = COUPLING_SPEED_RATIO,
): { slipShare: number; heatW: number } {
  requirePositive('/turbineRpm', turbineRpm, 'rpm');
  const passes = (nu: number) => pumpTorqueNm(turbineRpm / nu, k, nu, coupling);
  let low = coupling;
  let high = 1;
  // Above coupling the torque ratio is one; a load beyond it falls back to the coupling point.
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (passes(mid) > turbineTorqueNm) low = mid;
    else high = mid;
  }
  const nu = (low + high) / 2;
  return {
    slipShare: 1 - nu,
    heatW: ((turbineTorqueNm * turbineRpm * Math.PI) / 30) * (1 / nu - 1),
  };
}
