import type { CoolingFigures } from '../cooling/index.ts';
import {
  boughtBySum,
  boughtBySums,
  bsfcOf,
  DUTY_LIMIT_PCT,
  FUEL,
  fuelOf,
  injectorsOf,
  pumpLph,
  throttleOf,
} from '../engine/index.ts';
import { STANDARD_AIR_DENSITY, type GearingFigures, type RoadFigures } from '../gearing/index.ts';
import {
  choiceWords,
  makeFinding,
  type CheckResult,
  type Finding,
  type Part,
  type RAISED_LINKS,
  type Subject,
} from '../../model/index.ts';
import { capital, say, scatterOf, worstEvidence, type Figure } from '../../units/index.ts';
import { CLUTCH_RESERVE } from './clutch.ts';
import { SERVICE_FACTOR } from './load.ts';
import type { DrivelineFigures } from './assessDriveline.ts';
import type { StrengthFigures } from './assessStrength.ts';
import { gearWord } from './gearLoad.ts';
import { rankComponentLimits, type ComponentLimit, type ComponentLimits } from './weakestComponent.ts';

/** The order in which engine, fuel, cooling, clutch, gearbox, axle, tyres and brakes give up, and what is said of it. */
export function assessComponents(
  subject: Subject,
  gearing: GearingFigures,
  road: RoadFigures,
  strength: StrengthFigures,
  driveline: DrivelineFigures,
  cooling: CoolingFigures | undefined,
): CheckResult & { figures: ComponentLimits } {
  const links = [
    ...engineLinks(subject, gearing),
    coolingLink(cooling),
    ...drivelineLinks(subject, gearing, strength, driveline),
    tyreLink(gearing, road),
    brakeLink(subject),
  ].map((link) => raised(link, subject.parts));
  const { now, later } = subject.brief;
  const order = rankComponentLimits(links, { now: now.powerKw, later: later.powerKw }, [
    ...subject.parts,
    ...boughtBySums(subject),
  ]);
  const findings: Finding[] = [];
  for (const t of order.targets) {
    // Tyres that slip break nothing: they stand in the order, not in the warning.
    const breaks = t.giveUp.filter((l) => l.carries);
    const first = breaks[0];
    if (!first || t.when === 'now') continue;
    findings.push(
      makeFinding({
        id: `weakest-${t.when}`,
        state: 'tight',
        step: 'gearing',
        title: `Later (${say(t.kw, 'powerKw')}): weakest component is ${first.name}, limit ${say(first.kw!, 'powerKw')}`,
        because: `${first.because}${
          t.giveUp.length > 1
            ? ` After it: ${t.giveUp
                .slice(1)
                .map((l) => `${l.name} at ${say(l.kw!, 'powerKw')}`)
                .join(', ')}.`
            : ''
        }`,
        figure: first.kw!,
        limit: t.kw,
        quantity: 'powerKw',
        ...(first.evidence ? { evidence: first.evidence } : {}),
        about: [subject.candidate.id],
      }),
    );
  }
  for (const i of order.idle)
    findings.push(
      makeFinding({
        id: `idle-${i.partId}`,
        state: 'clear',
        step: 'gearing',
        title: `${i.name} brings nothing until the ${i.until.map((l) => l.name).join(' and ')} ${i.until.length > 1 ? 'are' : 'is'} done`,
        because: `${i.until.map((l) => `${l.name} ${say(l.kw!, 'powerKw')}`).join(', ')}is the limit.`,
        about: subject.parts.some((p) => p.id === i.partId) ? [i.partId] : [subject.candidate.id],
      }),
    );
  return { checks: [], findings, figures: order };
}

/** Which links a part can raise, by their ids. */
const LINK_IDS: Readonly<Record<(typeof RAISED_LINKS)[number], RegExp>> = {
  'bottom end': /^inside/,
  fuel: /^fuel$/,
  air: /^air$/,
  gearbox: /^gear/,
  axle: /^axle$/,
  'half shafts': /^shafts$/,
};

