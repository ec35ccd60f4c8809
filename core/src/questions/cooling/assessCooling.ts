import { airDensity, worstAir } from '../curve/index.ts';
import { USE_DUTY } from '../engine/index.ts';
import type { GearingFigures } from '../gearing/index.ts';
import type { MassFigures } from '../mass/index.ts';
import {
  choiceWords,
  checkState,
  costOfPart,
  findingOf,
  Gaps,
  makeCheck,
  MissingInput,
  ofCar,
  type Chassis,
  type Check,
  type CheckResult,
  type CoreSeal,
  type Finding,
  type Part,
  type Remedy,
  type State,
  type Subject,
} from '../../model/index.ts';
import { lowered, madeFrom, propagateAll, say, type Derived, type Figure } from '../../units/index.ts';
import { balance, CRAWL, heldBy, USE_KPH, type Balance, type CoolingSystem } from './balance.ts';
import { coolingSystem, fittedCooling, type Fitted } from './system.ts';

const GROUP = 'Performance';
const TITLE = { now: 'Cooling, heat load', later: 'Cooling, later target' } as const;
/** Above this a core sheds so little that the figure says nothing more, % of it. */
const MOST_PCT = 999;
/** A core may take all that it can shed, %. */
const LIMIT_PCT = 100;

export const DUTIES = ['climb', 'crawl', 'use'] as const;
export type Duty = (typeof DUTIES)[number];

export interface DutyFigures extends Balance {
  readonly duty: Duty;
  readonly speedKph: number;
  /** Heat into the coolant as a share of what the core then sheds, %. */
  readonly loadPct: Derived;
}

export interface CoolingTimes {
  readonly when: 'now' | 'later';
  readonly fullKw: number;
  readonly duties: readonly DutyFigures[];
  /** The cores in their air at the middle of every figure. */
  readonly system: CoolingSystem;
  /** The duty that comes nearest to what the core sheds. */
  readonly governs: DutyFigures;
}

export interface CoolingFigures {
  /** With the engine as it is and at the later target; empty where nothing can be told. */
  readonly times: readonly CoolingTimes[];
  readonly core: string | undefined;
  /** Full power from which the worst duty overheats it. */
  readonly limitKw: Derived | undefined;
}

/** The climb of the brief as what holds it asks of the engine. */
interface Climb {
  readonly speedKph: number;
  readonly inputs: Readonly<Record<string, Figure>>;
  readonly powerKw: (v: Readonly<Record<string, number>>) => number;
}

type InCar = Subject & { readonly chassis: Chassis };

/** @throws MissingInput for what the climb needs and nobody has entered. */
function climbOf(subject: InCar, drivenKg: Derived, gearing: GearingFigures): Climb {
  const { brief, chassis } = subject;
  const trailerKg = brief.hill?.trailerKg ?? 0;
  const { climb } = brief;
  // Whoever pulls a trailer climbs somewhere; without one nothing says that there are hills.
  if (!climb) throw new MissingInput('/brief/climb');
  const { speedKph } = climb;
  if (speedKph === undefined) throw new MissingInput('/brief/climb/speedKph');
  const efficiency = Math.min(...gearing.gears.map((g) => g.efficiency));
  if (!Number.isFinite(efficiency)) throw new MissingInput('/chassis/axleEfficiency');
  const density = airDensity(worstAir(brief.worstAir));
  return {
    speedKph,
    inputs: {
      mass: drivenKg,
      'drag area': ofCar(chassis, 'dragAreaM2'),
      'rolling resistance': ofCar(chassis, 'rollingCoefficient'),
    },
    powerKw: (v) =>
      heldBy(
        {
          massKg: v['mass']!,
          trailerMassKg: trailerKg,
          rollingCoefficient: v['rolling resistance']!,
          dragAreaM2: v['drag area']!,
          airDensityKgPerM3: density,
          slope: Math.atan(climb.gradePct / 100),
        },
        speedKph,
        efficiency,
      ),
  };
}

const FULL = 'full power';

