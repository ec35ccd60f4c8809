import { accept, type Candidate, type Remedy } from '@sable/core';

/** The candidate with a remedy accepted into it. */
export function withRemedy(candidate: Candidate, remedy: Remedy): Candidate {
  return remedy.accept ? accept(candidate, remedy.accept) : candidate;
}
