import type { Candidate } from '@sable/core';
import { hourPrice } from '@sable/core/model';
import { bestOfEachWay, compareWays, type Way } from '@sable/core/questions/donor';
import { useMemo } from 'react';
import { useBuild } from './buildState.tsx';
import { useOffersOf } from './useYard.ts';

/** The cheapest sound offer of each way to buy what a candidate is made of, complete; nothing where its engine stays. */
export function useWays(candidate: Candidate | undefined): readonly Way[] {
  const { build, library } = useBuild();
  const offers = useOffersOf(candidate?.engineId).data?.listings;
  return useMemo(() => {
    const engine = library.engines.find((e) => e.id === candidate?.engineId);
    const gearbox = library.gearboxes.find((g) => g.id === candidate?.gearboxId);
    if (!candidate || !engine || !gearbox || engine.id === build.chassis?.originalEngineId) return [];
    const parts = library.parts.filter((p) => candidate.partIds.includes(p.id));
    const sound = (offers ?? []).filter(
      // What is gone can’t be bought, and what is asked in other money can’t be added up.
      (l) => l.condition !== 'for parts' && !l.gone && l.currency === build.currency,
    );
    return bestOfEachWay(
      compareWays(
        sound,
        { engine, gearbox, parts, library },
        hourPrice(build.brief),
        gearbox.id === build.chassis?.originalGearboxId,
      ),
    );
  }, [library, candidate, offers, build]);
}
