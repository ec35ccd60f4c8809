import {
  acceptedCost,
  acceptedIn,
  acceptedKey,
  acceptedWords,
  keepsEngine,
  keepsGearbox,
  staysPut,
  type Accepted,
  type AcceptedCost,
  type BillClass,
  type BillEdit,
  type BillLine,
  type Subject,
} from '../../model/index.ts';
import {
  about,
  capital,
  fixed,
  GUIDE_CURRENCY,
  momentsOf,
  normalCdf,
  NOTHING,
  pert,
  sharedVariance,
  sumOf,
  type CostlyEvent,
  type Distribution,
} from '../../units/index.ts';
import type { JointFigures } from '../joints/index.ts';
import { withEdits } from './edited.ts';
import { costOfOpenJoint } from './openJoints.ts';
import { planCost, UNDECIDED } from '../wiring/index.ts';
import { costOfOffer, refreshOf, type OfferCost, type OfferLine } from '../donor/index.ts';

export interface Bill {
  readonly lines: readonly BillLine[];
  /** What people have said of lines that are no longer on it. */
  readonly orphans: readonly BillEdit[];
  /** Sums of the three points. */
  readonly total: Distribution;
  readonly hours: Distribution;
  /** Mean and standard deviation of the total: the prices of a class move together, and so do all hours. */
  readonly meanTotal: number;
  readonly plusMinusTotal: number;
  readonly meanHours: number;
  readonly plusMinusHours: number;
}

/** The order of the bill. */
const CLASS_ORDER: readonly BillClass[] = [
  'engine',
  'gearbox',
  'donor',
  'dressing',
  'axle',
  'tyres',
  'part',
  'sum',
  'wiring',
  'joint',
  'fit',
  'outside',
  'calibration',
  'looks',
  'transport',
  'fees',
  'event',
  'own',
  'work',
];

const RANK = Object.fromEntries(CLASS_ORDER.map((c, i) => [c, i])) as Readonly<Record<BillClass, number>>;

/** Work that every swap brings, hours; the shop's own habit, editable with its worksheet. */
const STANDING_WORK: readonly { id: string; name: string; hours: Distribution }[] = [
  { id: 'work-out', name: 'Old engine and gearbox out', hours: { low: 6, likely: 8, high: 14 } },
  { id: 'work-mockup', name: 'Mock-up, fix position', hours: { low: 6, likely: 10, high: 18 } },
  { id: 'work-in', name: 'New engine and gearbox in', hours: { low: 9, likely: 12, high: 21 } },
  // Fill and prime 2 to 4, first start 1 to 4, road test 2 to 5.
  { id: 'work-start', name: 'Filled, primed, first start, road test', hours: { low: 5, likely: 8, high: 13 } },
];
const AXLE_HOURS: Distribution = { low: 4, likely: 6, high: 10 };

/** A line before the build's currency is put to it; what it leaves out is nought, or no. */
type Draft = Omit<AcceptedCost, 'hours'> &
  Pick<BillLine, 'id' | 'name'> &
  Partial<Pick<BillLine, 'acceptance'>> & {
    readonly hours?: Distribution | undefined;
    readonly event?: CostlyEvent | undefined;
  };

/** Labour for some hours at the shop's rate: in a sum of likely hours and in one draw of them alike. */
const labourFor = (hours: number, hourlyRate: number): number => hours * hourlyRate;

/** The bill of a candidate as it stands: everything chosen and accepted, nothing else. */
export function billOf(subject: Subject, joints: JointFigures['joints'] = []): Bill {
  const reckoned = [
    ...chosenLines(subject),
    ...linesOf(subject, acceptedIn(subject.candidate)),
    ...refreshLines(subject),
    ...standingLines(subject),
    ...wiringLines(subject),
    ...openJointLines(joints),
  ].map((draft) => lineOf(draft, subject.currency));
  const edited = withEdits(reckoned, subject.candidate, subject.currency);
  const lines = [...edited.lines].sort((a, b) => RANK[a.class] - RANK[b.class]);
  const hours = sumOf(lines.map((l) => l.hours));
  const rate = subject.brief.ownLabour ? 0 : subject.brief.hourlyRate;
  const money = moneyOf(lines);
  const time = timeOf(lines);
  // Labour moves as the hours do.
  const variance = money.variance + rate ** 2 * time.variance;
  if (rate > 0) lines.push(labourLine(hours, rate, subject.currency));
  return {
    lines,
    orphans: edited.orphans,
    total: sumOf(lines.map((l) => l.price)),
    hours,
    meanTotal: money.mean + labourFor(time.mean, rate),
    plusMinusTotal: Math.sqrt(variance),
    meanHours: time.mean,
    plusMinusHours: Math.sqrt(time.variance),
  };
}

