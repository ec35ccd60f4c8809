import {
  costOfPart,
  findingOf,
  Gaps,
  makeCheck,
  ofBrakes,
  ofCar,
  PAD_LIMIT_C,
  type Brakes,
  type Check,
  type CheckResult,
  type Finding,
  type PadKind,
  type Part,
  type Remedy,
  type Subject,
  type WheelBrake,
} from '../../model/index.ts';
import {
  exactly,
  GRAVITY,
  madeFrom,
  ORIGIN,
  propagate,
  propagateAll,
  say,
  scatterOf,
  type Derived,
  type Figure,
} from '../../units/index.ts';
import { airDensity, worstAir } from '../curve/index.ts';
import type { MassFigures } from '../mass/index.ts';
import {
  afterDescentC,
  afterStopsC,
  brakeMassKg,
  COOLING_S,
  descentPowerW,
  idealFrontShare,
  IRON_J_PER_KG_K,
  stopEnergyJ,
} from './heat.ts';
import { brakeHydraulics } from './hydraulics.ts';

const GROUP = 'Ride, brakes, tyres';
/** Asked of a road car where the brief says nothing faster, km/h. */
const ROAD_KPH = 100;
/** Mass from lengths leaves out hat, ribs and wear: by this share. */
const FROM_LENGTHS = 0.08;
/** How well the cooling of brakes nobody has measured is known, as a share. */
const COOLING_DOUBT = 0.15;
/** Points by which a front share that follows the loads may be out. */
const IDEAL_SHARE_DOUBT = 0.04;
/** A pedal that presses the car’s own brakes is asked about once the car is heavier than this times as weighed. */
const HEAVIER = 1.1;
const PEDAL_AT_G = 0.8;
const SERVO_LIMIT_N = 500;
const BARE_LIMIT_N = 700;
/** With the servo failed: deceleration in g and force; from memory of the type-approval rules. */
const FAILED = { g: 0.25, limitN: 500 } as const;
const TYPICAL_FRICTION: Figure = { value: 0.38, plusMinus: 0.05, evidence: 'estimated', source: 'typical of pads' };
const RULES = 'Brakes are proved on a tester by someone licensed, and local rules decide.';

type End = 'front' | 'rear';

/** What is at the wheels of a candidate: its bought brakes before the car’s own. */
interface Fitted {
  readonly front: WheelBrake | undefined;
  readonly rear: WheelBrake | undefined;
  readonly linings: Readonly<Record<End, PadKind>>;
  /** Where brakes are entered: the car’s own, else the part’s. */
  readonly entered: object;
  /** Neither end is bought: the front share of the car as found holds. */
  readonly own: boolean;
}

function fittedBrakes(own: Brakes | undefined, bought: readonly Part[]): Fitted {
  const of = (end: End) => bought.find((p) => p.brakes?.[end])?.brakes?.[end];
  // Linings come with the end that they are bought for; pads bought alone go into both.
  const linings = (end: End) =>
    bought.find(({ brakes: b }) => b?.linings && (b[end] ?? !(b.front ?? b.rear)))?.brakes?.linings ??
    own?.linings ??
    'ordinary';
  return {
    front: of('front') ?? own?.front,
    rear: of('rear') ?? own?.rear,
    linings: { front: linings('front'), rear: linings('rear') },
    entered: own ?? bought.find((p) => p.brakes)?.brakes ?? bought,
    own: !bought.some((p) => p.brakes?.front ?? p.brakes?.rear),
  };
}

const massOf = (b: WheelBrake): Figure => {
  if (b.massKg) return b.massKg;
  const value = brakeMassKg({ ...b, massKg: undefined });
  return {
    value,
    plusMinus: FROM_LENGTHS * value,
    evidence: 'estimated',
    source: 'from its lengths, as cast iron',
    [ORIGIN]: b,
  };
};

/** A front share in percent as a share of one, still the figure that was entered. */
const asShare = (pct: Figure): Figure =>
  madeFrom({ ...pct, value: pct.value / 100, plusMinus: scatterOf(pct) / 100 }, pct);

const nameOf = (b: WheelBrake) => (b.kind === 'disc' ? 'discs' : 'drums');

/** What the heat of the brakes rests on. */
interface Hot {
  readonly subject: Subject;
  readonly brakes: Fitted & { readonly front: WheelBrake; readonly rear: WheelBrake };
  readonly drivenKg: Derived;
  readonly toRearMm: number;
  readonly heightMm: number;
  readonly wheelbaseMm: number;
}

