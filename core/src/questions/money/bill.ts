import {
  acceptedCost,
  acceptedIn,
  acceptedKey,
  acceptedWords,
  keepsEngine,
  hourPrice,
  keepsGearbox,
  slower,
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
import { putAside } from './contingency.ts';
import { mapChanges } from './mapChanges.ts';
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
  'aside',
  'work',
];

const RANK = Object.fromEntries(CLASS_ORDER.map((c, i) => [c, i])) as Readonly<Record<BillClass, number>>;

/** Work that every swap brings, hours; the shop's own habit, editable with its worksheet. */
const STANDING_WORK: readonly {
  readonly id: string;
  readonly name: string;
  readonly hours: Distribution;
  readonly wants: Parameters<typeof slower>[1];
}[] = [
  {
    id: 'work-out',
    name: 'Old engine and gearbox out',
    hours: { low: 6, likely: 8, high: 14 },
    wants: { lift: true, twoHands: true },
  },
  {
    id: 'work-mockup',
    name: 'Mock-up and positioning',
    hours: { low: 6, likely: 10, high: 18 },
    wants: { lift: true, twoHands: true },
  },
  {
    id: 'work-in',
    name: 'New engine and gearbox in',
    hours: { low: 9, likely: 12, high: 21 },
    wants: { lift: true, twoHands: true },
  },
  // Fill and prime 2 to 4, first start 1 to 4, road test 2 to 5.
  {
    id: 'work-start',
    name: 'Filled, primed, first start, road test',
    hours: { low: 5, likely: 8, high: 13 },
    wants: {},
  },
];
const AXLE_HOURS: Distribution = { low: 4, likely: 6, high: 10 };

/** A line before the build's currency is put to it; what it leaves out is nought, or no. */
type Draft = Omit<AcceptedCost, 'hours'> &
  Pick<BillLine, 'id' | 'name'> &
  Partial<Pick<BillLine, 'acceptance'>> & {
    readonly hours?: Distribution | undefined;
    readonly event?: CostlyEvent | undefined;
  };

/** The bill of a candidate as it stands: everything chosen and accepted, nothing else. */
export function billOf(subject: Subject, joints: JointFigures['joints'] = []): Bill {
  const reckoned = [
    ...chosenLines(subject),
    ...linesOf(subject, acceptedIn(subject.candidate)),
    ...refreshLines(subject),
    ...standingLines(subject),
    ...wiringLines(subject),
    ...mapLines(subject),
    ...openJointLines(joints),
  ].map((draft) => lineOf(draft, subject));
  const edited = withEdits(reckoned, subject, (all) => {
    if (subject.candidate.bill?.contingency === undefined) return undefined;
    const aside = putAside(all);
    return lineOf(
      { id: 'contingency', name: 'For what is on no list', class: 'aside', ...aside, evidence: 'estimated' },
      subject,
    );
  });
  const lines = [...edited.lines].sort((a, b) => RANK[a.class] - RANK[b.class]);
  const hours = sumOf(lines.map((l) => l.hours));
  const money = moneyOf(lines);
  const time = timeOf(lines);
  // Labour moves as the hours do, each at its own price.
  const labour = labourOf(lines);
  const variance = money.variance + labour.variance;
  if (labour.points.high > 0) lines.push(labourLine(labour.points, subject));
  return {
    lines,
    orphans: edited.orphans,
    total: sumOf(lines.map((l) => l.price)),
    hours,
    meanTotal: money.mean + labour.mean,
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

function lineOf(draft: Draft, { currency, brief }: Pick<Subject, 'currency' | 'brief'>): BillLine {
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
    hourly: hourPrice(brief),
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

/** What all hours cost, and how far that may be out: hours are one class, each at its own price. */
function labourOf(lines: readonly BillLine[]): { points: Distribution; mean: number; variance: number } {
  const paid = lines.filter((l) => l.hourly > 0 && l.hours.high > 0);
  const each = paid.map((l) => ({ at: l.hourly, ...pert(l.hours) }));
  return {
    points: sumOf(
      paid.map(({ hours, hourly }) => ({
        low: hours.low * hourly,
        likely: hours.likely * hourly,
        high: hours.high * hourly,
      })),
    ),
    mean: each.reduce((s, x) => s + x.at * x.mean, 0),
    variance: sharedVariance(each.map((x) => x.at * Math.sqrt(x.variance))),
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
      why: offer?.bringsGearbox ? 'included in purchase' : 'the gearbox of this candidate',
      price: offer?.bringsGearbox ? NOTHING : gearbox.price,
      evidence: gearbox.price?.evidence ?? 'estimated',
    });
  const axle =
    gearbox.finalDriveInside === undefined
      ? chassis?.axleRatios.find((r) => Math.abs(r.ratio - candidate.finalDrive) < 1e-6)
      : undefined;
  // A ratio that is typed is not free either; where the survey has none it is the car’s own.
  const typed = !axle && gearbox.finalDriveInside === undefined && (chassis?.axleRatios.length ?? 0) > 0;
  if (typed || (axle && !axle.fitted))
    lines.push({
      id: 'axle',
      name: `Final drive ${candidate.finalDrive.toFixed(2)}`,
      class: 'axle',
      why: typed ? 'a ratio that is not among those of the survey' : 'selected final drive',
      price: axle?.price,
      hours: AXLE_HOURS,
      evidence: axle?.price?.evidence ?? 'estimated',
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
      name: 'Refurbishment, engine out',
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
      name: `${title}: ${closure.how === 'open' ? 'to be closed' : 'unknown'}`,
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
  return STANDING_WORK.map(({ wants, hours, ...work }) => {
    const { by, why } = slower(subject.brief.pace, wants);
    return {
      ...work,
      hours: { low: by * hours.low, likely: by * hours.likely, high: by * hours.high },
      class: 'work',
      why: ['every swap', why].filter(Boolean).join('; '),
      price: NOTHING,
      evidence: 'estimated',
    };
  });
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

/** What a new map takes, and what jets, timing or a pump set on the rollers take: guides. */
const MAP = {
  computer: { price: { low: 300, likely: 480, high: 900 }, hours: { low: 2, likely: 4, high: 8 } },
  byHand: { price: { low: 90, likely: 180, high: 350 }, hours: { low: 2, likely: 4, high: 8 } },
} as const;

/** Parts that change what the engine breathes or is fed want it told: a new map, or jets and timing. One typed by hand stands in its place. */
function mapLines(subject: Subject): Draft[] {
  const { candidate, engine } = subject;
  if (candidate.wiring?.plan === 'standalone computer') return [];
  if (candidate.bill?.own?.some((o) => o.class === 'calibration')) return [];
  const changes = mapChanges(subject);
  if (changes.length === 0) return [];
  const { computer } = engine;
  return [
    {
      id: 'map',
      name: computer ? 'New map on the rollers' : 'Mixture and timing set on the rollers',
      class: 'calibration',
      why: `${changes.join(', ')}: ${computer ? `ECU map of the ${computer.name} must be recalibrated; find a tuner nearby` : 'fuel and ignition must be recalibrated'}`,
      ...(computer ? MAP.computer : MAP.byHand),
      evidence: 'estimated',
      guideCurrency: GUIDE_CURRENCY,
    },
  ];
}

function labourLine(price: Distribution, subject: Subject): BillLine {
  return lineOf(
    {
      id: 'labour',
      name: 'Labour',
      class: 'work',
      why: 'all hours, each at its price',
      price,
      hours: NOTHING,
      evidence: 'estimated',
    },
    subject,
  );
}