/** Whether a part is made to raise a link. */
export const raisesLink = (part: Part, link: Pick<ComponentLimit, 'id' | 'raisedBy'>): boolean =>
  link.raisedBy.includes(part.class) || (part.raises !== undefined && LINK_IDS[part.raises.link].test(link.id));

/** A link with the part that raises it, where it is raised above what it stands. */
function raised(link: ComponentLimit, parts: readonly Part[]): ComponentLimit {
  const part = parts.find((p) => p.raises && LINK_IDS[p.raises.link].test(link.id));
  const to = part?.raises?.toKw;
  if (!part || !to || (link.kw !== undefined && link.kw >= to.value)) return link;
  const { missing: _known, ...rest } = link;
  return {
    ...rest,
    kw: to.value,
    plusMinusKw: scatterOf(to),
    evidence: to.evidence,
    because: `${part.name}: good for ${say(to.value, 'powerKw')}.`,
    raisedBy: [...new Set([...link.raisedBy, part.class])],
  };
}

const spread = (kw: number, f: Figure) => (f.value === 0 ? 0 : (kw * scatterOf(f)) / f.value);

function engineLinks(subject: Subject, gearing: GearingFigures): ComponentLimit[] {
  const { engine } = subject;
  const peakNm = gearing.peakTorqueNm?.value;
  const peakKw = gearing.peakPowerKw?.value;
  const inside = (engine.limits ?? []).flatMap((l): ComponentLimit[] => {
    // A torque limit as power: more of the same curve.
    const kw =
      l.kind === 'powerKw' ? l.figure.value : peakNm && peakKw ? (peakKw * l.figure.value) / peakNm : undefined;
    return [
      {
        id: `inside-${l.id}`,
        carries: true,
        name: 'short block',
        kw,
        plusMinusKw: kw === undefined ? 0 : spread(kw, l.figure),
        evidence: l.figure.evidence,
        because: `${say(l.figure.value, l.kind)} rating; first failure: ${l.goesFirst}.`,
        raisedBy: [],
      },
    ];
  });
  const links: ComponentLimit[] =
    inside.length > 0
      ? inside
      : [
          {
            id: 'inside',
            carries: true,
            name: 'short block',
            kw: undefined,
            plusMinusKw: 0,
            evidence: undefined,
            because: 'No rating.',
            missing: `/engines/${engine.id}/limits`,
            raisedBy: [],
          },
        ];
  const pump = pumpLink(subject);
  const injectors = injectorsOf(subject);
  if (injectors) {
    const { count, flowCcPerMin, referenceBar, railBar } = injectors;
    const flow = flowCcPerMin.value * Math.sqrt(railBar.value / referenceBar.value) * (DUTY_LIMIT_PCT / 100);
    const bsfc = bsfcOf(subject);
    const kw = (count * flow * 60 * FUEL[fuelOf(subject)].densityKgPerL.value) / bsfc.value;
    links.push({
      id: 'fuel',
      carries: true,
      name: 'fuel',
      kw,
      plusMinusKw: Math.hypot(spread(kw, flowCcPerMin), spread(kw, bsfc)),
      evidence: bsfc.evidence,
      because: `${count} injectors of ${say(flowCcPerMin.value, 'flowCcPerMin')} at ${DUTY_LIMIT_PCT} % duty.`,
      raisedBy: pump ? ['injectors'] : ['injectors', 'pump'],
    });
  }
  if (pump) links.push(pump);
  links.push(airLink(subject));
  return links;
}

/** A pump that a sum has bought; what the car’s own gives nobody is asked. */
function pumpLink(subject: Subject): ComponentLimit | undefined {
  const pump = boughtBySum(subject, 'pump');
  if (!pump) return undefined;
  const gives = pump.inputs['givesLph']!;
  const bsfc = bsfcOf(subject);
  const density = FUEL[fuelOf(subject)].densityKgPerL.value;
  const kw = gives.value / pumpLph(1, bsfc.value, density, pump.inputs['reservePct']!.value);
  return {
    id: 'pump',
    carries: true,
    name: 'fuel pump',
    kw,
    plusMinusKw: Math.hypot(spread(kw, gives), spread(kw, bsfc)),
    evidence: worstEvidence([gives.evidence, bsfc.evidence]),
    because: `${pump.name} delivers ${say(gives.value, 'flowLph')} at rail pressure.`,
    raisedBy: ['pump'],
  };
}

