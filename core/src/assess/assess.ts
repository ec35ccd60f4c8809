import {
  addressed,
  indexOf,
  resolveSubject,
  settingOf,
  STATES,
  STEPS,
  worstState,
  type Brief,
  type Build,
  type Candidate,
  type Chassis,
  type Check,
  type Finding,
  type Library,
  type Setting,
  type State,
  type Step,
  type Subject,
  type Verdictable,
} from '../model/index.ts';
import { baselineCandidate } from '../questions/lineup/index.ts';
import { alreadySo } from './alreadySo.ts';
import {
  faultFindings,
  judging,
  unmoved,
  withWhatIsMissing,
  type Judging,
  type Results,
  type StageName,
} from '../pipeline/index.ts';

/** Stages with figures of their own. */
type Figured = { [K in StageName]: Results[K] extends { figures: unknown } ? K : never }[StageName];
/** The figures of each question; one is absent where bad input stops its stage. */
export type Figures = { readonly [K in Figured]?: Results[K]['figures'] };

/** Everything that Sable can say about one candidate. Figures are absent where engine or gearbox is not in the library. */
export interface Assessment extends Verdictable {
  readonly figures?: Figures;
}

/** Rows of the line-up, in the order in which a swap is thought through. */
const CHECK_ORDER = [
  'noise',
  'wheels',
  'wishes',
  'engine',
  'fit',
  'mounts',
  'brackets',
  'gearing',
  'road',
  'control',
  'acceleration',
  'strength',
  'driveline',
  'cooling',
  'mass',
  'ride',
  'brakes',
  'powerToWeight',
  'joints',
  'wiring',
  'money',
] as const satisfies readonly StageName[];

/** Findings of one state stand in this order: what is the cause of others before them. */
const FINDING_ORDER = [
  'survey',
  'layout',
  'noise',
  'wheels',
  'wishes',
  'plausible',
  'donor',
  'engine',
  'fit',
  'mass',
  'ride',
  'brakes',
  'gearing',
  'control',
  'strength',
  'driveline',
  'cooling',
  'mounts',
  'brackets',
  'road',
  'acceleration',
  'components',
  'joints',
  'wiring',
  'money',
] as const satisfies readonly StageName[];

const FIGURED: readonly Figured[] = [
  'donor',
  'engine',
  'noise',
  'fit',
  'mounts',
  'brackets',
  'mass',
  'ride',
  'brakes',
  'gearing',
  'road',
  'control',
  'acceleration',
  'strength',
  'driveline',
  'cooling',
  'components',
  'joints',
  'money',
];

/** Judges one candidate of a build from stored data alone. It changes nothing and proposes nothing. */
export function assess(build: Build, candidate: Candidate, library: Library): Assessment {
  return assessIn(settingOf(build), candidate, library);
}

/** The same from all that it rests on: equal settings, candidates and libraries are judged the same. */
export function assessIn(setting: Setting, candidate: Candidate, library: Library): Assessment {
  const { subject, findings: missing } = resolveSubject(setting, candidate, library);
  if (!subject) return verdictOf(candidate, [], missing);
  const alone = assessAlone(subject, missing, judgedAnew(setting, candidate, library, subject));
  const found = foundIn(setting, library);
  const told = found ? alreadySo(subject, alone, found) : alone;
  return told === alone ? alone : { ...verdictOf(candidate, told.checks, told.findings), figures: alone.figures! };
}

interface Last {
  readonly candidate: Candidate;
  readonly library: Library;
  readonly judged: Judging;
}
/** Each candidate as it was last judged in a setting: what a change can’t have moved is not calculated again. */
const lasts = new WeakMap<Setting, Map<string, Last>>();

function judgedAnew(setting: Setting, candidate: Candidate, library: Library, subject: Subject): Judging {
  const of = lasts.get(setting) ?? new Map<string, Last>();
  lasts.set(setting, of);
  const last = of.get(candidate.id);
  const stands = last?.library === library ? unmoved(last.judged, last.candidate, candidate) : undefined;
  const judged = judging(subject, stands);
  of.set(candidate.id, { candidate, library, judged });
  return judged;
}

interface Found {
  readonly brief: Brief;
  readonly engine: object | undefined;
  readonly gearbox: object | undefined;
  readonly judged: Assessment | undefined;
}
/** The car as it was found, judged once for a survey, a brief and the rows of what is in it: nothing else of the library decides it. */
const founds = new WeakMap<Chassis, Found>();

function foundIn(setting: Setting, library: Library): Assessment | undefined {
  const { chassis, brief } = setting;
  if (!chassis) return undefined;
  const index = indexOf(library);
  const engine = index.engines.get(chassis.originalEngineId ?? '');
  const gearbox = index.gearboxes.get(chassis.originalGearboxId ?? '');
  const known = founds.get(chassis);
  if (known?.brief === brief && known.engine === engine && known.gearbox === gearbox) return known.judged;
  const car = baselineCandidate(setting);
  const { subject, findings } = car ? resolveSubject(setting, car, library) : { subject: undefined, findings: [] };
  const judged = subject && assessAlone(subject, findings);
  founds.set(chassis, { brief, engine, gearbox, judged });
  return judged;
}

/** A candidate judged without the car as it was found beside it. */
function assessAlone(subject: Subject, missing: readonly Finding[], judged: Judging = judging(subject)): Assessment {
  const checks: Check[] = [];
  for (const name of CHECK_ORDER) {
    const result = judged.find(name);
    if (result && 'checks' in result) checks.push(...result.checks);
  }
  const findings = [...missing];
  const found: Finding[] = [];
  for (const name of FINDING_ORDER) {
    const result = judged.find(name);
    if (result && 'findings' in result) found.push(...withWhatIsMissing(name, judged, result.findings));
  }
  const figures: { [name: string]: unknown } = {};
  for (const name of FIGURED) figures[name] = judged.find(name)?.figures;
  findings.push(...faultFindings(judged), ...found);
  return { ...verdictOf(subject.candidate, addressed(subject, checks), findings), figures };
}

/** Findings worst first, in working order within a state; states of the candidate and of each step. */
export function verdictOf(
  candidate: Candidate,
  checks: Verdictable['checks'],
  findings: readonly Finding[],
): Verdictable {
  const byState = new Map<State, Finding[]>(STATES.map((s) => [s, []]));
  for (const f of findings) byState.get(f.state)!.push(f);
  const byStep = new Map<Step, State[]>();
  for (const { step, state } of [...findings, ...checks]) {
    const states = byStep.get(step);
    if (states) states.push(state);
    else byStep.set(step, [state]);
  }
  const steps: Partial<Record<Step, State>> = {};
  for (const step of STEPS) {
    const states = byStep.get(step);
    if (states) steps[step] = worstState(states);
  }
  return {
    candidateId: candidate.id,
    state: worstState(Object.values(steps)),
    steps,
    checks,
    findings: [...byState.values()].reverse().flat(),
  };
}
