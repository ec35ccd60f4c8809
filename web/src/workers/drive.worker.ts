import type { Build, Candidate, Library } from '@sable/core';
import { combosOf, sweepCombos, type ComboFigures, type SweepProgress } from '@sable/core/solvers/ratioSweep';
import { compareBoxes, runOf, type BoxFigures, type RunAnswer } from '@sable/core/assess';
import type { RunChoices } from '@sable/core/questions/acceleration';
import { expose } from 'comlink';
import { Driver } from './driven.ts';

let library: Library = { engines: [], gearboxes: [], parts: [] };
const driver = new Driver();

const drive = {
  setLibrary(next: Library): void {
    library = next;
  },
  /** One run for each candidate, in their order; what can't be run is told in words. */
  runs(build: Build, candidates: readonly Candidate[], choices: RunChoices): (RunAnswer | string | undefined)[] {
    return candidates.map((c) => {
      try {
        return runOf(build, c, library, choices);
      } catch (e) {
        return e instanceof Error ? e.message : String(e);
      }
    });
  },
  sweep(
    build: Build,
    candidate: Candidate,
    scope: 'this box' | 'every box',
    tell: (progress: SweepProgress) => void,
  ): Promise<ComboFigures[]> {
    const combos = build.chassis ? combosOf(build.chassis, library, candidate, scope) : [];
    return driver.run(sweepCombos(build, candidate, library, combos), tell);
  },
  boxes(build: Build, candidate: Candidate, powersKw: readonly number[]): BoxFigures[] {
    return compareBoxes(build, candidate, library, powersKw);
  },
  stop(): void {
    driver.stop();
  },
};

export type DriveSums = typeof drive;
expose(drive);