interface Asked {
  readonly subject: InCar;
  readonly fitted: Fitted;
  readonly seal: CoreSeal;
  readonly climb: Climb | undefined;
}

/** Every duty that can be told with these cores at this full power; crawling needs fans. */
function dutiesAt({ subject, fitted, seal, climb }: Asked, full: Figure) {
  const system = coolingSystem(subject, fitted, seal);
  const use = USE_DUTY[subject.brief.use]!;
  const at = (v: Readonly<Record<string, number>>): Record<Duty, Balance | undefined> => {
    const s = system.of(v);
    return {
      climb: climb && balance(s, Math.min(climb.powerKw(v), v[FULL]!), climb.speedKph),
      crawl: fitted.fan && balance(s, CRAWL.share * v[FULL]!, CRAWL.speedKph),
      use: balance(s, use * v[FULL]!, USE_KPH),
    };
  };
  const inputs: Readonly<Record<string, Figure>> = { ...system.inputs, ...climb?.inputs, [FULL]: full };
  const load = (b: Balance | undefined) =>
    b === undefined ? Number.NaN : Math.min(MOST_PCT, b.capacityKw > 0 ? (100 * b.heatKw) / b.capacityKw : MOST_PCT);
  const loads = propagateAll(inputs, (v) => {
    const b = at(v);
    const full = v[FULL]!;
    // A climb that asks for less than full power asks no more of a stronger engine.
    const limits = [
      ...(b.climb && b.climb.powerKw > b.climb.sustainedKw ? [b.climb.sustainedKw] : []),
      ...(b.crawl ? [b.crawl.sustainedKw / CRAWL.share] : []),
      b.use!.sustainedKw / use,
    ];
    return {
      climb: load(b.climb),
      crawl: load(b.crawl),
      use: load(b.use),
      limit: Math.min(...limits, 10 * full),
    };
  });
  const values = Object.fromEntries(Object.entries(inputs).map(([k, f]) => [k, f.value]));
  const now = at(values);
  const speed: Record<Duty, number> = { climb: climb?.speedKph ?? 0, crawl: CRAWL.speedKph, use: USE_KPH };
  const duties = DUTIES.flatMap((duty): DutyFigures[] => {
    const b = now[duty];
    return b ? [{ ...b, duty, speedKph: speed[duty], loadPct: loads[duty] }] : [];
  });
  return { duties, limitKw: loads.limit, system: system.of(values) };
}

const worstOf = (duties: readonly DutyFigures[]): DutyFigures =>
  duties.reduce((worst, d) => (d.loadPct.value > worst.loadPct.value ? d : worst));

const stateOf = (duties: readonly DutyFigures[]): State => {
  const { loadPct } = worstOf(duties);
  return checkState(loadPct.value, loadPct.plusMinus, 'at most', LIMIT_PCT);
};

/** What a duty is called in a sentence. */
function dutyWords(subject: Subject, duty: Duty): string {
  const { brief } = subject;
  switch (duty) {
    case 'climb':
      return `climbing ${say(brief.climb!.gradePct, 'percent', { digits: 0 })} at ${say(brief.climb!.speedKph!, 'speedKph')}${brief.hill?.trailerKg ? ' with the trailer' : ''}`;
    case 'crawl':
      return `crawling at ${say(CRAWL.speedKph, 'speedKph')} on its fans`;
    case 'use':
      return `at ${say(USE_KPH, 'speedKph')} on ${say(100 * USE_DUTY[brief.use]!, 'percent', { digits: 0 })} of full power (${choiceWords(brief.use)})`;
  }
}

interface Judged extends CoolingTimes {
  readonly state: State;
  readonly missing: readonly string[];
  readonly limitKw: Derived;
}

/**
 * One full power with the cores as fitted. How the air is led to the core and what its fans draw decide much and are seldom
 * known: what is not entered never makes anything clear.
 */
