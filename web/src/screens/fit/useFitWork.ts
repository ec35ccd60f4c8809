import type { Build, Candidate, Library } from '@sable/core';
import type { FitRecipeAnswer } from '@sable/core/solvers/recipe';
import type { FoundPlace, InstallationPath, Progress, Side } from '@sable/core/solvers/placement';
import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { fitWorker } from '../../workers/fitClient.ts';

type FitTask =
  | { readonly do: 'place' }
  | { readonly do: 'recipes'; readonly wantMm: number }
  | { readonly do: 'install'; readonly from: Side };

type FitResult =
  | { readonly do: 'place'; readonly answer: FoundPlace }
  | { readonly do: 'recipes'; readonly wantMm: number; readonly answer: FitRecipeAnswer }
  | { readonly do: 'install'; readonly answer: InstallationPath };

export interface FitWork {
  readonly running: FitTask['do'] | undefined;
  readonly progress: Progress | undefined;
  readonly result: FitResult | undefined;
  readonly problem: string | undefined;
  readonly start: (task: FitTask, build: Build, candidate: Candidate, cantDeg: number) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

/** Long work about the fit: one piece at a time, with progress, to be stopped at any moment. */
export function useFitWork(library: Library): FitWork {
  const [running, setRunning] = useState<FitTask['do']>();
  const [progress, setProgress] = useState<Progress>();
  const [result, setResult] = useState<FitResult>();
  const [problem, setProblem] = useState<string>();
  const turn = useRef(0);
  const stop = useCallback(() => {
    turn.current++;
    setRunning(undefined);
    setProgress(undefined);
    void fitWorker(library).stop();
  }, [library]);
  const clear = useCallback(() => {
    setResult(undefined);
    setProblem(undefined);
  }, []);
  const start = useCallback(
    (task: FitTask, build: Build, candidate: Candidate, cantDeg: number) => {
      const mine = ++turn.current;
      const worker = fitWorker(library);
      const question = { build, candidate, cantDeg };
      const tell = proxy((p: Progress) => {
        if (turn.current === mine) setProgress(p);
      });
      clear();
      setRunning(task.do);
      setProgress({ share: 0, bestMm: NaN });
      const ask = async (): Promise<FitResult> => {
        switch (task.do) {
          case 'place':
            return { do: 'place', answer: await worker.place(question, tell) };
          case 'recipes':
            return { do: 'recipes', wantMm: task.wantMm, answer: await worker.recipes(question, task.wantMm, tell) };
          case 'install':
            return { do: 'install', answer: await worker.install(question, task.from, tell) };
        }
      };
      ask()
        .then((r) => {
          if (turn.current === mine) setResult(r);
        })
        .catch((e: unknown) => {
          if (turn.current === mine) setProblem(e instanceof Error ? e.message : String(e));
        })
        .finally(() => {
          if (turn.current !== mine) return;
          setRunning(undefined);
          setProgress(undefined);
        });
    },
    [library, clear],
  );
  // Leaving the screen ends the work.
  useEffect(() => () => void (turn.current++ > 0 && fitWorker(library).stop()), [library]);
  return { running, progress, result, problem, start, stop, clear };
}