/** Mean speed in the throat of the throttle that an engine still breathes freely at, m/s; the bench's rule. */
const THROAT_M_PER_S = 90;

/** Air: the power at which the throat of the throttle reaches its speed, outside air. */
function airLink(subject: Subject): ComponentLimit {
  const { engine } = subject;
  const throttle = throttleOf(subject);
  if (!throttle)
    return {
      id: 'air',
      carries: true,
      name: 'air',
      kw: undefined,
      plusMinusKw: 0,
      evidence: undefined,
      because: 'Throttle size missing.',
      missing: `/engines/${engine.id}/throttle`,
      raisedBy: [],
    };
  const bsfc = bsfcOf(subject);
  const areaM2 = (Math.PI / 4) * (throttle.boreMm.value / 1000) ** 2 * throttle.throats;
  // A blower behind the throttle draws through it at the air outside.
  const kgPerS = STANDARD_AIR_DENSITY * areaM2 * THROAT_M_PER_S;
  const kw = (kgPerS * 3.6e6) / (bsfc.value * FUEL[fuelOf(subject)].fullLoadAfr.value);
  return {
    id: 'air',
    carries: true,
    name: 'air',
    kw,
    plusMinusKw: Math.hypot(spread(kw, bsfc), 2 * spread(kw, throttle.boreMm), 0.1 * kw),
    evidence: 'estimated',
    because: `${throttle.throats === 1 ? 'Throttle bore' : `${throttle.throats} throats`} of ${say(throttle.boreMm.value, 'lengthMm')} ${throttle.throats === 1 ? 'passes' : 'pass'} it at ${say(THROAT_M_PER_S, 'speedMPerS', { digits: 0 })}.`,
    raisedBy: ['manifold'],
  };
}

function coolingLink(cooling: CoolingFigures | undefined): ComponentLimit {
  const raisedBy = ['radiator', 'fan'] as const;
  const limitKw = cooling?.limitKw;
  if (!limitKw)
    return {
      id: 'cooling',
      carries: true,
      name: 'cooling',
      kw: undefined,
      plusMinusKw: 0,
      evidence: undefined,
      because: 'Radiator core size missing.',
      missing: '/chassis/radiator',
      raisedBy,
    };
  return {
    id: 'cooling',
    carries: true,
    name: 'cooling',
    kw: limitKw.value,
    plusMinusKw: limitKw.plusMinus,
    evidence: limitKw.evidence,
    because: `${capital(cooling.core!)} cools up to this power in the hot-day conditions of the brief: climb, crawl and continuous duty.`,
    raisedBy,
  };
}