interface Peaks {
  readonly front: Derived;
  readonly rear: Derived;
}

const SHARE = 'front share of the braking';
const COOLING = 'cooling of the brakes';

/** Both ends of the car after some braking, °C, with the doubt of mass, discs, drums, front share and cooling. */
function peaks(
  { subject, brakes, drivenKg, toRearMm, heightMm, wheelbaseMm }: Hot,
  slope: number,
  hot: (mass: number, wheelShare: number, brakeKg: number, timeConstantS: number) => number,
): Peaks {
  const fitted = brakes.own ? subject.chassis?.brakeFrontPct : undefined;
  const share: Figure = fitted
    ? asShare(fitted)
    : {
        value: idealFrontShare(toRearMm, heightMm, wheelbaseMm, slope),
        plusMinus: IDEAL_SHARE_DOUBT,
        evidence: 'estimated',
        [ORIGIN]: subject.chassis!.weighing,
      };
  return propagateAll(
    {
      mass: drivenKg,
      front: massOf(brakes.front),
      rear: massOf(brakes.rear),
      [SHARE]: share,
      [COOLING]: { value: 1, plusMinus: COOLING_DOUBT, evidence: 'estimated', [ORIGIN]: brakes.entered },
    },
    (v) => ({
      front: hot(v['mass'], v[SHARE] / 2, v['front'], COOLING_S.front * v[COOLING]),
      rear: hot(v['mass'], (1 - v[SHARE]) / 2, v['rear'], COOLING_S.rear * v[COOLING]),
    }),
  );
}

/** A round of stops: full ones on the track, slowings to half the speed on the road. */
interface Round {
  readonly words: string;
  readonly decelerationG: number;
  readonly stops: number;
  readonly fromKph: number;
  readonly toKph: number;
}
const INTERVAL_S = 45;

function roundOf({ brief }: Subject): Round {
  const fromKph = brief.fastestKph ?? ROAD_KPH;
  return brief.use === 'track'
    ? { words: `ten stops from ${say(fromKph, 'speedKph')} at 0.6 g`, decelerationG: 0.6, stops: 10, fromKph, toKph: 0 }
    : {
        words: `15 slowings from ${say(fromKph, 'speedKph')} to half of it at 3 m/s²`,
        decelerationG: 3 / GRAVITY,
        stops: 15,
        fromKph,
        toKph: fromKph / 2,
      };
}

const afterRound = (hot: Hot, round: Round): Peaks =>
  peaks(hot, round.decelerationG, (mass, share, brakeKg, timeConstantS) =>
    afterStopsC({
      riseK: (stopEnergyJ(mass, round.fromKph, round.toKph) * share) / (brakeKg * IRON_J_PER_KG_K),
      stops: round.stops,
      intervalS: INTERVAL_S,
      timeConstantS,
      airC: hot.subject.brief.worstAir.temperatureC,
    }),
  );

function afterDescent(hot: Hot, drag: { readonly areaM2: number; readonly rolling: number }): Peaks {
  const { brief } = hot.subject;
  const { gradePct, lengthM, speedKph } = brief.descent!;
  const trailerKg = brief.hill?.trailerKg ?? 0;
  const airDensityKgPerM3 = airDensity(worstAir(brief.worstAir));
  return peaks(hot, gradePct / 100, (mass, share, brakeKg, timeConstantS) =>
    afterDescentC({
      wheelPowerW:
        share *
        descentPowerW({
          massKg: mass + trailerKg,
          speedKph,
          gradePct,
          rollingCoefficient: drag.rolling,
          dragAreaM2: drag.areaM2,
          airDensityKgPerM3,
          // In neutral: what the engine takes is a reserve that nobody has measured.
          engineBrakingKw: 0,
        }),
      massKg: brakeKg,
      heatJPerKgK: IRON_J_PER_KG_K,
      timeConstantS,
      lengthM,
      speedKph,
      airC: brief.worstAir.temperatureC,
    }),
  );
}

const limitOf = ({ linings }: Fitted, end: End): number => PAD_LIMIT_C[linings[end]];

/** The end that comes nearest to what its own linings stand. */
const worstOf = (brakes: Fitted, { front, rear }: Peaks): End =>
  limitOf(brakes, 'front') - front.value <= limitOf(brakes, 'rear') - rear.value ? 'front' : 'rear';

