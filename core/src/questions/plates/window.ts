import { InputError, requirePositive } from '../../units/index.ts';

/** Depths ahead of the block's rear face, behind it below nought; the shaft's ahead of the gearbox's front face. All mm. */
export interface PlateStack {
  readonly shaftStickOutMm: number;
  readonly pilotMouthDepthMm: number;
  readonly pilotBottomDepthMm: number;
  readonly pilotEngagementMm: number;
  readonly tipClearanceMm: number;
  readonly splineDiameterMm: number;
  readonly splineStartMm: number;
  readonly splineEndMm: number;
  readonly hubRearMm: number;
  readonly hubFrontMm: number;
}

export interface PlateWindow {
  readonly feasible: boolean;
  /** Thinnest and thickest plate that does; where none does, the two bounds that cross. */
  readonly thinnestMm: number | null;
  readonly thickestMm: number | null;
  readonly splineEngagementAtThinnestMm: number | null;
  /** What keeps it from being thinner, and from being thicker. */
  readonly thinnestBy: 'nothing' | 'shaft touches the bottom of the pilot' | 'spline of the hub';
  readonly thickestBy: 'shaft leaves the pilot' | 'spline of the hub';
}

/**
 * Thickness of an adapter plate: max(0, s − bottom + clearance) ≤ t ≤ s − mouth − engagement for the stick-out s of the input shaft, and
 * a splined length in the hub of at least the spline's diameter.
 * @throws InputError naming what can't be: a pilot whose bottom lies behind its mouth, a spline or hub that ends before it begins.
 */
export function plateWindow(stack: PlateStack): PlateWindow {
  const { shaftStickOutMm: s, pilotMouthDepthMm: mouth, pilotBottomDepthMm: bottom } = stack;
  requirePositive('/splineDiameterMm', stack.splineDiameterMm);
  if (!(bottom > mouth)) throw new InputError('/pilotBottomDepthMm', 'The pilot’s bottom is ahead of its mouth.');
  if (!(stack.splineEndMm > stack.splineStartMm))
    throw new InputError('/splineEndMm', 'The spline ends ahead of where it begins.');
  if (!(stack.hubFrontMm > stack.hubRearMm))
    throw new InputError('/hubFrontMm', 'The front of the hub is ahead of its rear.');
  const overlap = (t: number) =>
    Math.min(stack.splineEndMm - t, stack.hubFrontMm) - Math.max(stack.splineStartMm - t, stack.hubRearMm);
  const needs = stack.splineDiameterMm;
  const byPilot = s - bottom + stack.tipClearanceMm;
  const leaves = s - mouth - stack.pilotEngagementMm;
  // The overlap rises to its most, stays, and falls: where it is enough is one stretch of thickness.
  const enough =
    Math.min(stack.splineEndMm - stack.splineStartMm, stack.hubFrontMm - stack.hubRearMm) >= needs
      ? { from: stack.splineStartMm + needs - stack.hubFrontMm, to: stack.splineEndMm - needs - stack.hubRearMm }
      : undefined;
  const thinnest = Math.max(0, byPilot, enough?.from ?? 0);
  const thickest = Math.min(leaves, enough?.to ?? -Infinity);
  const feasible = enough !== undefined && thinnest <= thickest + 1e-9;
  return {
    feasible,
    thinnestMm: feasible ? thinnest : null,
    thickestMm: feasible ? thickest : null,
    splineEngagementAtThinnestMm: feasible ? overlap(thinnest) : null,
    thinnestBy:
      thinnest <= 0
        ? 'nothing'
        : byPilot >= (enough?.from ?? -Infinity)
          ? 'shaft touches the bottom of the pilot'
          : 'spline of the hub',
    thickestBy: enough !== undefined && enough.to < leaves ? 'spline of the hub' : 'shaft leaves the pilot',
  };
}
