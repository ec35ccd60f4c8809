import type { Candidate } from './candidate.ts';
import type { Placement } from './placement.ts';
import type { Subject } from './subject.ts';

type Own = Pick<Subject, 'chassis' | 'engine' | 'gearbox' | 'candidate' | 'parts'>;

/** Whether the engine is the one that was in the car, or was made from it: bored out it hangs and mates as it did. */
export const keepsEngine = ({ chassis, engine }: Pick<Own, 'chassis' | 'engine'>): boolean =>
  chassis?.originalEngineId !== undefined &&
  (engine.id === chassis.originalEngineId || engine.madeFrom === chassis.originalEngineId);

/** Whether the gearbox is the one that was in the car. */
export const keepsGearbox = ({ chassis, gearbox }: Pick<Own, 'chassis' | 'gearbox'>): boolean =>
  gearbox.id === chassis?.originalGearboxId;

/** Whether the engine is dressed as its stock one: nothing of it was chosen otherwise. */
export const dressedAsFound = ({ engine, candidate }: Pick<Own, 'engine' | 'candidate'>): boolean =>
  engine.slots.every(({ slot, options }) => {
    const chosen = candidate.dressing[slot];
    return chosen === undefined || chosen === (options.find((o) => o.stock) ?? options[0])?.id;
  });

/** Whether the car's own engine stays where it is with nothing of it changed, whatever gearbox is behind it. */
export function engineStaysPut(own: Own): boolean {
  const { chassis, candidate, parts } = own;
  if (!chassis || !keepsEngine(own) || !dressedAsFound(own)) return false;
  if (parts.some((p) => p.shifts) || (candidate.scanned?.length ?? 0) > 0) return false;
  const { engineAt } = chassis;
  const { placement } = candidate;
  return (
    engineAt === undefined ||
    (Object.keys(engineAt) as (keyof typeof engineAt)[]).every((key) => engineAt[key] === placement[key])
  );
}

/**
 * Whether the car's own engine and gearbox stay where they are, with nothing between them and nothing of them changed: then
 * they are known to fit and to mate, for the car was found so.
 */
export const staysPut = (own: Own): boolean => keepsGearbox(own) && engineStaysPut(own);

/** The candidate with its engine put somewhere: from then on it is placed. */
export function placedAt(candidate: Candidate, placement: Placement): Candidate {
  const { unplaced: _unplaced, ...rest } = candidate;
  return { ...rest, placement };
}