/** One row and its finding: how hot the hotter end gets against what its linings stand. */
function heatJudged(
  id: 'brakes-stops' | 'brakes-descent',
  title: string,
  hot: Hot,
  work: string,
  found: Peaks,
  remedies: readonly Remedy[],
): { check: Check; finding: Finding } {
  const { brakes } = hot;
  const worst = worstOf(brakes, found);
  const limit = limitOf(brakes, worst);
  const other = worst === 'front' ? 'rear' : 'front';
  const at = found[worst];
  const check = makeCheck({
    id,
    step: 'weight',
    group: GROUP,
    title,
    quantity: 'temperatureC',
    figure: at,
    limitKind: 'at most',
    limit,
    span: 300,
    because: `After ${work} the ${worst} ${nameOf(brakes[worst])} are at ${say(at.value, 'temperatureC')}, the ${other} ${nameOf(brakes[other])} at ${say(found[other].value, 'temperatureC')}; ${brakes.linings[worst]} linings at the ${worst} stand ${say(limit, 'temperatureC')}. ${RULES}`,
  });
  const where = `The ${worst} brakes`;
  return {
    check,
    finding: findingOf(
      check,
      check.state === 'blocked'
        ? `${where} overheat: ${say(at.value, 'temperatureC')} after ${work}`
        : check.state === 'tight'
          ? `${where} stay below their limit by less than the doubt of the sum`
          : `The brakes stay below ${say(limit, 'temperatureC')} after ${work}`,
      { about: [hot.subject.candidate.id], remedies: check.state === 'clear' ? [] : [...remedies] },
    ),
  };
}

/** Brakes in the library that would stay cool enough, cheapest first. */
function cooler(hot: Hot, own: Brakes | undefined, heat: (with_: Hot) => Peaks): Remedy[] {
  const { library, parts } = hot.subject;
  return library.parts
    .filter((p) => p.class === 'brakes' && p.brakes && !p.retired && !p.discontinued && !parts.includes(p))
    .flatMap((p) => {
      const fitted = fittedBrakes(own, [p]);
      const { front, rear } = fitted;
      if (!front || !rear) return [];
      const then = heat({ ...hot, brakes: { ...fitted, front, rear } });
      const stands = (end: End) => then[end].value + then[end].plusMinus <= limitOf(fitted, end);
      return stands('front') && stands('rear')
        ? [{ ...costOfPart(p, `Fit ${p.name}`), accept: { kind: 'part' as const, partId: p.id } }]
        : [];
    })
    .sort((a, b) => a.cost - b.cost);
}

const pistonsMm2 = (b: WheelBrake | undefined): number | undefined =>
  b?.kind === 'disc' && b.pistonMm !== undefined
    ? (b.pistonsOneSide ?? 1) * (Math.PI / 4) * b.pistonMm ** 2
    : undefined;

/** What the foot has to press for a hard stop, N; undefined where the callipers or the share behind them are not known. */
function pedalForce(hot: Hot, rollingRadiusMm: number): { force: Derived; failed: Derived } | undefined {
  const { chassis } = hot.subject;
  const pedal = chassis?.brakes?.pedal;
  const { front, rear } = hot.brakes;
  const area = pistonsMm2(front);
  if (!pedal || area === undefined || front.kind !== 'disc' || front.effectiveRadiusMm === undefined) return undefined;
  const rearArea = pistonsMm2(rear);
  const rearKnown = rear.kind === 'disc' && rearArea !== undefined && rear.effectiveRadiusMm !== undefined;
  // Drums multiply by a factor that nobody measures: what the front share leaves them is taken instead.
  const frontPct = chassis.brakeFrontPct;
  if (!rearKnown && !frontPct) return undefined;
  // That share is of the car’s own front brakes: bought ones change the front, and leave the rear as it was.
  const own = chassis.brakes?.front;
  const ownArea = pistonsMm2(own);
  if (!rearKnown && (own?.kind !== 'disc' || ownArea === undefined || own.effectiveRadiusMm === undefined))
    return undefined;
  const rearOf = (share: number) =>
    rearKnown
      ? { area: rearArea, radius: rear.effectiveRadiusMm! }
      : { area: (ownArea! * (1 - share)) / share, radius: (own as { effectiveRadiusMm: number }).effectiveRadiusMm };
  const at = (g: number, servo: number) =>
    propagate(
      {
        mass: hot.drivenKg,
        'friction of the pads': pedal.friction ?? madeFrom(TYPICAL_FRICTION, pedal),
        [SHARE]: frontPct ? asShare(frontPct) : exactly(1),
      },
      (v) => {
        const behind = rearOf(v[SHARE]);
        return brakeHydraulics({
          massKg: v['mass'],
          pedalForceN: 100,
          pedalRatio: pedal.ratio,
          servoRatio: servo,
          masterDiameterMm: pedal.masterMm,
          padFriction: v['friction of the pads'],
          frontPistonAreaOneSideMm2: area,
          rearPistonAreaOneSideMm2: behind.area,
          frontEffectiveRadiusMm: front.effectiveRadiusMm!,
          rearEffectiveRadiusMm: behind.radius,
          rollingRadiusMm,
          targetDecelerationG: g,
        }).pedalForceForTargetN;
      },
    );
  return { force: at(PEDAL_AT_G, pedal.servoRatio), failed: at(FAILED.g, 1) };
}

