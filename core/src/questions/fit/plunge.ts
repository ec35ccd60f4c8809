import { add, type V3 } from '../../geometry/index.ts';
import { InputError } from '../../units/index.ts';
import { halfShaft, MOST_HALF_SHAFT_DEG } from './shaftAngles.ts';

export interface PlungeInput {
  readonly innerJointMm: V3;
  /** Where the wheel's joint stands as its suspension moves. */
  readonly outerJointMm: { readonly bump: V3; readonly static: V3; readonly droop: V3 };
  /** Each shifts the inner joint; the first is the engine at rest. */
  readonly engineMovementsMm: readonly V3[];
  /** Between the same centres, the joints pushed fully in and pulled fully out. */
  readonly spanFullyInMm: number;
  readonly spanFullyOutMm: number;
  /** Kept at each end. */
  readonly endReserveMm: number;
  readonly staticAngleLimitDeg?: number | undefined;
  readonly jointAngleLimitDeg: number;
}

export interface Plunge {
  readonly shortestSpanMm: number;
  readonly longestSpanMm: number;
  /** What is left before the reserve at each end; below nought it is short by so much. */
  readonly inwardReserveMm: number;
  readonly outwardReserveMm: number;
  readonly leastReserveMm: number;
  readonly withinPlunge: boolean;
  /** Suspension and engine at rest. */
  readonly staticAngleDeg: number;
  readonly largestAngleDeg: number;
  readonly staticAngleWithin: boolean;
  readonly largestAngleWithin: boolean;
}

/**
 * Length and angle of a half shaft between its joint centres, over every pair of suspension and engine movement; joint axes along y.
 * @throws InputError where there is no room between fully in and fully out, or both joints meet in one place
 */
export function plunge(i: PlungeInput): Plunge {
  if (!(i.spanFullyInMm < i.spanFullyOutMm))
    throw new InputError(
      '/spanFullyInMm',
      `Fully in must be shorter than fully out, ${i.spanFullyOutMm} mm; it is ${i.spanFullyInMm} mm.`,
    );
  if (i.engineMovementsMm.length === 0)
    throw new InputError('/engineMovementsMm', 'Enter one movement of the engine at least: none at all is 0, 0, 0.');
  const { bump, static: rest, droop } = i.outerJointMm;
  const all = [bump, rest, droop].flatMap((outer) =>
    i.engineMovementsMm.map((moved) => halfShaft(add(i.innerJointMm, moved), outer)),
  );
  const spans = all.map((s) => s.lengthMm);
  const shortestSpanMm = Math.min(...spans);
  const longestSpanMm = Math.max(...spans);
  const inwardReserveMm = shortestSpanMm - i.spanFullyInMm - i.endReserveMm;
  const outwardReserveMm = i.spanFullyOutMm - longestSpanMm - i.endReserveMm;
  const staticAngleDeg = halfShaft(i.innerJointMm, rest).angleDeg;
  const largestAngleDeg = Math.max(staticAngleDeg, ...all.map((s) => s.angleDeg));
  return {
    shortestSpanMm,
    longestSpanMm,
    inwardReserveMm,
    outwardReserveMm,
    leastReserveMm: Math.min(inwardReserveMm, outwardReserveMm),
    withinPlunge: inwardReserveMm >= 0 && outwardReserveMm >= 0,
    staticAngleDeg,
    largestAngleDeg,
    staticAngleWithin: staticAngleDeg <= (i.staticAngleLimitDeg ?? MOST_HALF_SHAFT_DEG),
    largestAngleWithin: largestAngleDeg <= i.jointAngleLimitDeg,
  };
}
