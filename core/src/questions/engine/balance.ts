export interface RodAndPiston {
  readonly rodsPerPin: number;
  readonly rodBigEndG: number;
  readonly rodBearingG: number;
  readonly rodSmallEndG: number;
  readonly pistonG: number;
  readonly pinG: number;
  readonly ringsG: number;
  readonly locksG: number;
  readonly oilG: number;
  readonly reciprocatingPct: number;
}

/**
 * Bob weight of one crank pin, g: all that rotates and a share of what reciprocates (50 % for two rods a pin on a 90°
 * V8; other angles and pins take other shares). Oil clings to the pin once a rod.
 */
export function bobWeight(i: RodAndPiston): { rotatingG: number; reciprocatingG: number; bobWeightG: number } {
  const rotatingG = i.rodsPerPin * (i.rodBigEndG + i.rodBearingG) + i.oilG;
  const reciprocatingG = i.rodsPerPin * (i.rodSmallEndG + i.pistonG + i.pinG + i.ringsG + i.locksG);
  return { rotatingG, reciprocatingG, bobWeightG: rotatingG + (reciprocatingG * i.reciprocatingPct) / 100 };
}
