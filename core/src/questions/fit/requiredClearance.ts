import type { Obstacle, Solid } from '../../model/index.ts';

/** What a pair of solids needs between them, mm, and what it is made of. */
export interface RequiredClearance {
  readonly totalMm: number;
  readonly baseMm: number;
  readonly movementMm: number;
  readonly toleranceMm: number;
  /** Why the base is what it is, in the shop's words. */
  readonly why: string;
}

/** What heat hurts: rubber, plastic, fluids, grease and what is steered with. */
type NearHeat = Obstacle['role'] | Solid['role'] | 'charge pipe';
const HEAT_HURTS: ReadonlySet<string> = new Set<NearHeat>([
  'hose',
  'loom',
  'cable',
  'brake line',
  'fuel line',
  'brake servo',
  'battery tray',
  'steering shaft',
  'steering rack',
  'heater box',
  'oil filter',
  'sump',
  'charge pipe',
]);
/** Whether a shield or a sleeve takes off what heat asks of it; the core of a radiator has to breathe. */
export const shieldable = (role: string): boolean => HEAT_HURTS.has(role);
/** Hot exhaust to what it hurts, bare and behind a shield, and to the core of a radiator, mm. */
const HEAT_MM = { bare: 50, shielded: 25, radiator: 40 } as const;

/** What stands near hot exhaust needs, where heat is what asks for the room. */
export function heatClearance(near: {
  readonly role: NearHeat;
  readonly shielded?: boolean | undefined;
}): { mm: number; why: string } | undefined {
  if (near.role === 'radiator pack') return { mm: HEAT_MM.radiator, why: 'hot exhaust to the radiator' };
  if (!HEAT_HURTS.has(near.role)) return undefined;
  return near.shielded
    ? { mm: HEAT_MM.shielded, why: `hot exhaust to a shielded ${near.role}` }
    : { mm: HEAT_MM.bare, why: `hot exhaust to ${near.role}` };
}

/** Base gap by role: what fabricators leave before movement and measuring error are added. */
export function baseClearance(
  part: Pick<Solid, 'role' | 'temperature'>,
  obstacle: Pick<Obstacle, 'role' | 'shielded'>,
): { mm: number; why: string } {
  if (obstacle.role === 'ground line') return { mm: 0, why: 'ground clearance' };
  if (part.temperature === 'hot') {
    const heat = heatClearance(obstacle);
    if (heat) return heat;
  }
  if (obstacle.role === 'bonnet') return { mm: 20, why: 'bonnet' };
  if (obstacle.role === 'fan') return { mm: 25, why: 'fan' };
  if (part.role === 'accessory drive' || part.role === 'pulley') return { mm: 12, why: 'belt to fixed part' };
  if (obstacle.role === 'floor' || obstacle.role === 'tunnel') return { mm: 15, why: 'floor or tunnel' };
  return { mm: 15, why: 'moving part to fixed part' };
}

/** Base gap + the movement that the mounts allow + the measuring tolerances of the two (they add). */
export function requiredClearance(
  part: Solid,
  obstacle: Obstacle,
  movementMm: number,
  excessMm = 0,
): RequiredClearance {
  const base = baseClearance(part, obstacle);
  const toleranceMm = part.plusMinusMm + obstacle.plusMinusMm + excessMm;
  return { totalMm: base.mm + movementMm + toleranceMm, baseMm: base.mm, movementMm, toleranceMm, why: base.why };
}
