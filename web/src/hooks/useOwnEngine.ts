import type { Candidate, Engine, Part } from '@sable/core';
import { boredOut, machineWork, rebuildKit, type RebuildWork } from '@sable/core/questions/donor';
import { useQueryClient } from '@tanstack/react-query';
import { api } from './api.ts';
import { KEYS } from './queryKeys.ts';

/**
 * Makes of a candidate with the car's own engine one in which that is rebuilt or bored out: the engine as it will be and its kit go into the
 * library, the machine work on the bill. @throws ApiProblem where the library refuses one
 */
export function useOwnEngine(): (
  candidate: Candidate,
  engine: Engine,
  work: RebuildWork & { readonly way: string },
) => Promise<Candidate> {
  const client = useQueryClient();
  return async (candidate, engine, { way, ...work }) => {
    if (way === 'unchanged') return candidate;
    const bored = way === 'bored out' && work.boreMm !== undefined ? boredOut(engine, work.boreMm) : undefined;
    const done = { ...work, boreMm: bored ? work.boreMm : undefined };
    let built = engine;
    if (bored) {
      built = { ...bored, id: (await api.freeId('engines', bored.name)).id };
      await api.putRow('engines', built, 0);
    }
    const fresh = rebuildKit(built, done);
    const kit: Part = { ...fresh, id: (await api.freeId('parts', fresh.name)).id };
    await api.putRow('parts', kit, 0);
    await Promise.all([
      client.invalidateQueries({ queryKey: KEYS.library }),
      client.invalidateQueries({ queryKey: KEYS.librarySteps }),
    ]);
    return {
      ...candidate,
      engineId: built.id,
      name: `${engine.name}, ${way}`.slice(0, 120),
      partIds: [...candidate.partIds, kit.id],
      bill: { ...candidate.bill, own: [...(candidate.bill?.own ?? []), machineWork(built, done)] },
    };
  };
}
