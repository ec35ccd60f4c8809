import { resolveSubject, settingOf, type Build, type Candidate, type Library, type Subject } from '@sable/core';
import {
  problemFor,
  rangeAround,
  searchInstall,
  searchPlacement,
  type FoundPlace,
  type InstallationPath,
  type Progress,
  type Side,
} from '@sable/core/solvers/placement';
import { searchFitRecipes, type FitRecipeAnswer } from '@sable/core/solvers/recipe';
import { expose } from 'comlink';
import { Driver } from './driven.ts';

interface FitQuestion {
  readonly build: Build;
  readonly candidate: Candidate;
  /** How far the engine may be leant over from where it is, degrees. */
  readonly cantDeg: number;
}

let library: Library = { engines: [], gearboxes: [], parts: [] };
const driver = new Driver();

type Tell = (progress: Progress) => void;

function subjectOf({ build, candidate }: FitQuestion): Subject {
  const { subject } = resolveSubject(settingOf(build), candidate, library);
  if (!subject) throw new Error('The engine or gearbox of this candidate is not in the library.');
  return subject;
}

const fit = {
  setLibrary(next: Library): void {
    library = next;
  },
  place(question: FitQuestion, tell: Tell): Promise<FoundPlace> {
    const range = rangeAround(question.candidate.placement, question.cantDeg);
    const problem = problemFor(subjectOf(question), range);
    return driver.run(searchPlacement(problem, { starts: [question.candidate.placement] }), tell);
  },
  recipes(question: FitQuestion, wantMm: number, tell: Tell): Promise<FitRecipeAnswer> {
    const range = rangeAround(question.candidate.placement, question.cantDeg);
    return driver.run(searchFitRecipes(subjectOf(question), range, { wantMm }), tell);
  },
  install(question: FitQuestion, from: Side, tell: Tell): Promise<InstallationPath> {
    return driver.run(searchInstall(subjectOf(question), from), tell);
  },
  stop(): void {
    driver.stop();
  },
};

export type FitSums = typeof fit;
expose(fit);
