import { capital, type Derived, type Quantity } from '../units/index.ts';
import {
  checkState,
  type Check,
  type CheckId,
  type Finding,
  type LimitKind,
  type State,
  type Step,
} from './finding.ts';

export interface CheckSpec {
  readonly id: CheckId;
  readonly step: Step;
  readonly group: string;
  readonly title: string;
  readonly quantity: Quantity;
  readonly figure: Derived | undefined;
  readonly limitKind: LimitKind;
  readonly limit?: number | undefined;
  readonly upperLimit?: number | undefined;
  readonly span?: number | undefined;
  readonly because: string;
  readonly signed?: boolean;
  readonly digits?: number;
  readonly state?: State;
}

/** A row of the line-up from a figure and its limit; the state is judged here and nowhere else. */
export function makeCheck(spec: CheckSpec): Check {
  const { figure } = spec;
  const known = figure !== undefined && Number.isFinite(figure.value);
  const state =
    spec.state ??
    checkState(known ? figure.value : undefined, figure?.plusMinus ?? 0, spec.limitKind, spec.limit, spec.upperLimit);
  // Assigned one by one: spreads of what may be absent take several times as long, and checks are made by the hundred.
  const check: { -readonly [K in keyof Check]: Check[K] } = {
    id: spec.id,
    step: spec.step,
    group: spec.group,
    title: spec.title,
    quantity: spec.quantity,
    limitKind: spec.limitKind,
    state,
    because: spec.because,
    from: known ? [...figure.from] : [],
  };
  if (known) {
    check.value = figure.value;
    check.plusMinus = figure.plusMinus;
    check.evidence = figure.evidence;
  }
  if (spec.limit !== undefined) check.limit = spec.limit;
  if (spec.upperLimit !== undefined) check.upperLimit = spec.upperLimit;
  if (spec.span !== undefined) check.span = spec.span;
  if (spec.signed) check.signed = true;
  if (spec.digits !== undefined) check.digits = spec.digits;
  return check;
}

/** A question that can’t be answered yet: its row, and the finding that names what is missing for it. */
export function unanswered(
  spec: Omit<CheckSpec, 'figure' | 'state'>,
  title: string,
  missing: readonly string[],
  about: readonly string[] = [],
): { readonly check: Check; readonly finding: Finding } {
  const check = makeCheck({ ...spec, figure: undefined, state: 'unknown' });
  return { check, finding: findingOf(check, title, { missing: [...missing], about: [...about] }) };
}

/** A finding that says the same as a check, with the sentence for its state. */
export function findingOf(check: Check, title: string, more: Partial<Finding> = {}): Finding {
  const finding: { -readonly [K in keyof Finding]: Finding[K] } = {
    id: check.id,
    state: check.state,
    step: check.step,
    title: capital(title),
    because: check.because,
    quantity: check.quantity,
    about: [],
    missing: [],
    remedies: [],
  };
  if (check.value !== undefined) {
    finding.figure = check.value;
    finding.plusMinus = check.plusMinus ?? 0;
  }
  if (check.limit !== undefined) finding.limit = check.limit;
  if (check.evidence !== undefined) finding.evidence = check.evidence;
  return Object.assign(finding, more);
}

export function makeFinding(
  f: Pick<Finding, 'id' | 'state' | 'step' | 'title' | 'because'> & Partial<Finding>,
): Finding {
  return { about: [], missing: [], remedies: [], ...f, title: capital(f.title) };
}
