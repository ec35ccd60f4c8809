import type { Chassis } from './chassis.ts';
import type { Part } from './part.ts';
import type { ChangeKind, Obstacle, ObstacleChange, Solid } from './solid.ts';

/**
 * Steering and chassis rails carry the car and whoever sits in it: nothing may be done to them unless an engineer's word
 * is on record, whatever else the survey says.
 */
const NEVER: ReadonlySet<Obstacle['role']> = new Set([
  'chassis rail',
  'steering box',
  'steering rack',
  'steering shaft',
  'track rod',
  'strut tower',
]);

/** What may be done to an obstacle: nothing where it is structural and nobody with authority says otherwise. */
export function allowedChanges(obstacle: Pick<Obstacle, 'role' | 'may' | 'engineersWord'>): readonly ObstacleChange[] {
  return NEVER.has(obstacle.role) && obstacle.engineersWord === undefined ? [] : obstacle.may;
}

export function changeOf(obstacle: Obstacle, kind: ChangeKind): ObstacleChange | undefined {
  return allowedChanges(obstacle).find((c) => c.do === kind);
}

/** Money, hours and mass of a change of so many mm. */
export function costOfChange(
  change: ObstacleChange,
  amountMm: number,
): { cost: number; hours: number; massKg: number } {
  return {
    cost: change.cost + (change.costPerMm ?? 0) * amountMm,
    hours: change.hours + (change.hoursPerMm ?? 0) * amountMm,
    massKg: change.massKg ?? 0,
  };
}

/** The bay as measured, without what a carrier takes out and with what it brings. */
export function obstaclesWith(chassis: Pick<Chassis, 'obstacles'>, parts: readonly Part[]): Obstacle[] {
  const gone = new Set(parts.flatMap((p) => p.carries?.inPlaceOf ?? []));
  return [...chassis.obstacles.filter((o) => !gone.has(o.id)), ...parts.flatMap((p) => p.carries?.obstacles ?? [])];
}

const VERBS: Readonly<Record<ChangeKind, string>> = {
  notch: 'Notch in',
  recess: 'Recess in',
  bulge: 'Bulge in',
  relocate: 'Move',
  replace: 'Replace',
};

/** A change in words, as it stands in recipes, remedies and on the bill; mm as a figure that either unit system reads. */
export function changeWords(obstacle: Pick<Obstacle, 'name'>, kind: ChangeKind, amount: string): string {
  return kind === 'replace' ? `Replace the ${obstacle.name}` : `${VERBS[kind]} the ${obstacle.name}, ${amount}`;
}

/** The solids of a powertrain that have a lug which may come off. */
export function trimmable(solids: readonly Solid[]): (Solid & { mayTrim: NonNullable<Solid['mayTrim']> })[] {
  return solids.filter((s): s is Solid & { mayTrim: NonNullable<Solid['mayTrim']> } => s.mayTrim !== undefined);
}
