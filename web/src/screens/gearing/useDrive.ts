import type { Build, Candidate, Library } from '@sable/core';
import type { BoxFigures, RunAnswer } from '@sable/core/assess';
import type { ComboFigures, SweepProgress } from '@sable/core/solvers/ratioSweep';
import type { RunChoices } from '@sable/core/questions/acceleration';
import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { driveWorker } from '../../workers/driveClient.ts';

/** Runs of some candidates, worked out anew when what they rest on changes; the last ones stay until then. */
export function useRuns(
  build: Build,
  library: Library,
  candidates: readonly Candidate[],
  choices: RunChoices,
): readonly (RunAnswer | string | undefined)[] | undefined {
  const [runs, setRuns] = useState<readonly (RunAnswer | string | undefined)[]>();
  useEffect(() => {
    let stale = false;
    void driveWorker(library)
      .runs(build, candidates, choices)
      .then((answer) => {
        if (!stale) setRuns(answer);
      });
    return () => {
      stale = true;
    };
  }, [build, library, candidates, choices]);
  return runs;
}

/** Every box of the layout compared. */
export function useBoxes(
  build: Build,
  library: Library,
  candidate: Candidate,
  powersKw: readonly number[],
): readonly BoxFigures[] | undefined {
  const [boxes, setBoxes] = useState<readonly BoxFigures[]>();
  useEffect(() => {
    let stale = false;
    void driveWorker(library)
      .boxes(build, candidate, powersKw)
      .then((answer) => {
        if (!stale) setBoxes(answer);
      });
    return () => {
      stale = true;
    };
  }, [build, library, candidate, powersKw]);
  return boxes;
}

export interface Sweep {
  readonly progress: SweepProgress | undefined;
  readonly found: readonly ComboFigures[] | undefined;
  readonly problem: string | undefined;
  readonly start: (scope: 'this box' | 'every box') => void;
  readonly stop: () => void;
}

/** A sweep of gearings with progress, to be stopped at any moment; what was found stays until another one is done. */
export function useSweep(build: Build, library: Library, candidate: Candidate): Sweep {
  const [progress, setProgress] = useState<SweepProgress>();
  const [found, setFound] = useState<readonly ComboFigures[]>();
  const [problem, setProblem] = useState<string>();
  const turn = useRef(0);
  const stop = useCallback(() => {
    turn.current++;
    setProgress(undefined);
    void driveWorker(library).stop();
  }, [library]);
  const start = useCallback(
    (scope: 'this box' | 'every box') => {
      const mine = ++turn.current;
      setProblem(undefined);
      setProgress({ share: 0, done: 0, of: 0 });
      driveWorker(library)
        .sweep(
          build,
          candidate,
          scope,
          proxy((p: SweepProgress) => {
            if (turn.current === mine) setProgress(p);
          }),
        )
        .then((list) => {
          if (turn.current === mine) setFound(list);
        })
        .catch((e: unknown) => {
          if (turn.current === mine) setProblem(e instanceof Error ? e.message : String(e));
        })
        .finally(() => {
          if (turn.current !== mine) return;
          // A last word of progress may arrive after the answer: nobody listens to it any more.
          turn.current++;
          setProgress(undefined);
        });
    },
    [build, candidate, library],
  );
  useEffect(() => () => void (turn.current++ > 0 && driveWorker(library).stop()), [library]);
  return { progress, found, problem, start, stop };
}
