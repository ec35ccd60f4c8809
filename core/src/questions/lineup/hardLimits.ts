import { findingOf, makeCheck, type CheckResult, type Subject } from '../../model/index.ts';
import { exactly, propagate } from '../../units/index.ts';

/** The wheel gate as a row of its own: the rim that the chosen tyre needs against the largest allowed. */
export function wheelSizeLimit(subject: Subject, rimIn: number | undefined): CheckResult {
  const limit = subject.brief.largestWheelIn;
  if (limit === undefined) return { checks: [], findings: [] };
  const check = makeCheck({
    id: 'gate-wheel',
    step: 'brief',
    group: 'Hard limits',
    title: 'Wheel size',
    quantity: 'inch',
    figure: rimIn === undefined ? undefined : propagate({ rim: exactly(rimIn) }, (v) => v.rim),
    limitKind: 'at most',
    limit,
    span: 3,
    because: `${subject.candidate.tyreCode}; the brief allows ${limit} inches.`,
  });
  const title =
    check.state === 'unknown'
      ? `Tyre size “${subject.candidate.tyreCode}” not recognised`
      : check.state === 'blocked'
        ? `${subject.candidate.tyreCode}: ${rimIn} in wheel exceeds the ${limit} in limit`
        : `${rimIn} in wheels, within limit`;
  return {
    checks: [check],
    findings: [
      findingOf(check, title, {
        about: [subject.candidate.tyreCode],
        missing: check.state === 'unknown' ? ['/tyreCode'] : [],
      }),
    ],
  };
}
