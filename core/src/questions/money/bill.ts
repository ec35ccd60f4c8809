import {
  acceptedWork,
  changeWords,
  costOfChange,
  obstaclesWith,
  SHIELD,
  trimmable,
  type Subject,
  type ThreePoint,
} from '../../model/index.ts';
import { costOfOffer, refreshOf, type OfferLine } from '../donor/index.ts';
import { SPRINGS } from '../mass/index.ts';
import { type Evidence, pert, say, type Spread } from '../../units/index.ts';

export interface BillLine {
  readonly id: string;
  readonly name: string;
  readonly kind: 'engine' | 'gearbox' | 'dressing' | 'part' | 'axle' | 'tyres' | 'fit' | 'work' | 'donor' | 'sum';
  readonly why: string;
  readonly price: Spread;
  readonly hours: Spread;
  readonly evidence: Evidence;
  readonly leadDays: number;
  readonly discontinued: boolean;
}

export interface Bill {
  readonly lines: readonly BillLine[];
  /** Sums of the three points. */
  readonly total: Spread;
  readonly hours: Spread;
  /** Mean and standard deviation of the total, lines taken as independent. */
  readonly meanTotal: number;
  readonly plusMinusTotal: number;
  readonly meanHours: number;
  readonly plusMinusHours: number;
}

const NOTHING: Spread = { low: 0, likely: 0, high: 0 };
const fixed = (x: number): Spread => ({ low: x, likely: x, high: x });
/** Hours of a dressing or other fixed entry, with the usual spread of shop time. */
const hoursAbout = (likely: number): Spread => ({ low: likely * 0.75, likely, high: likely * 1.6 });

/** Work that every swap brings, hours; the shop's own habit, editable with its worksheet. */
const STANDING_WORK: readonly { id: string; name: string; hours: Spread }[] = [
  { id: 'work-out', name: 'Old engine and gearbox out', hours: { low: 6, likely: 8, high: 14 } },
  { id: 'work-mockup', name: 'Mock-up, fix position', hours: { low: 6, likely: 10, high: 18 } },
  { id: 'work-in', name: 'New engine and gearbox in, fill, first start', hours: { low: 14, likely: 20, high: 34 } },
];

/** The bill of a candidate as it stands: everything chosen and accepted, nothing else. */
export function billOf(subject: Subject): Bill {
  const { engine, gearbox, candidate, chassis, parts, brief } = subject;
  const lines: BillLine[] = [];
  const add = (line: Omit<BillLine, 'leadDays' | 'discontinued' | 'hours'> & Partial<BillLine>) =>
    lines.push({ leadDays: 0, discontinued: false, hours: NOTHING, ...line });
  const price = ({ low, likely, high }: ThreePoint): Spread => ({ low, likely, high });
  const { bought } = candidate;
  const offer =
    bought && engine.id !== chassis?.originalEngineId
      ? costOfOffer(bought.listing, {
          engine,
          gearbox,
          parts,
          library: subject.library,
          inspection: candidate.inspection,
          refreshed: candidate.refresh === 'refresh',
        })
      : undefined;
  if (offer) for (const line of offer.lines) add(offerLine(line, engine.id));
  else if (engine.id !== chassis?.originalEngineId) {
    add({
      id: engine.id,
      name: engine.name,
      kind: 'engine',
      why: 'the engine of this candidate',
      price: price(engine.price),
      evidence: engine.price.evidence,
    });
  }
  if (gearbox.id !== chassis?.originalGearboxId) {
    add({
      id: gearbox.id,
      name: gearbox.name,
      kind: 'gearbox',
      why: offer?.bringsGearbox ? 'comes with what is bought' : 'the gearbox of this candidate',
      price: offer?.bringsGearbox ? NOTHING : price(gearbox.price),
      evidence: gearbox.price.evidence,
    });
  }
  for (const option of subject.dressing) {
    if (option.stock) continue;
    add({
      id: option.id,
      name: option.name,
      kind: 'dressing',
      why: 'dressing chosen',
      price: price(option.price),
      hours: hoursAbout(option.hours),
      evidence: option.price.evidence,
    });
  }
  const axle =
    gearbox.finalDriveInside === undefined
      ? chassis?.axleRatios.find((r) => Math.abs(r.ratio - candidate.finalDrive) < 1e-6)
      : undefined;
  if (axle && !axle.fitted) {
    add({
      id: 'axle',
      name: `Final drive ${axle.ratio.toFixed(2)}`,
      kind: 'axle',
      why: 'axle ratio chosen',
      price: price(axle.price),
      hours: { low: 4, likely: 6, high: 10 },
      evidence: axle.price.evidence,
    });
  }
  for (const pair of gearbox.pairs ?? []) {
    if (!candidate.pairIds?.includes(pair.id)) continue;
    add({
      id: `pair-${pair.id}`,
      name: `Gear pair ${pair.ratio.toFixed(2)} for the ${gearbox.shortName}`,
      kind: 'gearbox',
      why: 'gear pair chosen',
      price: price(pair.price),
      hours: price(pair.hours),
      evidence: pair.price.evidence,
    });
  }
  const differential = chassis?.differentials?.find((d) => d.kind === candidate.differential);
  if (differential && !differential.fitted) {
    add({
      id: 'differential',
      name: `Differential, ${differential.kind}`,
      kind: 'axle',
      why: 'differential chosen',
      price: price(differential.price),
      hours: price(differential.hours),
      evidence: differential.price.evidence,
    });
  }
  const tyre = subject.tyre;
  if (tyre && !tyre.fitted) {
    add({
      id: 'tyres',
      name: `Four ${tyre.code} with wheels`,
      kind: 'tyres',
      why: 'tyres chosen',
      price: price(tyre.price),
      hours: { low: 1, likely: 1.5, high: 3 },
      evidence: tyre.price.evidence,
    });
  }
  for (const part of parts) {
    add({
      id: part.id,
      name: part.name,
      kind: 'part',
      why: part.class,
      price: price(part.price),
      hours: { low: part.hours.low, likely: part.hours.likely, high: part.hours.high },
      evidence: part.price.evidence,
      leadDays: part.leadDays,
      discontinued: part.discontinued,
    });
  }
  const refresh = candidate.refresh === 'refresh' ? refreshOf(subject) : undefined;
  // A refresh kit among the parts is the same work: it does not stand there twice.
  if (refresh && !parts.some((p) => p.class === 'refresh kit'))
    add({
      id: 'refresh',
      name: 'Refresh while it is out',
      kind: 'donor',
      why: refresh.pieces.map((p) => p.name.toLowerCase()).join(', '),
      price: { low: refresh.refreshCost * 0.85, likely: refresh.refreshCost, high: refresh.refreshCost * 1.4 },
      hours: hoursAbout(refresh.refreshHours),
      evidence: 'estimated',
    });
  for (const working of candidate.workings ?? []) {
    if (!working.buys) continue;
    add({
      id: `working-${working.id}`,
      name: working.buys.name,
      kind: 'sum',
      why: 'landed from the bench',
      price: price(working.buys.price),
      hours: { low: working.buys.hours.low, likely: working.buys.hours.likely, high: working.buys.hours.high },
      evidence: working.buys.price.evidence,
    });
  }
  for (const [end, rate] of [
    ['front', candidate.springs?.frontNPerMm],
    ['rear', candidate.springs?.rearNPerMm],
  ] as const) {
    if (rate === undefined) continue;
    add({
      id: `springs-${end}`,
      name: `Pair of ${end} springs, ${say(rate, 'stiffnessNPerMm', { digits: 0 })}`,
      kind: 'fit',
      why: 'ride height and frequency as they were',
      price: SPRINGS.price,
      hours: SPRINGS.hours,
      evidence: 'estimated',
    });
  }
  addBayWork(subject, add);
  for (const work of STANDING_WORK)
    add({ ...work, kind: 'work', why: 'every swap', price: NOTHING, evidence: 'estimated' });
  const rate = brief.ownLabour ? 0 : brief.hourlyRate;
  if (rate > 0) {
    const hours = sum(lines.map((l) => l.hours));
    add({
      id: 'labour',
      name: 'Labour',
      kind: 'work',
      why: 'all hours at the shop’s rate',
      price: { low: hours.low * rate, likely: hours.likely * rate, high: hours.high * rate },
      hours: fixed(0),
      evidence: 'estimated',
    });
  }
  const money = lines.map((l) => pert(l.price));
  const time = lines.map((l) => pert(l.hours));
  const total = (list: { mean: number; variance: number }[]) => ({
    mean: list.reduce((s, x) => s + x.mean, 0),
    sd: Math.sqrt(list.reduce((s, x) => s + x.variance, 0)),
  });
  return {
    lines,
    total: sum(lines.map((l) => l.price)),
    hours: sum(lines.map((l) => l.hours)),
    meanTotal: total(money).mean,
    plusMinusTotal: total(money).sd,
    meanHours: total(time).mean,
    plusMinusHours: total(time).sd,
  };
}

