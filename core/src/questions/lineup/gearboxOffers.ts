import type { Engine, Gearbox, Library } from '../../model/index.ts';

/** A gearbox on offer for an engine, and what speaks for it. */
export interface GearboxOffer {
  readonly gearbox: Gearbox;
  /** In words, behind its name. */
  readonly why: 'came with it' | 'bolts to it' | undefined;
}

const ORDER = ['came with it', 'bolts to it', undefined] as const;

/** The pattern of a face for the bellhousing; undefined where nobody has entered it. */
const bellOf = ({ ports }: Pick<Engine | Gearbox, 'ports'>): unknown =>
  (ports.find((p) => p.kind === 'bell')?.spec as { pattern?: unknown } | undefined)?.pattern;

/**
 * Gearboxes for an engine, the sensible ones first: what was weighed with it came as a set, then what bolts to its block, then all
 * others in the order of the library. Retired ones are not offered.
 */
export function gearboxOffers(
  library: Pick<Library, 'engines' | 'gearboxes'>,
  engineId: string | undefined,
): GearboxOffer[] {
  const engine = library.engines.find((e) => e.id === engineId);
  const together = new Set(engine?.massRecords.flatMap((r) => r.withGearboxId ?? []));
  const bell = engine && bellOf(engine);
  return library.gearboxes
    .filter((g) => !g.retired)
    .map((gearbox): GearboxOffer => {
      const bolts = bell !== undefined && bellOf(gearbox) === bell;
      return { gearbox, why: together.has(gearbox.id) ? 'came with it' : bolts ? 'bolts to it' : undefined };
    })
    .map((offer, i) => ({ offer, i }))
    .sort((a, b) => ORDER.indexOf(a.offer.why) - ORDER.indexOf(b.offer.why) || a.i - b.i)
    .map(({ offer }) => offer);
}
