import { makeFinding, type Finding, type Subject } from '../model/index.ts';
import { attempt, InputError } from '../units/index.ts';
import { STAGE_NAMES, STAGES, type Results, type StageName } from './stages.ts';

/** Bad input found in a stage; those that need the stage can't be calculated for the same reason. */
class StageFault extends InputError {
  readonly stage: StageName;
  constructor(stage: StageName, cause: InputError) {
    super(cause.pointer, cause.message);
    this.stage = stage;
  }
}

/** The judgement of one subject: each stage calculated at its first asking, and remembered. */
export interface Judging {
  readonly subject: Subject;
  /** The result of a stage. @throws StageFault where bad input stops it, or one that it needs. */
  get<K extends StageName>(name: K): Results[K];
  /** The same, undefined where bad input stops it. */
  find<K extends StageName>(name: K): Results[K] | undefined;
  /** Stages that bad input stopped, of those asked for: each with the fault it goes back to. */
  faults(): { readonly stage: StageName; readonly fault: StageFault }[];
}

/**
 * The judgement of a subject. Results that are known to hold for it can be handed in: a mass, where only the final drive
 * was changed.
 */
export function judging(subject: Subject, given: Partial<Results> = {}): Judging {
  const results: { -readonly [K in StageName]?: Results[K] } = { ...given };
  const done = new Set(Object.keys(given));
  const faults = new Map<StageName, StageFault>();
  /** Calculates a stage that nobody asked for before. Returns the fault that stops it, if one does. */
  const settle = (name: StageName): StageFault | undefined => {
    if (done.has(name)) return faults.get(name);
    done.add(name);
    const fault = calculate(name);
    if (fault) faults.set(name, fault);
    return fault;
  };
  const calculate = <K extends StageName>(name: K): StageFault | undefined => {
    const { needs, uses, compute } = STAGES[name];
    for (const need of needs) {
      const fault = settle(need);
      if (fault) return fault;
    }
    for (const use of uses) settle(use);
    // Handed all that is known so far; its type shows it what it says that it needs.
    const tried = attempt(() => compute(subject, results as Results));
    if (!tried.ok) return new StageFault(name, tried.fault);
    results[name] = tried.value;
    return undefined;
  };
  return {
    subject,
    get(name) {
      const fault = settle(name);
      if (fault) throw fault;
      return results[name]!;
    },
    find(name) {
      settle(name);
      return results[name];
    },
    faults: () =>
      STAGE_NAMES.flatMap((stage) => {
        const fault = faults.get(stage);
        return fault ? [{ stage, fault }] : [];
      }),
  };
}

/** All stages that a stage rests on, whether it needs or only uses them. */
const upstream = new Map<StageName, readonly StageName[]>();
export function restsOn(stage: StageName): readonly StageName[] {
  const known = upstream.get(stage);
  if (known) return known;
  const { needs, uses } = STAGES[stage];
  const direct = [...needs, ...uses];
  const all = [...new Set([...direct, ...direct.flatMap((s) => restsOn(s))])];
  upstream.set(stage, all);
  return all;
}

/**
 * What a stage found, where whatever is unknown without saying why is unknown for what is missing before it: it says the same
 * fields then.
 */
export function withWhatIsMissing(stage: StageName, judged: Judging, findings: readonly Finding[]): readonly Finding[] {
  if (!findings.some((f) => f.state === 'unknown' && f.missing.length === 0)) return findings;
  const before = new Set<string>();
  for (const name of restsOn(stage)) {
    const result = judged.find(name);
    if (result && 'findings' in result)
      for (const f of result.findings) if (f.state === 'unknown') for (const pointer of f.missing) before.add(pointer);
  }
  for (const f of findings) if (f.state === 'unknown') for (const pointer of f.missing) before.add(pointer);
  if (before.size === 0) return findings;
  return findings.map((f) => (f.state === 'unknown' && f.missing.length === 0 ? { ...f, missing: [...before] } : f));
}

/** What bad input keeps from being said: unknown, with the field that stops it; the other stages stand. */
export function faultFindings(judged: Judging): Finding[] {
  return judged.faults().map(({ stage, fault }) => {
    const { step, title } = STAGES[stage];
    const own = fault.stage === stage;
    return makeFinding({
      id: `bad-input-${stage}`,
      state: 'unknown',
      step,
      title: own
        ? `${title}: an input of it cannot be used`
        : `${title} can’t be calculated without: ${STAGES[fault.stage].title}`,
      because: fault.message,
      about: [judged.subject.candidate.id],
      missing: [fault.pointer],
    });
  });
}