/** The chance inside a budget in closed form, the total taken as normal: for while nothing is drawn. */
export function quickChance({ meanTotal, plusMinusTotal }: Bill, budget: number): number {
  if (!(plusMinusTotal > 0)) return meanTotal <= budget ? 1 : 0;
  return normalCdf((budget - meanTotal) / plusMinusTotal);
}

/** What a gearing costs beyond what the car has: gearbox, gear pairs, axle, tyres; likely money as it stands on the bill. */
export function gearingPrice(subject: Subject): number {
  const chosen = chosenLines(subject).filter((l) => l.class === 'gearbox' || l.class === 'axle');
  const accepted = linesOf(
    subject,
    acceptedIn(subject.candidate).filter((work) => work.kind === 'gearPair' || work.kind === 'tyre'),
  );
  return [...chosen, ...accepted].reduce((s, l) => s + (l.price?.likely ?? 0), 0);
}

function lineOf(draft: Draft, currency: string): BillLine {
  const { guideCurrency, price } = draft;
  const hours = draft.hours ?? NOTHING;
  const line: { -readonly [K in keyof BillLine]: BillLine[K] } = {
    id: draft.id,
    name: draft.name,
    class: draft.class,
    // A price that ships with the program is not converted: it says in what money it was gathered.
    why: guideCurrency && guideCurrency !== currency ? `${draft.why}; guide price in ${guideCurrency}` : draft.why,
    price: price ? { low: price.low, likely: price.likely, high: price.high } : NOTHING,
    hours: { low: hours.low, likely: hours.likely, high: hours.high },
    currency,
    evidence: draft.evidence,
    leadDays: draft.leadDays ?? 0,
    discontinued: draft.discontinued ?? false,
  };
  if (!price) line.unpriced = true;
  if (draft.event) line.event = draft.event;
  const { acceptance } = draft;
  const timed =
    draft.class !== 'wiring' &&
    acceptance?.kind !== 'part' &&
    acceptance?.kind !== 'movedLump' &&
    acceptance?.kind !== 'mount';
  if (!draft.hours && !timed) line.untimed = true;
  if (acceptance) line.acceptance = acceptance;
  return line;
}

/** Closed-form moments of the prices, one common factor to a class; an event is on its own. */
function moneyOf(lines: readonly BillLine[]): { mean: number; variance: number } {
  const byClass = new Map<BillClass, number[]>();
  let [mean, variance] = [0, 0];
  for (const line of lines) {
    const own = momentsOf(line.price, line.event);
    mean += own.mean;
    if (line.event) variance += own.variance;
    else byClass.set(line.class, [...(byClass.get(line.class) ?? []), Math.sqrt(own.variance)]);
  }
  for (const deviations of byClass.values()) variance += sharedVariance(deviations);
  return { mean, variance };
}

/** Closed-form moments of the hours, which are one class. */
function timeOf(lines: readonly BillLine[]): { mean: number; variance: number } {
  const each = lines.map((l) => pert(l.hours));
  return {
    mean: each.reduce((s, x) => s + x.mean, 0),
    variance: sharedVariance(each.map((x) => Math.sqrt(x.variance))),
  };
}

function offerOf(subject: Subject): OfferCost | undefined {
  const { engine, gearbox, candidate, parts, library } = subject;
  if (!candidate.bought || keepsEngine(subject)) return undefined;
  return costOfOffer(candidate.bought.listing, {
    engine,
    gearbox,
    parts,
    library,
    inspection: candidate.inspection,
    refreshed: candidate.refresh === 'refresh',
  });
}

/** Engine or the offer it comes with, gearbox, axle ratio: what the candidate is made of. */
function chosenLines(subject: Subject): Draft[] {
  const { engine, gearbox, candidate, chassis } = subject;
  const lines: Draft[] = [];
  const offer = offerOf(subject);
  if (offer) lines.push(...offer.lines.map((line) => offerLine(line, engine.id)));
  else if (!keepsEngine(subject))
    lines.push({
      id: engine.id,
      name: engine.name,
      class: 'engine',
      why: 'the engine of this candidate',
      price: engine.price,
      evidence: engine.price?.evidence ?? 'estimated',
    });
  if (!keepsGearbox(subject))
    lines.push({
      id: gearbox.id,
      name: gearbox.name,
      class: 'gearbox',
      why: offer?.bringsGearbox ? 'comes with what is bought' : 'the gearbox of this candidate',
      price: offer?.bringsGearbox ? NOTHING : gearbox.price,
      evidence: gearbox.price?.evidence ?? 'estimated',
    });
  const axle =
    gearbox.finalDriveInside === undefined
      ? chassis?.axleRatios.find((r) => Math.abs(r.ratio - candidate.finalDrive) < 1e-6)
      : undefined;
  if (axle && !axle.fitted)
    lines.push({
      id: 'axle',
      name: `Final drive ${axle.ratio.toFixed(2)}`,
      class: 'axle',
      why: 'axle ratio chosen',
      price: axle.price,
      hours: AXLE_HOURS,
      evidence: axle.price?.evidence ?? 'estimated',
    });
  return lines;
}

