import { GRAVITY } from '../../units/index.ts';
import { rearShares } from './grip.ts';

/** A car with what it tows. */
export interface Train {
  readonly carKg: number;
  /** The whole trailer. */
  readonly trailerKg: number;
  /** What the trailer puts on the hitch, square to the road. */
  readonly noseLoadN: number;
  readonly hitchHeightMm: number;
  /** Behind the rear axle. */
  readonly hitchOverhangMm: number;
  readonly wheelbaseMm: number;
  readonly frontAxleToComMm: number;
  readonly comHeightMm: number;
  readonly frictionCoefficient: number;
  readonly rollingCoefficient: number;
  readonly drive: 'front' | 'rear' | 'all';
  /** Rear share of a 4WD at rest; without it all loads carry. */
  readonly rearTorqueShare?: number | undefined;
  /** Torque bias ratio of a limited centre differential. */
  readonly centreBias?: number | undefined;
  /** Asked of the start, m/s². */
  readonly accelerationMPerS2: number;
}

/** Acceleration asked of a hill start, m/s². */
export const HILL_START_ACCELERATION = 0.5;

/** Thrust that car and trailer need on a slope to gain the asked acceleration, N. */
export function hillThrustN(train: Train, slope: number): number {
  const total = train.carKg + train.trailerKg;
  return total * (GRAVITY * (Math.sin(slope) + train.rollingCoefficient * Math.cos(slope)) + train.accelerationMPerS2);
}

/**
 * What stands on the axles on a slope while the train gains the asked acceleration, N: static load with the slope's own transfer,
 * m·g·(a·cosθ + h·sinθ)/L at the rear, transfer by acceleration, the trailer's nose load and its pull D at hitch height.
 */
export function hillLoads(train: Train, slope: number): { pullN: number; frontN: number; rearN: number } {
  const { carKg, trailerKg, noseLoadN, wheelbaseMm: L, frontAxleToComMm: a, comHeightMm: h } = train;
  const [sin, cos] = [Math.sin(slope), Math.cos(slope)];
  const pullN = trailerKg * (GRAVITY * (sin + train.rollingCoefficient * cos) + train.accelerationMPerS2);
  const total = carKg * GRAVITY * cos + noseLoadN;
  const rear =
    (carKg * (GRAVITY * (a * cos + h * sin) + train.accelerationMPerS2 * h) +
      pullN * train.hitchHeightMm +
      noseLoadN * (L + train.hitchOverhangMm)) /
    L;
  const rearN = Math.min(Math.max(rear, 0), total);
  return { pullN, frontN: total - rearN, rearN };
}

/** Thrust that the driven wheels can pass on that slope while the train gains the asked acceleration, N. */
export function hillGripN(train: Train, slope: number): number {
  const { frontN, rearN } = hillLoads(train, slope);
  const mu = train.frictionCoefficient;
  if (train.drive === 'rear') return mu * rearN;
  if (train.drive === 'front') return mu * frontN;
  const { least, most } = rearShares(train.rearTorqueShare, train.centreBias);
  return Math.min(
    mu * (frontN + rearN),
    least > 0 ? (mu * rearN) / least : Infinity,
    most < 1 ? (mu * frontN) / (1 - most) : Infinity,
  );
}

/** A start is not asked for on more than this, rad: 173 %. */
const STEEPEST = Math.PI / 3;

/** The steepest slope, %, on which it is enough; 0 where not even the level is. */
function steepestPct(enough: (slope: number) => boolean): number {
  if (!enough(0)) return 0;
  let low = 0;
  let high = STEEPEST;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (enough(mid)) low = mid;
    else high = mid;
  }
  return 100 * Math.tan(low);
}

/** The steepest grade in % by thrust and by grip, each alone, and the lesser of them; 0 when not even the level does. */
export function hillStartGradePct(
  thrustN: number,
  train: Train,
): { gradePct: number; limitedBy: 'engine' | 'grip'; thrustGradePct: number; gripGradePct: number } {
  const thrustGradePct = steepestPct((slope) => thrustN >= hillThrustN(train, slope));
  const gripGradePct = steepestPct((slope) => hillGripN(train, slope) >= hillThrustN(train, slope));
  const limitedBy =
    thrustGradePct === gripGradePct
      ? thrustN <= hillGripN(train, Math.atan(thrustGradePct / 100))
        ? 'engine'
        : 'grip'
      : thrustGradePct < gripGradePct
        ? 'engine'
        : 'grip';
  return { gradePct: Math.min(thrustGradePct, gripGradePct), limitedBy, thrustGradePct, gripGradePct };
}