type Add = (line: Omit<BillLine, 'leadDays' | 'discontinued' | 'hours'> & Partial<BillLine>) => void;

/** A line of what an offer costs; the price of the offer itself stands for the engine. */
function offerLine(line: OfferLine, engineId: string): Parameters<Add>[0] {
  const { low, likely, high } = line;
  return {
    id: line.kind === 'price' ? engineId : line.id,
    name: line.name,
    kind: line.kind === 'price' ? 'engine' : 'donor',
    why: line.why,
    price: { low, likely, high },
    hours: line.hours,
    evidence: line.evidence,
  };
}

/** The usual spread of a price that stands in the survey as one figure. */
const priceAbout = (likely: number): Spread => ({ low: likely * 0.8, likely, high: likely * 1.5 });

/** What was accepted to make it fit: changes to the bay, shields, lugs taken off. */
function addBayWork(subject: Subject, add: Add): void {
  const { candidate, chassis, engine, gearbox } = subject;
  const obstacles = obstaclesWith(chassis ?? { obstacles: [] }, subject.parts);
  const work = (id: string, name: string, why: string, cost: number, hours: number) =>
    add({ id, name, kind: 'fit', why, price: priceAbout(cost), hours: hoursAbout(hours), evidence: 'estimated' });
  for (const { id, obstacle, change, amountMm } of acceptedWork(obstacles, candidate.obstacleChanges ?? [])) {
    const { cost, hours } = costOfChange(change, amountMm);
    work(id, changeWords(obstacle, change.do, say(amountMm, 'lengthMm')), 'to make it fit', cost, hours);
  }
  for (const shielded of candidate.shields ?? []) {
    const name = [...obstacles, ...(candidate.routes ?? [])].find((o) => o.id === shielded)?.name ?? shielded;
    work(`shield-${shielded}`, `Shield the ${name}`, 'heat', SHIELD.cost, SHIELD.hours);
  }
  const solids = [...engine.solids, ...subject.dressing.flatMap((d) => d.solids), ...gearbox.solids];
  for (const { id, name, mayTrim } of trimmable(solids))
    if (candidate.trims?.includes(id))
      work(`trim-${id}`, `Trim the ${name}`, 'to make it fit', mayTrim.cost, mayTrim.hours);
}

function sum(list: readonly Spread[]): Spread {
  return list.reduce<Spread>(
    (s, x) => ({ low: s.low + x.low, likely: s.likely + x.likely, high: s.high + x.high }),
    NOTHING,
  );
}