function drivelineLinks(
  subject: Subject,
  gearing: GearingFigures,
  strength: StrengthFigures,
  driveline: DrivelineFigures,
): ComponentLimit[] {
  const peakNm = gearing.peakTorqueNm?.value;
  const peakKw = gearing.peakPowerKw?.value;
  const links: ComponentLimit[] = [];
  const perNm = peakNm && peakKw ? peakKw / peakNm : undefined;
  const { gearbox } = subject;
  const factor = SERVICE_FACTOR[subject.brief.use];
  if (strength.clutchCapacityNm) {
    const c = strength.clutchCapacityNm;
    const kw = perNm && (perNm * c.value) / CLUTCH_RESERVE;
    links.push({
      id: 'clutch',
      carries: true,
      name: 'clutch',
      kw,
      plusMinusKw: kw === undefined ? 0 : spread(kw, c),
      evidence: c.evidence,
      because: `Torque capacity ${say(c.value, 'torqueNm')}; required ${CLUTCH_RESERVE} × peak torque.`,
      raisedBy: ['clutch kit', 'flywheel'],
    });
  }
  const rated = strength.gears.filter((g) => g.bridged);
  if (rated.length === 0)
    links.push({
      id: 'gearbox',
      carries: true,
      name: 'gearbox',
      kw: undefined,
      plusMinusKw: 0,
      evidence: undefined,
      because: `No torque rating for ${gearbox.name}.`,
      missing: `/gearboxes/${gearbox.id}/ratings`,
      raisedBy: [],
    });
  // A gear in which the tyres let go below its rating never gives up, whatever the engine makes.
  const breakable = rated.filter((g) => {
    const grip = gearing.gears[g.gear - 1]?.torqueAtGripNm;
    return grip === undefined || grip > g.ratingNm!;
  });
  // Gears of one rating give up together.
  const ratings = [...new Set(breakable.map((g) => g.ratingNm!))];
  for (const ratingNm of ratings) {
    const of = breakable.filter((g) => g.ratingNm === ratingNm);
    const first = of[0]!;
    const kw = perNm && (perNm * ratingNm) / factor;
    links.push({
      id: `gear-${first.gear}`,
      carries: true,
      name: `gearbox in ${of.length > 2 ? `${gearWord(first.gear)} to ${gearWord(of.at(-1)!.gear)}` : of.map((g) => gearWord(g.gear)).join(' and ')}`,
      kw,
      plusMinusKw: kw === undefined ? 0 : spread(kw, first.bridged!.inputNm),
      evidence: first.bridged!.inputNm.evidence,
      because: `Rating ${say(ratingNm, 'torqueNm')}; service factor ${factor} for ${choiceWords(subject.brief.use)}.`,
      raisedBy: [],
    });
  }
  const { pinionMargin, shaftMargin } = driveline;
  for (const [id, name, m] of [
    ['axle', 'axle', pinionMargin],
    ['shafts', 'half shafts', shaftMargin],
  ] as const) {
    // Where the tyres set the load, more power changes nothing for what is behind them.
    if (!m || peakKw === undefined) continue;
    if (m.value >= 1 && strength.gears[0]?.governs === 'grip') continue;
    const kw = peakKw * m.value;
    links.push({
      id,
      carries: true,
      name,
      kw,
      plusMinusKw: spread(kw, m),
      evidence: m.evidence,
      because: `${say(m.value, 'ratio')} its worst load in first.`,
      raisedBy: [],
    });
  }
  return links;
}

/** Tyres give up by gear: the highest gear that still holds decides how much power can be used at all. */
function tyreLink(gearing: GearingFigures, road: RoadFigures): ComponentLimit {
  const peakKw = gearing.peakPowerKw?.value;
  const second = gearing.gears[1];
  if (peakKw === undefined || !second || gearing.gripN === undefined)
    return {
      id: 'tyres',
      carries: false,
      name: 'tyres',
      kw: undefined,
      plusMinusKw: 0,
      evidence: undefined,
      because: 'Missing: vehicle mass, tyre or torque curve.',
      missing: '/chassis/weighing',
      raisedBy: [],
    };
  const kw = (peakKw * gearing.gripN) / second.peakThrustN;
  return {
    id: 'tyres',
    carries: false,
    name: 'tyres in second',
    kw,
    plusMinusKw: 0.1 * kw,
    evidence: 'estimated',
    because: `Dry they pass ${say(gearing.gripN, 'forceN')}; above that second spins too${road.wetGripN === undefined ? '' : `, in the wet from ${say((peakKw * road.wetGripN) / second.peakThrustN, 'powerKw')}`}.`,
    raisedBy: ['wheels'],
  };
}

function brakeLink(subject: Subject): ComponentLimit {
  const part = subject.parts.find((p) => p.class === 'brakes' && p.brakesForKw);
  const f = part?.brakesForKw ?? subject.chassis?.brakesForKw;
  return {
    id: 'brakes',
    carries: false,
    name: 'brakes',
    kw: f?.value,
    plusMinusKw: f ? scatterOf(f) : 0,
    evidence: f?.evidence,
    because: f
      ? `${part ? `${part.name}: ` : ''}good for ${say(f.value, 'powerKw')} in a car of this mass.`
      : 'No brake rating.',
    ...(f ? {} : { missing: '/chassis/brakesForKw' }),
    raisedBy: ['brakes'],
  };
}
