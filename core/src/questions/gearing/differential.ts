import type { DifferentialKind } from '../../model/index.ts';

/** Torque bias ratio of a limited-slip differential where nobody has measured it. */
export const TYPICAL_BIAS = 2.5;
/** Grip of wet grass under one wheel: half of a wet road's. */
export const WET_GRASS_GRIP = 0.3;

/**
 * Thrust that two driven wheels pass together, N, from what each could: open twice the lesser, locked the sum, limited
 * the lesser and up to its bias ratio of it on the other.
 */
export function axleGripN(kind: DifferentialKind, left: number, right: number, biasRatio = TYPICAL_BIAS): number {
  const lesser = Math.min(left, right);
  if (kind === 'open') return 2 * lesser;
  return kind === 'locked' ? left + right : Math.min(left + right, lesser * (1 + biasRatio));
}

/** Share of the axle's whole grip that a differential passes with wheels loaded unequally (left over both, 0 to 1). */
export function shareOfGrip(kind: DifferentialKind, leftShare: number, biasRatio = TYPICAL_BIAS): number {
  return axleGripN(kind, leftShare, 1 - leftShare, biasRatio);
}