function judged(asked: Omit<Asked, 'seal'>, when: 'now' | 'later', full: Figure): Judged {
  const { fitted } = asked;
  const at = (seal: CoreSeal) => dutiesAt({ ...asked, seal }, full);
  const { duties, limitKw, system } = at(fitted.seal ?? 'ordinary');
  const known = fitted.seal !== undefined || fitted.airSharePct !== undefined;
  const missing: string[] = [];
  let state = stateOf(duties);
  if (!known) {
    const best = stateOf(at('ducted').duties);
    const least = stateOf(at('badly sealed').duties);
    if (best === 'blocked') state = 'blocked';
    else if (least === 'clear') state = 'clear';
    else {
      state = 'unknown';
      missing.push('/chassis/cooling/seal');
    }
  }
  if (!fitted.fan) {
    missing.push('/chassis/cooling/fanM3PerH');
    if (state !== 'blocked') state = 'unknown';
  }
  return { when, fullKw: full.value, duties, governs: worstOf(duties), state, missing, limitKw, system };
}

/** Radiators and fans of the library that would do, cheapest first. */
function better(asked: Omit<Asked, 'seal'>, full: Figure, when: 'now' | 'later'): Remedy[] {
  const { subject } = asked;
  const { library, parts } = subject;
  const helps = (p: Part) => p.radiator ?? p.cooling?.fanM3PerH ?? p.cooling?.seal;
  return library.parts
    .filter((p) => helps(p) !== undefined && !p.retired && !p.discontinued && !parts.includes(p))
    .flatMap((p) => {
      const fitted = fittedCooling({ chassis: subject.chassis, parts: [p, ...parts], candidate: subject.candidate });
      return judged({ ...asked, fitted }, when, full).state === 'clear'
        ? [{ ...costOfPart(p, `Fit ${p.name}`), accept: { kind: 'part' as const, partId: p.id } }]
        : [];
    })
    .sort((a, b) => a.cost - b.cost);
}

/** What is said of the first thing that is missing. */
const UNKNOWN: Readonly<Record<string, string>> = {
  '/chassis/cooling/seal': 'air duct of the radiator missing',
  '/chassis/cooling/fanM3PerH': 'fan current missing',
  '/brief/climb': 'longest climb missing',
  '/brief/climb/speedKph': 'climb speed missing',
};
const OF_CLIMB = 'climb demand missing';

function told(asked: Omit<Asked, 'seal'>, j: Judged, full: Figure): { check: Check; finding: Finding } {
  const { subject, fitted } = asked;
  const { governs, when } = j;
  const { powerKw, heatKw, capacityKw, sustainedKw, faceMPerS, airAtCoreC, loadPct } = governs;
  const doing = dutyWords(subject, governs.duty);
  const kw = (v: number) => say(v, 'powerKw', { digits: 0 });
  // A later target is a later stage’s to put right.
  const state = when === 'later' && j.state === 'blocked' ? 'tight' : j.state;
  const check = makeCheck({
    id: `cooling-${when}`,
    step: 'gearing',
    group: GROUP,
    title: TITLE[when],
    quantity: 'percent',
    figure: loadPct,
    limitKind: 'at most',
    limit: LIMIT_PCT,
    span: 60,
    digits: 0,
    state,
    because: `Worst ${doing}: ${kw(powerKw)} from the engine puts ${kw(heatKw)} into the coolant; ${fitted.name} rejects ${kw(capacityKw)} with ${say(faceMPerS, 'speedMPerS')} of air at ${say(airAtCoreC, 'temperatureC')} and ${say(j.system.topHoseC, 'temperatureC')} in the top hose. ${kw(sustainedKw)} continuous.`,
  });
  const load = say(loadPct.value, 'percent', { digits: 0 });
  const title =
    j.state === 'unknown'
      ? `Cooling: ${UNKNOWN[j.missing[0] ?? ''] ?? OF_CLIMB}`
      : j.state === 'blocked'
        ? `Overheats ${doing}: ${load} of the capacity of ${fitted.name}`
        : j.state === 'tight'
          ? `Cooling capacity met, but margin less than uncertainty, ${doing}`
          : `Cooling sufficient: at worst ${load} of the capacity of ${fitted.name}`;
  return {
    check,
    finding: findingOf(check, when === 'later' ? `Later, at ${kw(j.fullKw)}: ${lowered(title)}` : title, {
      about: [subject.candidate.id, subject.engine.id],
      missing: [...j.missing],
      remedies: j.state === 'blocked' || j.state === 'tight' ? better(asked, full, when) : [],
    }),
  };
}