/** Where it is entered what the pedal presses: the pedal itself, then the front callipers, which may be bought ones. */
function pedalMissing({ chassis, parts }: Subject): string[] {
  if (!chassis?.brakes?.pedal) return ['/chassis/brakes/pedal'];
  const bought = parts.find((p) => p.brakes?.front);
  const of = bought ? [`/parts/${bought.id}/brakes/front`] : [];
  return [...of, '/chassis/brakes/front', '/chassis/brakes/rear', '/chassis/brakeFrontPct'];
}

/** The pedal, where brakes were bought, the car became heavy, or somebody has measured it. */
function pedalJudged(
  hot: Hot,
  asWeighedKg: number | undefined,
  totalKg: number | undefined,
  radiusMm: number | undefined,
) {
  const { subject, brakes } = hot;
  const pedal = subject.chassis?.brakes?.pedal;
  const heavier = asWeighedKg !== undefined && totalKg !== undefined && totalKg > HEAVIER * asWeighedKg;
  if (!pedal && brakes.own && !heavier) return undefined;
  const found = radiusMm === undefined ? undefined : pedalForce(hot, radiusMm);
  const limit = pedal && pedal.servoRatio > 1 ? SERVO_LIMIT_N : BARE_LIMIT_N;
  const failing = found && pedal && pedal.servoRatio > 1 && found.failed.value > FAILED.limitN;
  const check = makeCheck({
    id: 'brake-pedal',
    step: 'weight',
    group: GROUP,
    title: 'Pedal force for a hard stop',
    quantity: 'forceN',
    figure: found?.force,
    limitKind: 'at most',
    limit,
    span: 500,
    ...(failing ? { state: 'blocked' as const } : {}),
    because: found
      ? `For ${PEDAL_AT_G} g the foot presses ${say(found.force.value, 'forceN')}, at most ${say(limit, 'forceN')}${pedal!.servoRatio > 1 ? `; with the servo failed ${say(found.failed.value, 'forceN')} for ${FAILED.g} g, at most ${say(FAILED.limitN, 'forceN')}` : ''}. ${RULES}`
      : 'Needs pedal ratio, servo, master cylinder, the front callipers, and the rear ones or the front share.',
  });
  return {
    check,
    finding: findingOf(
      check,
      check.state === 'unknown'
        ? 'Whether the pedal suits the brakes is not known'
        : failing
          ? 'With the servo failed nobody can press hard enough'
          : check.state === 'blocked'
            ? `The pedal asks for ${say(found!.force.value, 'forceN')}, more than a leg may be asked for`
            : check.state === 'tight'
              ? 'The pedal is light enough by less than the doubt of the sum'
              : 'The pedal is light enough',
      {
        about: [subject.candidate.id],
        missing: check.state === 'unknown' ? pedalMissing(subject) : [],
      },
    ),
  };
}

/** Rows that stand open where brakes or mass are not known. */
const DESCENT_ROW = {
  id: 'brakes-descent',
  step: 'weight',
  group: GROUP,
  title: 'Brakes, descent',
  quantity: 'temperatureC',
  limitKind: 'at most',
  figure: undefined,
} as const;
const PEDAL_ROW = {
  id: 'brake-pedal',
  step: 'weight',
  group: GROUP,
  title: 'Pedal force for a hard stop',
  quantity: 'forceN',
  limitKind: 'at most',
  figure: undefined,
} as const;

