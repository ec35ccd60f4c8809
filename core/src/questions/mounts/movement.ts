import type { MountSchool } from '../../model/index.ts';

/**
 * How far a powertrain moves at any point on mounts of each school, mm. Until mounts are modelled for themselves these
 * stand in: typical extremes of torque reaction and bump for a longitudinal engine of ordinary weight.
 */
export const MOVEMENT_MM: Readonly<Record<MountSchool, number>> = { solid: 1, polyurethane: 5, rubber: 10 };
