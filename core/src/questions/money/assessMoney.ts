import {
  findingOf,
  makeCheck,
  supplyWords,
  keepsEngine,
  keepsGearbox,
  makeFinding,
  type Check,
  type Finding,
  type CheckResult,
  type BillLine,
  type Subject,
} from '../../model/index.ts';
import { capital, say, worstEvidence, type Derived } from '../../units/index.ts';
import type { JointFigures } from '../joints/index.ts';
import { billOf, type Bill } from './bill.ts';

/** Where the price of a line is entered. */
function priceAt(subject: Subject, line: BillLine): string[] {
  const { engine, gearbox, chassis, candidate } = subject;
  if (line.class === 'engine') return [`/engines/${engine.id}/price`];
  if (line.class === 'gearbox') return [`/gearboxes/${gearbox.id}/price`];
  if (line.class === 'wiring') return [wiringAt(subject)];
  if (line.kept && 'class' in line.kept)
    return [`/candidates/${candidate.id}/bill/own/${(candidate.bill?.own ?? []).indexOf(line.kept)}/price`];
  const work = workAt(subject, line, 'price');
  if (work.length > 0) return work;
  if (line.acceptance?.kind === 'differential') return ['/chassis/differentials'];
  const list = line.class === 'axle' ? chassis?.axleRatios : line.class === 'tyres' ? chassis?.tyres : undefined;
  const i = (list ?? []).findIndex((x) =>
    'ratio' in x ? Math.abs(x.ratio - candidate.finalDrive) < 1e-6 : x.code === candidate.tyreCode,
  );
  if (!list) return [];
  const at = `/chassis/${line.class === 'axle' ? 'axleRatios' : 'tyres'}`;
  return [i < 0 ? at : `${at}/${i}/price`];
}

/** Where the wiring says what it costs: the quote of a loom shop, else the plan, which can’t be had as it is. */
const wiringAt = ({ candidate }: Subject): string =>
  `/candidates/${candidate.id}/wiring/${candidate.wiring?.plan === 'loom shop' ? 'shop' : 'plan'}`;

/** Where accepted work has its price and its hours. */
function workAt(subject: Subject, line: BillLine, key: 'price' | 'hours'): string[] {
  const { candidate } = subject;
  const { acceptance } = line;
  if (line.class === 'wiring') return [wiringAt(subject)];
  if (acceptance?.kind === 'part') return [`/parts/${acceptance.partId}/${key}`];
  if (acceptance?.kind === 'mount') {
    const at = (candidate.mounts ?? []).findIndex((m) => m.id === acceptance.id);
    return [`/candidates/${candidate.id}/mounts/${at}/${key}`];
  }
  if (acceptance?.kind !== 'movedLump') return [];
  const i = (candidate.moved ?? []).findIndex((m) => m.lumpId === acceptance.lumpId);
  return [`/candidates/${candidate.id}/moved/${i}/${key}`];
}