/** Heat of repeated stops and of the brief’s descent, and the pedal. Always asked of a car that is weighed. */
export function assessBrakes(
  subject: Subject,
  { figures: mass, findings: ofMass }: { readonly figures: MassFigures; readonly findings: readonly Finding[] },
  rollingRadiusMm: number | undefined,
): CheckResult {
  const { chassis, brief, parts } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const { drivenKg, comMm } = mass;
  if (!chassis) return { checks, findings };
  const gaps = new Gaps();
  const bought = parts.filter((p) => p.brakes);
  const fitted = fittedBrakes(chassis.brakes, bought);
  const front = fitted.front ?? gaps.find(() => ofBrakes(chassis, 'front'));
  const rear = fitted.rear ?? gaps.find(() => ofBrakes(chassis, 'rear'));
  const wheelbase = gaps.find(() => ofCar(chassis, 'wheelbaseMm'));
  const drag = brief.descent
    ? gaps.find(() => ({
        areaM2: ofCar(chassis, 'dragAreaM2').value,
        rolling: ofCar(chassis, 'rollingCoefficient').value,
      }))
    : undefined;
  if (front && rear && wheelbase && drivenKg && comMm) {
    const hot: Hot = {
      subject,
      brakes: { ...fitted, front, rear },
      drivenKg,
      toRearMm: wheelbase.value + comMm[0],
      heightMm: comMm[2],
      wheelbaseMm: wheelbase.value,
    };
    const round = roundOf(subject);
    const put = ({ check, finding }: { check: Check; finding: Finding }) => {
      checks.push(check);
      findings.push(finding);
    };
    const stops = (with_: Hot) => afterRound(with_, round);
    const stopped = stops(hot);
    put(
      heatJudged(
        'brakes-stops',
        'Brakes, repeated stops',
        hot,
        `${round.words}, one every ${INTERVAL_S} s`,
        stopped,
        cooler(hot, chassis.brakes, stops),
      ),
    );
    if (brief.descent && !drag)
      checks.push(makeCheck({ ...DESCENT_ROW, because: 'Needs drag and rolling resistance.' }));
    if (brief.descent && drag) {
      const down = (with_: Hot) => afterDescent(with_, drag);
      const { lengthM, gradePct } = brief.descent;
      put(
        heatJudged(
          'brakes-descent',
          'Brakes, descent',
          hot,
          `${say(lengthM / 1000, 'travelledKm', { digits: 1 })} down ${say(gradePct, 'percent', { digits: 0 })}${brief.hill?.trailerKg ? ' with the trailer' : ''}`,
          down(hot),
          cooler(hot, chassis.brakes, down),
        ),
      );
    }
    const { frontKg, rearKg } = chassis.weighing;
    const pedal = pedalJudged(
      hot,
      frontKg && rearKg ? frontKg.value + rearKg.value : undefined,
      mass.totalKg?.value,
      rollingRadiusMm,
    );
    if (pedal) put(pedal);
  } else {
    const check = makeCheck({
      id: 'brakes-stops',
      step: 'weight',
      group: GROUP,
      title: 'Brakes, repeated stops',
      quantity: 'temperatureC',
      figure: undefined,
      limitKind: 'at most',
      limit: Math.min(limitOf(fitted, 'front'), limitOf(fitted, 'rear')),
      because: 'Needs the disc or drum of both axles, and the mass of the car as it is driven with its place.',
    });
    checks.push(check);
    if (brief.descent) checks.push(makeCheck({ ...DESCENT_ROW, because: check.because }));
    if (chassis.brakes?.pedal ?? !fitted.own) checks.push(makeCheck({ ...PEDAL_ROW, because: check.because }));
    if (front && rear && wheelbase) {
      const missing = [...new Set(ofMass.filter((f) => f.state === 'unknown').flatMap((f) => f.missing))];
      findings.push(
        findingOf(check, 'The brakes can’t be judged before the mass is known', {
          missing: missing.length > 0 ? missing : ['/chassis/weighing'],
        }),
      );
    }
  }
  findings.push(...gaps.findings('brakes', 'weight', 'Brakes', [subject.candidate.id]));
  return { checks, findings };
}
