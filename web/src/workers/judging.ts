import {
  asksBench,
  baselineCandidate,
  assess,
  assessOf,
  lineup,
  settingOf,
  type Assessment,
  type Build,
  type Candidate,
  type Library,
  type LineupVerdict,
  type Setting,
} from '@sable/core';

/** What judging a build brought: only the assessments that are new, for the rest stand as they were. */
export interface Judged {
  readonly renewed: readonly Assessment[];
  readonly verdict: LineupVerdict;
  /** The car as it was found; absent where it stands as it was, null where there is none. */
  readonly found?: Assessment | null;
}

let library: Library = { engines: [], gearboxes: [], parts: [] };
let shared = '';
/** The setting that everything stands by: what is remembered of its very objects, such as the car as found, holds while it is the same. */
let standing: Setting | undefined;
let kept = new Map<string, { key: string; assessment: Assessment }>();
let warm = false;

/** Runs the sums a few times while nobody waits: the first changes are then judged by compiled code. */
function warmUp(build: Build): void {
  if (warm) return;
  warm = true;
  const rounds = [...build.candidates, ...build.candidates, ...build.candidates];
  const next = (): void => {
    const candidate = rounds.pop();
    if (!candidate) return;
    assess(build, candidate, library);
    setTimeout(next, 30);
  };
  setTimeout(next, 400);
}

/** Takes in the library that everything is judged by from now on. */
export function setLibrary(next: Library): void {
  library = next;
  shared = '';
}

let bench: Promise<unknown> | undefined;

/**
 * Once a sum of the bench is landed somewhere it is loaded, before anything more is judged; who asked first is answered first
 * all the same.
 */
async function benchFor(candidates: readonly Candidate[]): Promise<void> {
  if (asksBench(candidates.flatMap((c) => (c.workings ?? []).map((w) => w.sum)))) bench ??= import('./bench.ts');
  await bench;
}

/** Judges a build; a candidate that nothing changed for is not judged again. After a fault everything is told anew. */
export async function judge(build: Build, frozen: Library | undefined): Promise<Judged> {
  await benchFor(build.candidates);
  try {
    return judged(build, frozen);
  } catch (error) {
    shared = '';
    throw error;
  }
}

/** A candidate that is not in the build, judged as if it were; what is known of the build stays. */
export async function preview(build: Build, candidate: Candidate): Promise<Assessment> {
  await benchFor([candidate]);
  return assess({ ...build, candidates: [...build.candidates, candidate] }, candidate, library);
}

/** Another page of this tab asks: it holds no judgement yet, so everything is told anew. */
export function forget(): void {
  shared = '';
}

function judged(build: Build, frozen: Library | undefined): Judged {
  const { candidates } = build;
  const asked = settingOf(build);
  const now = JSON.stringify(asked);
  const stands = now === shared;
  const setting = stands && standing ? standing : asked;
  standing = setting;
  if (!stands) kept = new Map();
  shared = now;
  const renewed: Assessment[] = [];
  const judgedOf = (candidate: Candidate): Assessment => {
    // What a choice keeps counts for the chosen one alone.
    const chosen = candidate.id === build.decision.candidateId ? frozen : undefined;
    const key = JSON.stringify([candidate, chosen]);
    const known = kept.get(candidate.id);
    if (known?.key === key) return known.assessment;
    const assessment = assessOf(setting, build.decision, candidate, library, frozen);
    kept.set(candidate.id, { key, assessment });
    renewed.push(assessment);
    return assessment;
  };
  const verdict = lineup(build, candidates.map(judgedOf));
  warmUp(build);
  if (stands) return { renewed, verdict };
  const car = baselineCandidate(build);
  return { renewed, verdict, found: car ? assess({ ...build, candidates: [car] }, car, library) : null };
}
