import {
  asFound,
  assess,
  assessAll,
  lineup,
  type Assessment,
  type Build,
  type Library,
  type LineupVerdict,
} from '@sable/core';
import { expose } from 'comlink';

/** A whole build judged: every candidate, the line-up, and the car as it was found for comparison. */
export interface Judgement {
  readonly assessments: readonly Assessment[];
  readonly verdict: LineupVerdict;
  readonly found: Assessment | undefined;
}

let library: Library = { engines: [], gearboxes: [], parts: [] };

const sums = {
  setLibrary(next: Library): void {
    library = next;
  },
  judge(build: Build): Judgement {
    const assessments = assessAll(build, library);
    const car = asFound(build);
    return {
      assessments,
      verdict: lineup(build, assessments),
      found: car && assess({ ...build, candidates: [car] }, car, library),
    };
  },
};

export type Sums = typeof sums;
expose(sums);
