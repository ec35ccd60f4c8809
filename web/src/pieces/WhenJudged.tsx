import type { ReactNode } from 'react';
import { useJudgement } from '../hooks/buildState.tsx';

/** What is said where a judgement would stand: that it is under way, or that it failed. */
export const notJudged = (fault: string | undefined): string => (fault === undefined ? 'Calculating…' : 'Not checked.');

/** A screen whose sentences are judgements: nothing is said until there is one. */
export function WhenJudged({ children }: { children: ReactNode }) {
  const { judgement, fault } = useJudgement();
  return judgement ? children : <p className="main muted">{notJudged(fault)}</p>;
}
