import { GRAVITY, InputError, requirePositive } from '../../units/index.ts';

export interface GripInput {
  readonly massKg: number;
  readonly wheelbaseMm: number;
  readonly frontAxleToComMm: number;
  readonly comHeightMm: number;
  readonly frictionCoefficient: number;
  readonly drive: 'front' | 'rear' | 'all';
  /** Fixed rear share of a 4WD; without it the split is taken as ideal. */
  readonly rearTorqueShare?: number | undefined;
}

/**
 * Greatest thrust that the tyres pass with load transfer at the limit, N (a = −x_com, b = L − a, h height). Rear:
 * μ·m·g·(a/L)/(1 − μ·h/L), capped at m·g·b/h where the front wheels lift. Front: μ·m·g·(b/L)/(1 + μ·h/L). 4WD with fixed
 * rear share s: the lesser of the two axles' limits; ideal split: μ·m·g. Gillespie, Fundamentals of Vehicle Dynamics, ch. 2.
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
      `frontAxleToComMm must lie between 0 and the wheelbase, ${L} mm; it is ${a}.`,
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
      const s = input.rearTorqueShare;
      if (s === undefined) return Math.min(mu * weight, lift);
      if (!(s >= 0 && s <= 1))
        throw new InputError('/rearTorqueShare', `rearTorqueShare must lie between 0 and 1; it is ${s}.`);
      const front = (mu * weight * (b / L)) / (1 - s + (mu * h) / L);
      return Math.min(rearOf(s), front);
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
    throw new InputError(
      '/torqueNm',
      'The thrust is greater than the weight: no grade limits it. Look at grip instead.',
    );
  const slope = Math.asin(Math.max(share, -1)) - Math.atan(rollingCoefficient);
  return { gradePct: 100 * Math.tan(slope), gradeDeg: (slope * 180) / Math.PI };
}
