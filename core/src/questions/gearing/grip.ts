import { GRAVITY, InputError, requirePositive } from '../../units/index.ts';

export interface GripInput {
  readonly massKg: number;
  readonly wheelbaseMm: number;
  readonly frontAxleToComMm: number;
  readonly comHeightMm: number;
  readonly frictionCoefficient: number;
  readonly drive: 'front' | 'rear' | 'all';
  /** Rear share of a 4WD at rest; without it the split is taken as ideal. */
  readonly rearTorqueShare?: number | undefined;
  /** Torque bias ratio of a limited centre differential: how far it moves that share. */
  readonly centreBias?: number | undefined;
}

/** What share of the torque may go to the rear axle of all-wheel drive: from, to. */
export interface RearShare {
  readonly least: number;
  readonly most: number;
}

/**
 * The shares of torque that the rear axle may have: just the one of a fixed split, any of them where nothing holds the axles to a
 * share, and with a limited centre differential of bias ratio B all whose ratio rear to front lies within a factor B of the fixed one.
 * @throws InputError where the share lies outside 0 to 1 or the bias is below 1
 */
export function rearShares(share: number | undefined, bias = 1): RearShare {
  if (share === undefined) return { least: 0, most: 1 };
  if (!(share >= 0 && share <= 1))
    throw new InputError('/rearTorqueShare', `Rear torque share must lie between 0 and 1; it is ${share}.`);
  if (!(bias >= 1)) throw new InputError('/centreBias', `Centre differential bias must be 1 or more; it is ${bias}.`);
  return { least: share / (share + (1 - share) * bias), most: (share * bias) / (share * bias + 1 - share) };
}

/**
 * Greatest thrust that the tyres pass with load transfer at the limit, N (a = −x_com, b = L − a, h height). Rear:
 * μ·m·g·(a/L)/(1 − μ·h/L), capped at m·g·b/h where the front wheels lift. Front: μ·m·g·(b/L)/(1 + μ·h/L). 4WD with fixed
 * rear share s: the lesser of the two axles' limits; ideal split: μ·m·g; a limited centre: the best share that it reaches. Gillespie, Fundamentals of Vehicle Dynamics, ch. 2.
 */
export function gripThrustN(input: GripInput): number {
  const { massKg: m, wheelbaseMm: L, frontAxleToComMm: a, comHeightMm: h, frictionCoefficient: mu } = input;
  requirePositive('/massKg', m, 'kg');
  requirePositive('/wheelbaseMm', L, 'mm');
  requirePositive('/comHeightMm', h, 'mm');
  requirePositive('/frictionCoefficient', mu);
  if (!(a > 0 && a < L))
    throw new InputError(
      '/frontAxleToComMm',
      `Distance from front axle to centre of mass must lie between 0 and the wheelbase, ${L} mm; it is ${a}.`,
    );
  const b = L - a;
  const weight = m * GRAVITY;
  const lift = (weight * b) / h;
  const rearOf = (share: number): number => {
    const room = share - (mu * h) / L;
    return room > 0 ? Math.min((mu * weight * (a / L)) / room, lift) : lift;
  };
  switch (input.drive) {
    case 'rear':
      return rearOf(1);
    case 'front':
      return (mu * weight * (b / L)) / (1 + (mu * h) / L);
    case 'all': {
      const { least, most } = rearShares(input.rearTorqueShare, input.centreBias);
      const front = (mu * weight * (b / L)) / (1 - most + (mu * h) / L);
      // Between its two ends the share comes to rest where both axles give up together.
      return Math.min(rearOf(least), front, mu * weight, lift);
    }
  }
}

/**
 * Steepest grade that a steady thrust climbs: F = m·g·(sinθ + c_r·cosθ) + air, solved exactly, grade % = 100·tanθ.
 * @throws InputError where the thrust would lift the car up a wall.
 */
export function gradeability(
  thrustN: number,
  massKg: number,
  rollingCoefficient: number,
  airDragN: number,
): { gradePct: number; gradeDeg: number } {
  const share = (thrustN - airDragN) / (massKg * GRAVITY) / Math.hypot(1, rollingCoefficient);
  if (share >= 1)
    throw new InputError('/torqueNm', 'Tractive force exceeds vehicle weight: grade not limited by force. Check grip.');
  const slope = Math.asin(Math.max(share, -1)) - Math.atan(rollingCoefficient);
  return { gradePct: 100 * Math.tan(slope), gradeDeg: (slope * 180) / Math.PI };
}
