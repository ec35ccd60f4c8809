import type { Build, Candidate, Library, Listing, Part } from '@sable/core';
import { MOST_CANDIDATES, newCandidate } from '../../pieces/newCandidate.ts';

/** Parts that have nothing to do with which gearbox stands behind the engine. */
const GEARBOX_FREE: readonly Part['class'][] = [
  'mount kit',
  'sump',
  'manifold',
  'silencer',
  'trigger kit',
  'computer',
  'harness adapter',
  'signal box',
  'sensor',
  'gauge',
  'radiator',
  'fan',
  'oil cooler',
  'charge cooler',
  'hose',
  'pump',
  'brakes',
  'wheels',
  'refresh kit',
];

/** The candidate that is built most like what is on offer: the same engine and gearbox, else the same engine. */
function likest(build: Build, listing: Listing, gearboxId: string): Candidate | undefined {
  const same = build.candidates.filter((c) => c.engineId === listing.engineId);
  return same.find((c) => c.gearboxId === gearboxId) ?? same[0];
}

/** The candidate that an offer is reckoned for: the current one where it has that engine, else the first that has. */
export function reckonedFor(build: Build, listing: Listing, current: Candidate | undefined): Candidate | undefined {
  return current && current.engineId === listing.engineId
    ? current
    : build.candidates.find((c) => c.engineId === listing.engineId);
}

/** Gearboxes to offer for it: its own where it brings one, that of the likest candidate, the car's. */
export function gearboxesFor(build: Build, library: Library, listing: Listing): string[] {
  const own = listing.kind !== 'engine' && !listing.missing.includes('gearbox') ? listing.gearboxId : undefined;
  const likest = build.candidates.filter((c) => c.engineId === listing.engineId).map((c) => c.gearboxId);
  const ids = [own, ...likest, build.chassis?.originalGearboxId, library.gearboxes[0]?.id];
  return [...new Set(ids.filter((id): id is string => id !== undefined))];
}

/**
 * A candidate from an offer, built like the one in the line-up that has the same engine: its dressing, place and parts
 * are taken over, those that belong to another gearbox left out. Undefined where the library lacks the engine, the
 * line-up is full, or nobody has said on which axle and tyres.
 */
export function candidateFrom(
  build: Build,
  library: Library,
  listing: Listing,
  gearboxId: string,
  besides: readonly Listing[],
): Candidate | undefined {
  const engine = library.engines.find((e) => e.id === listing.engineId);
  if (!engine || build.candidates.length >= MOST_CANDIDATES) return undefined;
  const model = likest(build, listing, gearboxId);
  // Axle and tyres of the one most like it, else the car's own; nobody's are made up.
  const finalDrive =
    (model ?? build.candidates[0])?.finalDrive ?? build.chassis?.axleRatios.find((r) => r.fitted)?.ratio;
  const tyreCode = (model ?? build.candidates[0])?.tyreCode ?? build.chassis?.tyres.find((t) => t.fitted)?.code;
  if (finalDrive === undefined || tyreCode === undefined) return undefined;
  const fresh = newCandidate(build, library, { engineId: engine.id, gearboxId, finalDrive, tyreCode });
  const parts = new Map(library.parts.map((p) => [p.id, p]));
  const kept = (model?.partIds ?? []).filter(
    (id) => model?.gearboxId === gearboxId || GEARBOX_FREE.includes(parts.get(id)?.class ?? 'adapter plate'),
  );
  const bought = { listing, besides: [...besides] };
  return {
    ...fresh,
    ...(model
      ? {
          dressing: model.dressing,
          placement: model.placement,
          ...(model.unplaced ? { unplaced: true as const } : {}),
          mountSchool: model.mountSchool,
          ...(model.gearboxPlacement && model.gearboxId === gearboxId
            ? { gearboxPlacement: model.gearboxPlacement }
            : {}),
          ...(model.intakeAir ? { intakeAir: model.intakeAir } : {}),
          ...(model.mounts ? { mounts: model.mounts } : {}),
          ...(model.springs ? { springs: model.springs } : {}),
          ...(model.obstacleChanges ? { obstacleChanges: model.obstacleChanges } : {}),
          ...(model.shields ? { shields: model.shields } : {}),
          ...(model.trims ? { trims: model.trims } : {}),
          ...(model.routes ? { routes: model.routes } : {}),
          // Plugs are those of the engine: another one is wired anew.
          ...(model.wiring && model.engineId === engine.id ? { wiring: model.wiring } : {}),
        }
      : {}),
    name: listing.title.slice(0, 120),
    partIds: kept,
    bought,
  };
}
