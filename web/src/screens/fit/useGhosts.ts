import { resolveSubject, settingOf } from '@sable/core';
import { placedSolids } from '@sable/core/questions/fit';
import { baselineCandidate } from '@sable/core/questions/lineup';
import { useMemo } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import type { Ghost } from './ViewPane.tsx';

/** Another candidate, or the engine as found, as it stands in the same bay. */
export function useGhosts(of: string, notId: string): readonly Ghost[] {
  const { build, library } = useBuild();
  return useMemo(() => {
    if (of === 'none') return [];
    const other =
      of === 'found' ? baselineCandidate(build) : build.candidates.find((c) => c.id === of && c.id !== notId);
    const { subject } = other ? resolveSubject(settingOf(build), other, library) : { subject: undefined };
    return subject && other && !other.unplaced
      ? placedSolids(subject, other.placement).map(({ solid, convex }) => ({ id: solid.id, convex }))
      : [];
  }, [of, notId, build, library]);
}
