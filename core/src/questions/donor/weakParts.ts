import {
  keepsEngine,
  keepsGearbox,
  makeFinding,
  type Finding,
  type Subject,
  type WeakPart,
  hourPrice,
} from '../../model/index.ts';
import { pert, say, scatterOf, type Evidence } from '../../units/index.ts';

/** Spread of the distance at which such parts fail, as a share, where nobody has entered one: some go at half, some at twice. */
const SPREAD = 0.3;

/** The logistic that stands close to a normal of the same scatter. */
const above = (z: number): number => 1 / (1 + Math.exp(-1.702 * z));

/**
 * Chance that a part fails within a distance from here, given that it has not failed yet: failures spread about the known distance.
 * Distances in km. 0 to 1.
 */
export function chanceWithin(weak: WeakPart, km: number, distanceKm: number): number {
  const s = Math.max(scatterOf(weak.failsAtKm), SPREAD * weak.failsAtKm.value);
  const gone = above((km - weak.failsAtKm.value) / s);
  const then = above((km + distanceKm - weak.failsAtKm.value) / s);
  return gone >= 1 ? 1 : (then - gone) / (1 - gone);
}

interface Ran {
  readonly km: number;
  readonly evidence: Evidence;
}

/** How far it has run: as it was read, else as the seller says. */
function ranOf({ candidate }: Subject): Ran | undefined {
  const read = candidate.inspection?.travelledKm;
  if (read !== undefined) return { km: read, evidence: 'measured' };
  const told = candidate.bought?.listing.travelledKm;
  return told && { km: told.value, evidence: told.evidence };
}

/** Known weak parts of what comes into the car, each against the distance that it must last, with what puts it right. */
export function weakPartFindings(subject: Subject): Finding[] {
  const { engine, gearbox, candidate, parts, brief, currency } = subject;
  const cured = new Set(candidate.cures ?? []);
  const rebuilt = (id: string) => parts.some((p) => p.rebuilds?.of === id);
  const things = [...(keepsEngine(subject) ? [] : [engine]), ...(keepsGearbox(subject) ? [] : [gearbox])].filter(
    (thing) => !rebuilt(thing.id),
  );
  const ran = ranOf(subject);
  const lastKm = brief.distanceKm;
  const rate = hourPrice(brief);
  const km = (v: number) => say(v, 'travelledKm');
  const money = (v: number) => say(v, 'money', { currency });
  return things.flatMap((thing) =>
    (thing.weakParts ?? []).map((weak) => {
      const base = { id: `weak-${thing.id}-${weak.id}`, step: 'donors' as const, about: [thing.id] };
      if (cured.has(weak.id))
        return makeFinding({
          ...base,
          state: 'clear',
          title: `${thing.shortName}: ${weak.name} is repaired`,
          because: `It is known to fail at about ${km(weak.failsAtKm.value)}; the labour is on the bill.`,
        });
      const cure = { price: pert(weak.price).mean, hours: pert(weak.hours).mean };
      const cost = cure.price + cure.hours * rate + (weak.takesWithIt ?? 0);
      const remedies = [
        {
          title: `Repair: ${weak.name}`,
          cost: weak.price.likely,
          hours: weak.hours.likely,
          accept: { kind: 'cure' as const, weakId: weak.id },
        },
      ];
      if (!ran)
        return makeFinding({
          ...base,
          state: 'unknown',
          title: `${thing.shortName}: ${weak.name} fails at about ${km(weak.failsAtKm.value)}, mileage unknown`,
          because: 'Enter its mileage, or repair it while it is out.',
          missing: [`/candidates/${candidate.id}/inspection/travelledKm`],
          remedies,
        });
      if (lastKm === undefined)
        return makeFinding({
          ...base,
          state: 'unknown',
          title: `${thing.shortName}: ${weak.name} fails at about ${km(weak.failsAtKm.value)}, design life missing`,
          because: `It has run ${km(ran.km)} (${ran.evidence}). Enter the design life in the brief, or repair it while it is out.`,
          missing: ['/brief/distanceKm'],
          remedies,
        });
      const chance = chanceWithin(weak, ran.km, lastKm);
      const expected = chance * cost;
      return makeFinding({
        ...base,
        state: chance > 0.25 ? 'tight' : 'clear',
        title: `${thing.shortName}: ${weak.name}, ${say(100 * chance, 'percent', { digits: 0 })} likely to fail within ${km(lastKm)}`,
        because: `It has run ${km(ran.km)} (${ran.evidence}); half have failed at ${km(weak.failsAtKm.value)}. Expected cost ${money(expected)}; repair now ${money(cure.price)}.`,
        figure: expected,
        quantity: 'money',
        evidence: ran.evidence,
        remedies: chance > 0.25 ? remedies : [],
      });
    }),
  );
}
