import { resolveSubject, type Build, type Candidate, type Library, type Subject } from '@sable/core';
import {
  problemFor,
  rangeAround,
  searchFitRecipes,
  searchInstall,
  searchPlacement,
  type FitRecipeAnswer,
  type FoundPlace,
  type InstallPath,
  type Progress,
  type Side,
} from '@sable/core/placement';
import { expose } from 'comlink';

export interface FitQuestion {
  readonly build: Build;
  readonly candidate: Candidate;
  /** How far the engine may be leant over from where it is, degrees. */
  readonly cantDeg: number;
}

/** Thrown on, so that the asker knows that it was its own wish. */
const STOPPED = 'stopped';
/** How long the worker computes before it listens again, ms. */
const SLICE_MS = 40;

let library: Library = { engines: [], gearboxes: [], parts: [] };
let stopped = false;

type Tell = (progress: Progress) => void;

/** Drives a search in slices, so that the worker can be told to stop between them. */
async function driven<T>(run: Generator<Progress, T>, tell: Tell): Promise<T> {
  stopped = false;
  let until = performance.now() + SLICE_MS;
  for (;;) {
    const next = run.next();
    if (next.done) return next.value;
    if (performance.now() < until) continue;
    tell(next.value);
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (stopped) throw new Error(STOPPED);
    until = performance.now() + SLICE_MS;
  }
}

function subjectOf({ build, candidate }: FitQuestion): Subject {
  const { subject } = resolveSubject(build, candidate, library);
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
    return driven(searchPlacement(problem, { starts: [question.candidate.placement] }), tell);
  },
  recipes(question: FitQuestion, wantMm: number, tell: Tell): Promise<FitRecipeAnswer> {
    const range = rangeAround(question.candidate.placement, question.cantDeg);
    return driven(searchFitRecipes(subjectOf(question), range, { wantMm }), tell);
  },
  install(question: FitQuestion, from: Side, tell: Tell): Promise<InstallPath> {
    return driven(searchInstall(subjectOf(question), from), tell);
  },
  stop(): void {
    stopped = true;
  },
};

export type FitSums = typeof fit;
expose(fit);
