import type { Derived, Quantity } from '../units/index.ts';
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
  return {
    id: spec.id,
    step: spec.step,
    group: spec.group,
    title: spec.title,
    quantity: spec.quantity,
    ...(known ? { value: figure.value, plusMinus: figure.plusMinus, evidence: figure.evidence } : {}),
    limitKind: spec.limitKind,
    ...(spec.limit === undefined ? {} : { limit: spec.limit }),
    ...(spec.upperLimit === undefined ? {} : { upperLimit: spec.upperLimit }),
    ...(spec.span === undefined ? {} : { span: spec.span }),
    state,
    because: spec.because,
    from: known ? [...figure.from] : [],
    ...(spec.signed ? { signed: true } : {}),
    ...(spec.digits === undefined ? {} : { digits: spec.digits }),
  };
}

/** A finding that says the same as a check, with the sentence for its state. */
export function findingOf(check: Check, title: string, more: Partial<Finding> = {}): Finding {
  return {
    id: check.id,
    state: check.state,
    step: check.step,
    title,
    because: check.because,
    ...(check.value === undefined ? {} : { figure: check.value, plusMinus: check.plusMinus ?? 0 }),
    ...(check.limit === undefined ? {} : { limit: check.limit }),
    quantity: check.quantity,
    ...(check.evidence === undefined ? {} : { evidence: check.evidence }),
    about: [],
    missing: [],
    remedies: [],
    ...more,
  };
}

export function makeFinding(
  f: Pick<Finding, 'id' | 'state' | 'step' | 'title' | 'because'> & Partial<Finding>,
): Finding {
  return { about: [], missing: [], remedies: [], ...f };
}
