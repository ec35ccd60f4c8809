import { highestRpm, lowestRpm, peaksOf, torqueAt, type Torque } from '../curve/index.ts';

/** A clutch is let out where the engine makes so much of its torque, but not nearer to idle, and not higher up. */
const OF_PEAK = 0.7;
const OVER_IDLE = 1.3;
const OF_REDLINE = 0.6;
const STEP_RPM = 50;

/** The lowest rpm at which a curve gives a torque; its end where it never does. */
function lowestWith(curve: Torque, torqueNm: number): number {
  const enough = (n: number) => torqueAt(curve, n)! >= torqueNm;
  const [low, high] = [lowestRpm(curve), highestRpm(curve)];
  if (enough(low)) return low;
  let below = low;
  while (below < high && !enough(Math.min(below + STEP_RPM, high))) below += STEP_RPM;
  let above = Math.min(below + STEP_RPM, high);
  while (above - below > 0.5) {
    const mid = (below + above) / 2;
    if (enough(mid)) above = mid;
    else below = mid;
  }
  return above;
}

/** Where a clutch is let out if nobody says otherwise, rpm: the lowest with 70 % of peak torque, between 1.3 × idle and 60 % of redline. */
export function usualLaunchRpm(curve: Torque, idleRpm: number, redlineRpm: number): number {
  const found = lowestWith(curve, OF_PEAK * peaksOf(curve).peakTorqueNm);
  return Math.max(OVER_IDLE * idleRpm, Math.min(found, OF_REDLINE * redlineRpm));
}
