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

const LINES = new Set(['hose', 'loom', 'cable', 'brake line']);

/** Base gap by role: what fabricators leave before movement and measuring error are added. */
export function baseClearance(
  part: Pick<Solid, 'role' | 'temperature'>,
  obstacle: Pick<Obstacle, 'role' | 'shielded'>,
): { mm: number; why: string } {
  if (obstacle.role === 'ground line') return { mm: 0, why: 'lowest part above the ground line' };
  if (LINES.has(obstacle.role) && part.temperature === 'hot') {
    return obstacle.shielded
      ? { mm: 25, why: `hot exhaust to a shielded ${obstacle.role}` }
      : { mm: 50, why: `hot exhaust to ${obstacle.role}` };
  }
  if (obstacle.role === 'bonnet') return { mm: 20, why: 'bonnet' };
  if (obstacle.role === 'fan') return { mm: 25, why: 'fan' };
  if (part.role === 'accessory drive' || part.role === 'pulley') return { mm: 12, why: 'belt to fixed' };
  if (obstacle.role === 'floor' || obstacle.role === 'tunnel') return { mm: 15, why: 'floor or tunnel' };
  return { mm: 15, why: 'moving to fixed' };
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