export function assessMoney(
  subject: Subject,
  joints: JointFigures | undefined,
): CheckResult & { figures: { bill: Bill } } {
  const { brief, currency } = subject;
  const bill = billOf(subject, joints?.joints);
  const guessed = bill.lines.filter((l) => l.class === 'joint').length;
  const withGuesses = guessed === 0 ? '' : `, ${guessed} open ${guessed === 1 ? 'joint' : 'joints'} guessed`;
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
    group: 'Cost and labour',
    title: 'Expected total',
    quantity: 'money',
    figure: unpriced.length > 0 ? undefined : total,
    limitKind: brief.budget === undefined ? 'info' : 'at most',
    limit: brief.budget,
    span: brief.budget === undefined ? undefined : brief.budget / 2,
    because: `${bill.lines.length} lines${guessed > 0 ? `, ${guessed} of them estimates for open joints` : ''}${unpriced.length > 0 ? `, ${unpriced.length} of them without a price` : ''}: ${money(bill.total.low)} low, ${money(bill.total.likely)} likely, ${money(bill.total.high)} high.`,
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
              ? `Within budget, but margin less than uncertainty${withGuesses}`
              : `${money(brief.budget - bill.meanTotal)} of the budget left${withGuesses}`,
        { missing: unpriced.flatMap((l) => priceAt(subject, l)) },
      ),
    );
  }
  const untimed = bill.lines.filter((l) => l.untimed);
  const hours = makeCheck({
    id: 'hours',
    step: 'money',
    group: 'Cost and labour',
    title: 'Hours',
    quantity: 'hours',
    figure:
      untimed.length > 0
        ? undefined
        : { value: bill.meanHours, plusMinus: bill.plusMinusHours, evidence: 'estimated', from: [] },
    limitKind: brief.maxHours === undefined ? 'info' : 'at most',
    limit: brief.maxHours,
    span: brief.maxHours === undefined ? undefined : brief.maxHours / 2,
    because: `${untimed.length > 0 ? `Without the hours of ${untimed.map((l) => l.name).join(', ')}: ` : ''}${say(bill.hours.low, 'hours')} to ${say(bill.hours.high, 'hours')}, ${hoursWords(bill, money)}.`,
  });
  checks.push(hours);
  if (brief.maxHours !== undefined || untimed.length > 0) {
    const maxHours = brief.maxHours ?? 0;
    findings.push(
      findingOf(
        hours,
        hours.state === 'unknown'
          ? `Hours: those of ${untimed.map((l) => l.name).join(', ')} missing`
          : hours.state === 'blocked'
            ? `${say(bill.meanHours - maxHours, 'hours')} above the labour limit`
            : hours.state === 'tight'
              ? 'Within labour limit, but margin less than uncertainty'
              : `${say(bill.meanHours, 'hours')} of work`,
        {
          missing: untimed.flatMap((l) => workAt(subject, l, 'hours')),
        },
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
        title: `${line.name}: discontinued`,
        because: 'Find a used one or plan a custom part before buying anything else.',
        about: [line.id],
      }),
    );
  }
  findings.push(...supplyFindings(subject), ...supplierFindings(subject, bill, money));
  return { checks, findings, figures: { bill } };
}

/** What the hours cost, in words. */
export function hoursWords({ lines }: Pick<Bill, 'lines'>, money: (v: number) => string): string {
  const prices = [...new Set(lines.filter((l) => l.hours.high > 0).map((l) => l.hourly))].sort((a, b) => a - b);
  if (prices.every((p) => p === 0)) return 'own labour, at no cost';
  const paid = prices.filter((p) => p > 0).map((p) => `at ${money(p)} an hour`);
  return [...(prices.includes(0) ? ['some your own, at no cost'] : []), ...paid].join(', ');
}

/** What is bought and hard to come by: its price is one thing, whether it can be had another. */
function supplyFindings(subject: Subject): Finding[] {
  const { engine, gearbox } = subject;
  return [
    ...(keepsEngine(subject) || subject.candidate.bought ? [] : [engine]),
    ...(keepsGearbox(subject) ? [] : [gearbox]),
  ].flatMap(({ id, name, supply }) => {
    if (!supply) return [];
    const rare = supply.scarcity === 'rare';
    const orphan = !supply.makerActive && supply.sparesNearby === false;
    const alone = supply.knowHowNearby === false;
    if (!rare && !orphan && !alone) return [];
    return [
      makeFinding({
        id: `supply-${id}`,
        state: 'tight',
        step: 'money',
        title: rare
          ? `${name} is rare: find one before anything else is bought`
          : orphan
            ? `No spares nearby for the ${name}`
            : `${name}: no specialist nearby`,
        because: `${capital(supplyWords(supply))}.${alone ? ' Faults are found and repaired by you, or it is sent away.' : ''}`,
        about: [id],
      }),
    ];
  });
}

/** Here what was ordered has come. */
const ARRIVED: ReadonlySet<string> = new Set(['have', 'received', 'fitted', 'sold', 'returned']);

/** Suppliers that have let somebody down, with what still waits on them. */
function supplierFindings(subject: Subject, bill: Bill, money: (v: number) => string): Finding[] {
  return (subject.brief.suppliers ?? []).flatMap(({ name, trust, lateDays, note }) => {
    const waits = bill.lines.filter((l) => l.kept?.supplier === name && !ARRIVED.has(l.kept.status ?? ''));
    if (trust !== 'let us down' || waits.length === 0) return [];
    return [
      makeFinding({
        id: `supplier-${name}`,
        state: 'tight',
        step: 'money',
        title: `${name} has delivered late before: ${waits.length === 1 ? '1 item' : `${waits.length} items`} on order, ${money(waits.reduce((s, l) => s + l.price.likely, 0))}`,
        because: `${waits.map((l) => l.name).join(', ')}.${lateDays ? ` Average delay ${lateDays} days, included.` : ''}${note ? ` ${note}` : ''}`,
        about: waits.map((l) => l.id),
      }),
    ];
  });
}
