import type { SumProgress } from '@sable/core';
import { useCallback } from 'react';
import { useSum, type Question, type Summed } from '../../hooks/useSum.ts';

/** Long work about the fit: one piece at a time, with progress, to be stopped at any moment. */
export interface FitWork {
  readonly place: Summed<'candidate.place'>;
  readonly recipes: Summed<'candidate.recipes'>;
  readonly install: Summed<'candidate.installPath'>;
  /** What runs now, in words. */
  readonly running:
    | {
        readonly words: string;
        readonly progress: SumProgress | undefined;
        /** Least gap of the best place so far, mm. */
        readonly bestMm: number | undefined;
        readonly stop: () => void;
      }
    | undefined;
  readonly fault: string | undefined;
  /** Whether there is anything to put away. */
  readonly done: boolean;
  readonly find: (question: Question<'candidate.place'>) => void;
  readonly change: (question: Question<'candidate.recipes'>) => void;
  readonly bringIn: (question: Question<'candidate.installPath'>) => void;
  readonly clear: () => void;
}

export function useFitWork(): FitWork {
  const place = useSum('candidate.place');
  const recipes = useSum('candidate.recipes');
  const install = useSum('candidate.installPath');
  const clearPlace = place.clear;
  const clearRecipes = recipes.clear;
  const clearInstall = install.clear;
  const clear = useCallback(() => {
    clearPlace();
    clearRecipes();
    clearInstall();
  }, [clearPlace, clearRecipes, clearInstall]);
  const alone =
    <Q>(ask: (question: Q) => void) =>
    (question: Q) => {
      clear();
      ask(question);
    };
  const all = [place, recipes, install];
  const now = (
    [
      ['Trying positions', place],
      ['Testing modification sets, cheapest first', recipes],
      ['Testing installation paths', install],
    ] as const
  ).find(([, sum]) => sum.running);
  return {
    place,
    recipes,
    install,
    running: now && {
      words: now[0],
      progress: now[1].progress,
      bestMm: now[1] !== install && Number.isFinite(now[1].progress?.bestMm) ? now[1].progress?.bestMm : undefined,
      stop: now[1].stop,
    },
    fault: all.find((s) => s.fault !== undefined)?.fault,
    done: all.some((s) => s.answer !== undefined || s.fault !== undefined),
    find: alone(place.ask),
    change: alone(recipes.ask),
    bringIn: alone(install.ask),
    clear,
  };
}
