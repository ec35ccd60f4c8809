import {
  findingOf,
  makeCheck,
  makeFinding,
  type Check,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { say, worstEvidence, type Derived } from '../../units/index.ts';
import { billOf, type Bill } from './bill.ts';

export function assessMoney(subject: Subject): CheckResult & { figures: { bill: Bill } } {
  const { brief, currency } = subject;
  const bill = billOf(subject);
  const money = (value: number) => say(value, 'money', { currency });
  const worst = worstEvidence(
    bill.lines
      .filter((l) => l.price.high - l.price.low > 0.1 * (bill.total.high - bill.total.low))
      .map((l) => l.evidence),
  );
  const total: Derived = { value: bill.meanTotal, plusMinus: bill.plusMinusTotal, evidence: worst, from: [] };
  const unpriced = bill.lines.filter((l) => l.unpriced);
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const budget = makeCheck({
    id: 'budget',
    step: 'money',
    group: 'Money and time',
    title: 'Expected total',
    quantity: 'money',
    figure: unpriced.length > 0 ? undefined : total,
    limitKind: brief.budget === undefined ? 'info' : 'at most',
    limit: brief.budget,
    span: brief.budget === undefined ? undefined : brief.budget / 2,
    because: `${bill.lines.length} lines${unpriced.length > 0 ? `, ${unpriced.length} of them without a price` : ''}: ${money(bill.total.low)} if all goes well, ${money(bill.total.likely)} likely, ${money(bill.total.high)} if nothing does.`,
  });
  checks.push(budget);
  if (brief.budget !== undefined) {
    findings.push(
      findingOf(
        budget,
        budget.state === 'unknown'
          ? `Expected total: price of ${unpriced.map((l) => l.name).join(', ')} missing`
          : budget.state === 'blocked'
            ? `${money(bill.meanTotal - brief.budget)} over the budget`
            : budget.state === 'tight'
              ? `Inside the budget by less than the bill’s own doubt`
              : `${money(brief.budget - bill.meanTotal)} of the budget left`,
      ),
    );
  }
  const hours = makeCheck({
    id: 'hours',
    step: 'money',
    group: 'Money and time',
    title: 'Hours',
    quantity: 'hours',
    figure: { value: bill.meanHours, plusMinus: bill.plusMinusHours, evidence: 'estimated', from: [] },
    limitKind: brief.maxHours === undefined ? 'info' : 'at most',
    limit: brief.maxHours,
    span: brief.maxHours === undefined ? undefined : brief.maxHours / 2,
    because: `${say(bill.hours.low, 'hours')} to ${say(bill.hours.high, 'hours')}, ${brief.ownLabour ? 'your own, at no cost' : `at ${money(brief.hourlyRate)} an hour`}.`,
  });
  checks.push(hours);
  if (brief.maxHours !== undefined) {
    findings.push(
      findingOf(
        hours,
        hours.state === 'blocked'
          ? `${say(bill.meanHours - brief.maxHours, 'hours')} more than you want to spend`
          : hours.state === 'tight'
            ? 'Inside your hours by less than their doubt'
            : `${say(bill.meanHours, 'hours')} of work`,
      ),
    );
  }
  for (const line of bill.lines) {
    if (!line.discontinued) continue;
    findings.push(
      makeFinding({
        id: `gone-${line.id}`,
        state: 'tight',
        step: 'money',
        title: `${line.name} is no longer made`,
        because: 'Find one used before anything else is bought, or plan to have it made.',
        about: [line.id],
      }),
    );
  }
  return { checks, findings, figures: { bill } };
}
