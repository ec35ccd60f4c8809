import { settingOf, type Build, type Candidate, type Library, type Setting } from '../model/index.ts';
import { assessIn, type Assessment } from './assess.ts';
import { assessChosen } from './chosen.ts';

/** One candidate of a build: the chosen one from the rows that were kept with the choice, the others from today's. */
export function assessOf(
  setting: Setting,
  decision: Build['decision'],
  candidate: Candidate,
  library: Library,
  frozen: Library | undefined,
): Assessment {
  return frozen && candidate.id === decision.candidateId
    ? assessChosen(setting, candidate, library, frozen)
    : assessIn(setting, candidate, library);
}

/** The whole line-up. */
export function assessAll(build: Build, library: Library, frozen?: Library): Assessment[] {
  const setting = settingOf(build);
  return build.candidates.map((candidate) => assessOf(setting, build.decision, candidate, library, frozen));
}
