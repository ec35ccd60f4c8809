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

/** A result, or the fault that stops it. */
interface Outcome<K extends StageName> {
  readonly result?: Results[K];
  readonly fault?: StageFault;
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
  const known = new Map<StageName, Outcome<StageName>>();
  const look = <K extends StageName>(name: K): Outcome<K> => {
    const before = known.get(name);
    // What stands at a name is of that name: the map can't say so.
    if (before) return before as unknown as Outcome<K>;
    const handed = given[name];
    const found: Outcome<K> = handed === undefined ? calculate(name) : { result: handed };
    known.set(name, found);
    return found;
  };
  const calculate = <K extends StageName>(name: K): Outcome<K> => {
    const { needs, uses, compute } = STAGES[name];
    const from: Partial<Record<StageName, unknown>> = {};
    for (const need of needs) {
      const { result, fault } = look(need);
      if (fault) return { fault };
      from[need] = result;
    }
    for (const use of uses) from[use] = look(use).result;
    const tried = attempt(() => compute(subject, from as unknown as Results));
    return tried.ok ? { result: tried.value } : { fault: new StageFault(name, tried.fault) };
  };
  return {
    subject,
    get(name) {
      const { result, fault } = look(name);
      if (fault) throw fault;
      return result!;
    },
    find: (name) => look(name).result,
    faults: () =>
      STAGE_NAMES.flatMap((stage) => {
        const fault = known.get(stage)?.fault;
        return fault ? [{ stage, fault }] : [];
      }),
  };
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
        ? `${title}: a figure it rests on can’t be used`
        : `${title} can’t be calculated without: ${STAGES[fault.stage].title}`,
      because: fault.message,
      about: [judged.subject.candidate.id],
      missing: [fault.pointer],
    });
  });
}
