import { WIRING_PLANS, type Part, type Subject, type ThreePoint, type WiringPlan } from '../../model/index.ts';
import { NOTHING, type Distribution } from '../../units/index.ts';
import { plugsOf, scheduleOf } from './pins.ts';

export const KEPT_THINGS = ['gauges', 'immobiliser', 'throttle by wire', 'gearbox messages'] as const;
export type KeptThing = (typeof KEPT_THINGS)[number];

/** What a way to wire it costs beside the parts that are bought for it anyway. */
export interface PlanCost {
  readonly plan: WiringPlan;
  /** Undefined where it can’t be had: why says what is missing. */
  readonly price: Distribution | undefined;
  readonly hours: Distribution | undefined;
  readonly days: number | undefined;
  readonly part: Part | undefined;
  readonly why: string;
}

/** A way to wire it, with its risk and what it keeps. */
export interface PlanOffer extends PlanCost {
  readonly risk: string;
  readonly keeps: Readonly<Record<KeptThing, string>>;
}

/** Hours of a loom made or merged, of an adapter put in, of one sent away and put back; wire, terminals and sleeves; a map on a dyno: guides. */
const HOURS = { loom: [12, 25, 45], adapter: [4, 8, 14], shop: [3, 5, 9] } as const;
const PRICE = { merged: [60, 130, 280], standalone: [180, 300, 520], map: [300, 480, 900] } as const;
const three = ([low, likely, high]: readonly [number, number, number]): Distribution => ({ low, likely, high });
const add = (a: Distribution, b: Distribution | ThreePoint | undefined): Distribution => ({
  low: a.low + (b?.low ?? 0),
  likely: a.likely + (b?.likely ?? 0),
  high: a.high + (b?.high ?? 0),
});

/** A part of a class that names this engine or its family among what it needs: the accepted one first, then the cheapest. */
function partFor({ engine, parts, library }: Subject, of: Part['class']): Part | undefined {
  const own = parts.find((p) => p.class === of);
  if (own) return own;
  return library.parts
    .filter(
      (p) =>
        p.class === of &&
        !p.retired &&
        !p.discontinued &&
        p.requires.every((c) =>
          c.what === 'engine' ? c.is === engine.id : c.what === 'family' ? c.is === engine.family : true,
        ),
    )
    .sort((a, b) => (a.price?.likely ?? Infinity) - (b.price?.likely ?? Infinity))[0];
}

/** Whether a part says itself that it is for this engine. */
const namesEngine = ({ engine }: Subject, part: Part): boolean =>
  part.requires.some(
    (c) => (c.what === 'engine' && c.is === engine.id) || (c.what === 'family' && c.is === engine.family),
  );

function keeps(subject: Subject, plan: WiringPlan, computer: Part | undefined): PlanOffer['keeps'] {
  const { engine, gearbox, candidate } = subject;
  const own = plan !== 'standalone computer';
  const spec = (kind: string) => engine.ports.find((p) => p.kind === kind && p.side === 'a')?.spec;
  const sent = own ? (engine.computer?.sends ?? []) : (computer?.sends ?? []);
  const lacks = gearbox.wants.filter((w) => !sent.includes(w) && !subject.parts.some((p) => p.sends?.includes(w)));
  const throttle = spec('throttle');
  const { rows } = scheduleOf(plugsOf(subject), candidate.wiring);
  const gauges = rows.filter(
    (r) => ['tacho', 'coolant-gauge', 'oil-pressure-gauge'].includes(r.fn?.id ?? '') && r.plug.owner === 'car',
  );
  const fed = gauges.filter((r) => r.state.how === 'connected');
  const key = spec('immobiliser')?.['key'];
  return {
    gauges:
      gauges.length === 0
        ? 'no gauge’s pin is entered'
        : own
          ? `${fed.length} of ${gauges.length} connected`
          : 'by the outputs of the computer: read its sheet',
    immobiliser: own
      ? typeof key === 'string'
        ? `kept: requires the key of ${key}`
        : 'not required'
      : 'gone with its computer',
    'throttle by wire':
      throttle === undefined
        ? 'unknown'
        : throttle['works'] === 'wire'
          ? own
            ? 'kept with its pedal'
            : 'only where the computer drives one'
          : 'a cable',
    'gearbox messages':
      gearbox.wants.length === 0 ? 'none wanted' : lacks.length === 0 ? 'all sent' : `not sent: ${lacks.join(', ')}`,
  };
}

const RISKS: Readonly<Record<WiringPlan, string>> = {
  'merged looms': 'Every wire is identified by hand: errors appear at first start.',
  'adapter loom': 'Made for one car model: additional equipment is still wired by hand.',
  'standalone computer': 'It runs as well as its map: choose the one that a tuner nearby works with.',
  'loom shop': 'The loom is away for as long as it takes, and fits what the schedule says.',
};

/** What a plan costs, by itself: a part that is accepted stands on the bill already. */
export function planCost(subject: Subject, plan: WiringPlan): PlanCost {
  const { engine, candidate, parts } = subject;
  const accepted = (part: Part) => parts.includes(part);
  const none = { plan, days: undefined, part: undefined };
  if (plan === 'merged looms')
    return {
      ...none,
      price: three(PRICE.merged),
      hours: three(HOURS.loom),
      why: engine.computer
        ? `The ${engine.computer.name} stays, its loom is cut and joined to the car’s.`
        : 'The wires of the engine are joined to the car’s.',
    };
  if (plan === 'loom shop') {
    const shop = candidate.wiring?.shop;
    return {
      ...none,
      price: shop && add(NOTHING, shop.price),
      hours: shop && three(HOURS.shop),
      days: shop?.days,
      why: shop ? `${shop.name}, as quoted.` : 'Request a quote with the wiring schedule.',
    };
  }
  const loom = plan === 'adapter loom';
  const part = partFor(subject, loom ? 'harness adapter' : 'computer');
  if (!part)
    return {
      ...none,
      price: undefined,
      hours: undefined,
      why: `No ${loom ? 'adapter loom' : 'computer'} of the library is for this engine.`,
    };
  const beside = loom ? NOTHING : add(three(PRICE.standalone), three(PRICE.map));
  // The hours of an adapter are those of putting it in; a new loom is made next to the computer that is bought.
  const hours = loom ? (part.hours ? NOTHING : three(HOURS.adapter)) : three(HOURS.loom);
  return {
    plan,
    part,
    price: accepted(part) ? beside : part.price && add(beside, part.price),
    hours: add(hours, accepted(part) ? undefined : part.hours),
    days: part.leadDays,
    why: loom
      ? `${part.name}${accepted(part) ? ', among the parts' : ''}.`
      : `${part.name}, a new loom and a map on a dyno.${namesEngine(subject, part) ? '' : ' Whether it drives this engine is for its sheet to say.'}`,
  };
}

/** While no plan is chosen: from an adapter put in to a new loom with a map, likely the looms merged. */
export const UNDECIDED: Readonly<Record<'price' | 'hours', Distribution>> = {
  price: { low: PRICE.merged[0], likely: PRICE.merged[1], high: PRICE.standalone[2] + PRICE.map[2] },
  hours: { low: HOURS.adapter[0], likely: HOURS.loom[1], high: HOURS.loom[2] },
};

/** The ways to wire a candidate, side by side. */
export function plansOf(subject: Subject): PlanOffer[] {
  const computer = partFor(subject, 'computer');
  return WIRING_PLANS.map((plan) => ({
    ...planCost(subject, plan),
    risk: RISKS[plan],
    keeps: keeps(subject, plan, computer),
  }));
}
