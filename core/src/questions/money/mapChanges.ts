import type { Part, Slot, Subject } from '../../model/index.ts';
import { boughtBySums } from '../engine/index.ts';

/** Classes of part after which an engine is fed or fires otherwise than its map says. */
const FORCES_MAP: ReadonlySet<Part['class']> = new Set(['injectors', 'trigger kit', 'computer']);
/** Slots through which an engine breathes. */
const BREATHES: ReadonlySet<Slot> = new Set(['intake', 'exhaust', 'blower or turbo', 'throttle side']);
/** A share of its power within which a dressing changes nothing. */
const SAME = 0.005;
const RAISES_FLOW = new Set(['fuel', 'air']);

/** What of a candidate changes what the engine breathes or is fed, in words. */
export function mapChanges(subject: Subject): string[] {
  const { engine, candidate, parts } = subject;
  const dressed = engine.slots.flatMap(({ slot, options }) => {
    const option = options.find((o) => o.id === candidate.dressing[slot]);
    // What nobody has held against the engine as it left the works changes it, until it is shown that it does not.
    const same = option?.powerFactor !== undefined && Math.abs(option.powerFactor.value - 1) <= SAME;
    return option && !option.stock && BREATHES.has(slot) && !same ? [option.name] : [];
  });
  return [
    ...parts
      .filter((p) => FORCES_MAP.has(p.class) || (p.raises !== undefined && RAISES_FLOW.has(p.raises.link)))
      .map((p) => p.name),
    ...dressed,
    ...boughtBySums(subject)
      .filter((b) => b.sum === 'injectors' || b.sum === 'throttle')
      .map((b) => b.name),
  ];
}
