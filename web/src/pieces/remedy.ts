import type { Candidate, Remedy } from '@sable/core';

/** The candidate with a remedy accepted into it. */
export function withRemedy(candidate: Candidate, remedy: Remedy): Candidate {
  const { accept } = remedy;
  if (!accept) return candidate;
  if ('partId' in accept) return { ...candidate, partIds: [...candidate.partIds, accept.partId] };
  if ('removePartId' in accept)
    return { ...candidate, partIds: candidate.partIds.filter((id) => id !== accept.removePartId) };
  return { ...candidate, dressing: { ...candidate.dressing, [accept.slot]: accept.optionId } };
}