/** A line of what an offer costs; the price of the offer itself stands for the engine. */
function offerLine(line: OfferLine, engineId: string): Draft {
  const { low, likely, high } = line;
  const own = line.kind === 'price';
  return {
    id: own ? engineId : line.id,
    name: line.name,
    class: own ? 'engine' : 'donor',
    why: line.why,
    price: { low, likely, high },
    hours: line.hours,
    event: line.event,
    evidence: line.evidence,
    ...(line.guideCurrency === undefined ? {} : { guideCurrency: line.guideCurrency }),
  };
}

/** The lines that accepted work brings, by the table of its kinds. */
function linesOf(subject: Subject, accepted: readonly Accepted[]): Draft[] {
  return accepted.flatMap((acceptance) => {
    const cost = acceptedCost(subject, acceptance);
    if (!cost) return [];
    const { pieces, ...whole } = cost;
    const id = lineId(acceptance);
    if (!pieces) return [{ id, name: acceptedWords(subject, acceptance), ...whole, acceptance }];
    return pieces.map(({ what, price, hours }, i) => ({
      id: i === 0 ? id : `${id}-${i + 1}`,
      name: capital(what),
      ...whole,
      price,
      hours,
      acceptance,
    }));
  });
}

/** Dressing is known on the bill by its option, all else by the place it takes. */
function lineId(acceptance: Accepted): string {
  return acceptance.kind === 'dressing' ? acceptance.optionId : acceptedKey(acceptance);
}

function refreshLines(subject: Subject): Draft[] {
  const refresh = subject.candidate.refresh === 'refresh' ? refreshOf(subject) : undefined;
  // A refresh kit among the parts is the same work: it does not stand there twice.
  if (!refresh || subject.parts.some((p) => p.class === 'refresh kit')) return [];
  return [
    {
      id: 'refresh',
      name: 'Refresh while it is out',
      class: 'donor',
      why: refresh.pieces.map((p) => p.name.toLowerCase()).join(', '),
      price: about(refresh.refreshCost, 'kit'),
      hours: about(refresh.refreshHours, 'hours'),
      evidence: 'estimated',
      guideCurrency: GUIDE_CURRENCY,
    },
  ];
}

/** A joint of which nobody knows how it closes costs something all the same: a wide guess of its kind. */
function openJointLines(joints: JointFigures['joints']): Draft[] {
  return joints
    .filter(({ closure }) => closure.how === 'open' || closure.how === 'unknown')
    .map(({ key, kind, title, closure }) => ({
      id: `joint-${key}`,
      name: `${title}: ${closure.how === 'open' ? 'to be closed' : 'not known'}`,
      class: 'joint',
      why: 'a guess of its kind, from bought to made',
      ...costOfOpenJoint(kind),
      evidence: 'estimated',
      guideCurrency: GUIDE_CURRENCY,
    }));
}

function standingLines(subject: Subject): Draft[] {
  // What stays in the car is not taken out.
  if (staysPut(subject)) return [];
  return STANDING_WORK.map((work) => ({
    ...work,
    class: 'work',
    why: 'every swap',
    price: NOTHING,
    evidence: 'estimated',
  }));
}

/** How it is wired: as its plan asks, or a wide guess while nobody has chosen one. What stays put keeps its loom. */
function wiringLines(subject: Subject): Draft[] {
  if (staysPut(subject)) return [];
  const plan = subject.candidate.wiring?.plan;
  const line = { id: 'wiring', class: 'wiring', evidence: 'estimated', guideCurrency: GUIDE_CURRENCY } as const;
  if (plan === undefined)
    return [{ ...line, name: 'Wiring: not decided', why: 'a guess, from an adapter loom to a new one', ...UNDECIDED }];
  const { price, hours, days, why, part } = planCost(subject, plan);
  // All that it costs stands with a part already.
  if (price && hours && price.high === 0 && hours.high === 0) return [];
  const { guideCurrency, ...own } = line;
  return [
    {
      // What a shop has quoted is in the money of the build.
      ...(plan === 'loom shop' ? own : { ...own, guideCurrency }),
      name: `Wiring: ${plan}`,
      why,
      price,
      hours,
      evidence: plan === 'loom shop' ? (subject.candidate.wiring?.shop?.price.evidence ?? 'estimated') : line.evidence,
      leadDays: days ?? 0,
      discontinued: part?.discontinued ?? false,
    },
  ];
}

function labourLine(hours: Distribution, rate: number, currency: string): BillLine {
  return lineOf(
    {
      id: 'labour',
      name: 'Labour',
      class: 'work',
      why: 'all hours at the shop’s rate',
      price: {
        low: labourFor(hours.low, rate),
        likely: labourFor(hours.likely, rate),
        high: labourFor(hours.high, rate),
      },
      hours: fixed(0),
      evidence: 'estimated',
    },
    currency,
  );
}