/** Full powers that are judged: the engine as it is, and the later target where it asks for more. */
function fullPowers({ brief }: Subject, peak: Figure): readonly (readonly ['now' | 'later', Figure])[] {
  const later = brief.later.powerKw;
  return later === undefined || later <= peak.value
    ? [['now', peak]]
    : [
        ['now', peak],
        ['later', madeFrom({ value: later, plusMinus: 0, evidence: 'measured' }, brief.later)],
      ];
}

const NOTHING: CoolingFigures = { times: [], core: undefined, limitKw: undefined };

/** Heat against radiator: the climb of the brief, crawling, and what the use asks for, with the engine as it is and later. Always asked. */
export function assessCooling(
  subject: Subject,
  mass: { readonly figures: MassFigures; readonly findings: readonly Finding[] },
  gearing: GearingFigures,
): CheckResult & { figures: CoolingFigures } {
  const { chassis, brief, engine, candidate } = subject;
  if (!chassis) return { checks: [], findings: [], figures: NOTHING };
  const inCar: InCar = { ...subject, chassis };
  const gaps = new Gaps();
  const { climb, open } = climbWith(inCar, mass, gearing, gaps);
  const known = gaps.find(() => {
    if (!gearing.peakPowerKw) throw new MissingInput(`/engines/${engine.id}/curves`);
    const asked = { subject: inCar, fitted: fittedCooling(inCar), climb };
    return fullPowers(subject, gearing.peakPowerKw).map(([when, full]) => {
      const j = judged(asked, when, full);
      // A climb that can’t be told may be the worst of all.
      const whole: Judged =
        open.length > 0 && j.state !== 'blocked' ? { ...j, state: 'unknown', missing: [...open, ...j.missing] } : j;
      return { j, core: asked.fitted.name, ...told(asked, whole, full) };
    });
  });
  const nothing = makeCheck({
    id: 'cooling-now',
    step: 'gearing',
    group: GROUP,
    title: TITLE.now,
    quantity: 'percent',
    figure: undefined,
    limitKind: 'at most',
    limit: LIMIT_PCT,
    because: 'Needs the core of the radiator, the torque curve, and the climb of the brief where a trailer is pulled.',
  });
  const now = known?.[0];
  const later = brief.later.powerKw;
  return {
    checks: known?.map((k) => k.check) ?? [
      nothing,
      ...(later === undefined
        ? []
        : [
            {
              ...nothing,
              id: 'cooling-later' as const,
              title: TITLE.later,
            },
          ]),
    ],
    findings: [
      ...(known ?? []).map((k) => k.finding),
      ...gaps.findings('cooling', 'gearing', 'Cooling', [candidate.id]),
    ],
    figures: now ? { times: known.map((k) => k.j), core: now.core, limitKw: now.j.limitKw } : NOTHING,
  };
}

/** The climb, and what stands in its way: missing figures of its own, told through the gaps, or the mass of the car. */
function climbWith(
  subject: InCar,
  { figures, findings }: { readonly figures: MassFigures; readonly findings: readonly Finding[] },
  gearing: GearingFigures,
  gaps: Gaps,
): { readonly climb: Climb | undefined; readonly open: readonly string[] } {
  const { climb, hill } = subject.brief;
  const { drivenKg } = figures;
  if (!climb && !hill?.trailerKg) return { climb: undefined, open: [] };
  if (!drivenKg) {
    const missing = new Set(findings.filter((f) => f.state === 'unknown').flatMap((f) => f.missing));
    return { climb: undefined, open: missing.size > 0 ? [...missing] : ['/chassis/weighing'] };
  }
  const tried = gaps.find(() => climbOf(subject, drivenKg, gearing));
  return { climb: tried, open: tried ? [] : gaps.pointers };
}
