import type { Check, Finding, State, Step } from './finding.ts';

/** The judged part of an assessment, without the figures of each question: what the line-up needs. */
export interface Verdictable {
  readonly candidateId: string;
  readonly state: State;
  readonly steps: Readonly<Partial<Record<Step, State>>>;
  readonly checks: readonly Check[];
  readonly findings: readonly Finding[];
}
