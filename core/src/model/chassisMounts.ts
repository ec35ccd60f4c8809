import type { Chassis } from './chassis.ts';
import type { Part } from './part.ts';

/** A bracket of ordinary weight reaches so far from boss to chassis mount, mm. */
export const BRACKET_REACH_MM = 250;

/** The mounts of the chassis with those that a carrier takes out or brings. */
export function chassisMountsOf(chassis: Pick<Chassis, 'pads'>, parts: readonly Part[]): Chassis['pads'] {
  const gone = new Set(parts.flatMap((p) => p.carries?.inPlaceOf ?? []));
  return [...chassis.pads.filter((p) => !gone.has(p.id)), ...parts.flatMap((p) => p.carries?.pads ?? [])];
}
