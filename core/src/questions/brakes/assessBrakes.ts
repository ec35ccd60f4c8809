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
  type Remedy,
  type Subject,
} from '../../model/index.ts';
import { GRAVITY, ORIGIN, propagateAll, say, type Derived, type Figure } from '../../units/index.ts';
import { airDensity, worstAir } from '../curve/index.ts';
import type { MassFigures } from '../mass/index.ts';
import {
  afterDescentC,
  stopsC,
  COOLING_S,
  descentPowerW,
  idealFrontShare,
  IRON_J_PER_KG_K,
  stopEnergyJ,
} from './heat.ts';
import {
  asShare,
  fittedBrakes,
  GROUP,
  massOf,
  nameOf,
  RULES,
  SHARE,
  type End,
  type Fitted,
  type Hot,
} from './fitted.ts';
import { holdingForceN, PEDAL_ROW, pedalJudged, STROKE_ROW, strokeJudged } from './pedal.ts';

/** Asked of a road car where the brief says nothing faster, km/h. */
const ROAD_KPH = 100;
/** How well the cooling of brakes nobody has measured is known, as a share. */
const COOLING_DOUBT = 0.15;
/** Points by which a front share that follows the loads may be out. */
const IDEAL_SHARE_DOUBT = 0.04;
/** A moment of some braking: seconds from its start, °C of the disc or drum. */
export interface HeatPoint {
  readonly timeS: number;
  readonly c: number;
}

/** The heat of some braking from its start to its end, for drawing. */
export interface HeatCourse {
  readonly id: 'brakes-stops' | 'brakes-descent';
  readonly course: Readonly<Record<End, readonly HeatPoint[]>>;
  readonly limitC: Readonly<Record<End, number>>;
  readonly what: Readonly<Record<End, string>>;
}

export interface BrakeFigures {
  readonly courses: readonly HeatCourse[];
  /** What they hold at the road with the foot pressing as hard as may be asked of it, N. */
  readonly holdsN: number | undefined;
}

interface Drag {
  readonly areaM2: number;
  readonly rolling: number;
}

interface Peaks {
  readonly front: Derived;
  readonly rear: Derived;
}

const COOLING = 'cooling of the brakes';

/** What one end of the car is asked: mass of the car, share of one wheel, its disc or drum, how slowly that cools. */
type Heat<T> = (mass: number, wheelShare: number, brakeKg: number, timeConstantS: number) => T;

/** What the heat of both ends rests on, with its doubt. */
function inputsOf({ subject, brakes, drivenKg, toRearMm, heightMm, wheelbaseMm }: Hot, slope: number) {
  const fitted = brakes.own ? subject.chassis?.brakeFrontPct : undefined;
  const share: Figure = fitted
    ? asShare(fitted)
    : {
        value: idealFrontShare(toRearMm, heightMm, wheelbaseMm, slope),
        plusMinus: IDEAL_SHARE_DOUBT,
        evidence: 'estimated',
        [ORIGIN]: subject.chassis!.weighing,
      };
  return {
    mass: drivenKg,
    front: massOf(brakes.front),
    rear: massOf(brakes.rear),
    [SHARE]: share,
    [COOLING]: { value: 1, plusMinus: COOLING_DOUBT, evidence: 'estimated', [ORIGIN]: brakes.entered } as Figure,
  };
}
type Inputs = ReturnType<typeof inputsOf>;

const atEnds = <T>(v: Readonly<Record<keyof Inputs, number>>, hot: Heat<T>): Record<End, T> => ({
  front: hot(v['mass'], v[SHARE] / 2, v['front'], COOLING_S.front * v[COOLING]),
  rear: hot(v['mass'], (1 - v[SHARE]) / 2, v['rear'], COOLING_S.rear * v[COOLING]),
});

/** Both ends of the car after some braking, °C, with the doubt of mass, discs, drums, front share and cooling. */
const peaks = (hot: Hot, slope: number, heat: Heat<number>): Peaks =>
  propagateAll(inputsOf(hot, slope), (v) => atEnds(v, heat));

/** The same on the way there, without doubt. */
function courses(hot: Hot, slope: number, heat: Heat<readonly HeatPoint[]>): Record<End, readonly HeatPoint[]> {
  const inputs = inputsOf(hot, slope);
  const values = Object.fromEntries(Object.entries(inputs).map(([k, f]) => [k, f.value]));
  return atEnds(values as Record<keyof Inputs, number>, heat);
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
        words: `15 slowings from ${say(fromKph, 'speedKph')} to half of it at ${say(3, 'accelMPerS2', { digits: 0 })}`,
        decelerationG: 3 / GRAVITY,
        stops: 15,
        fromKph,
        toKph: fromKph / 2,
      };
}

const stopsOf =
  (hot: Hot, round: Round): Heat<readonly number[]> =>
  (mass, share, brakeKg, timeConstantS) =>
    stopsC({
      riseK: riseOf(round, mass, share, brakeKg),
      stops: round.stops,
      intervalS: INTERVAL_S,
      timeConstantS,
      airC: hot.subject.brief.worstAir.temperatureC,
    });
const riseOf = (round: Round, mass: number, share: number, brakeKg: number) =>
  (stopEnergyJ(mass, round.fromKph, round.toKph) * share) / (brakeKg * IRON_J_PER_KG_K);

function afterRound(hot: Hot, round: Round): Peaks {
  const heat = stopsOf(hot, round);
  return peaks(hot, round.decelerationG, (...at) => heat(...at).at(-1)!);
}

/** Each stop as a rise at once, with what it cools down to before the next. */
function courseOfRound(hot: Hot, round: Round) {
  const heat = stopsOf(hot, round);
  return courses(hot, round.decelerationG, (...at) => {
    const [mass, share, brakeKg] = at;
    const rise = riseOf(round, mass, share, brakeKg);
    return heat(...at).flatMap((c, i) => [
      { timeS: i * INTERVAL_S, c: c - rise },
      { timeS: i * INTERVAL_S, c },
    ]);
  });
}

/** What a wheel of either end has reached after so many metres of the descent. */
function descending(hot: Hot, drag: Drag): (lengthM: number) => Heat<number> {
  const { brief } = hot.subject;
  const { gradePct, speedKph } = brief.descent!;
  const trailerKg = brief.hill?.trailerKg ?? 0;
  const airDensityKgPerM3 = airDensity(worstAir(brief.worstAir));
  const powerW = (mass: number) =>
    descentPowerW({
      massKg: mass + trailerKg,
      speedKph,
      gradePct,
      rollingCoefficient: drag.rolling,
      dragAreaM2: drag.areaM2,
      airDensityKgPerM3,
      // In neutral: what the engine takes is a reserve that nobody has measured.
      engineBrakingKw: 0,
    });
  return (lengthM) => (mass, share, brakeKg, timeConstantS) =>
    afterDescentC({
      wheelPowerW: share * powerW(mass),
      massKg: brakeKg,
      heatJPerKgK: IRON_J_PER_KG_K,
      timeConstantS,
      lengthM,
      speedKph,
      airC: brief.worstAir.temperatureC,
    });
}

function afterDescent(hot: Hot, drag: Drag): Peaks {
  const { gradePct, lengthM } = hot.subject.brief.descent!;
  return peaks(hot, gradePct / 100, descending(hot, drag)(lengthM));
}

/** Points of a descent that are drawn. */
const DESCENT_POINTS = 25;

function courseOfDescent(hot: Hot, drag: Drag) {
  const { gradePct, lengthM, speedKph } = hot.subject.brief.descent!;
  const down = descending(hot, drag);
  return courses(hot, gradePct / 100, (...at) =>
    Array.from({ length: DESCENT_POINTS }, (_, i) => {
      const m = (lengthM * i) / (DESCENT_POINTS - 1);
      return { timeS: m / (speedKph / 3.6), c: down(m)(...at) };
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
    because: `After ${work} the ${worst} ${nameOf(brakes[worst])} are at ${say(at.value, 'temperatureC')}, the ${other} ${nameOf(brakes[other])} at ${say(found[other].value, 'temperatureC')}; ${brakes.linings[worst]} linings at the ${worst} are rated for ${say(limit, 'temperatureC')}. ${RULES}`,
  });
  const where = `The ${worst} brakes`;
  return {
    check,
    finding: findingOf(
      check,
      check.state === 'blocked'
        ? `${where} overheat: ${say(at.value, 'temperatureC')} after ${work}`
        : check.state === 'tight'
          ? `${where}: limit met, but margin less than uncertainty`
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
/** Heat of repeated stops and of the brief’s descent, and the pedal. Always asked of a car that is weighed. */
export function assessBrakes(
  subject: Subject,
  { figures: mass, findings: ofMass }: { readonly figures: MassFigures; readonly findings: readonly Finding[] },
  rollingRadiusMm: number | undefined,
): CheckResult & { figures: BrakeFigures } {
  const { chassis, brief, parts } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const drawn: HeatCourse[] = [];
  let holdsN: number | undefined;
  const { drivenKg, comMm } = mass;
  if (!chassis) return { checks, findings, figures: { courses: drawn, holdsN: undefined } };
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
    holdsN = rollingRadiusMm === undefined ? undefined : holdingForceN(hot, rollingRadiusMm);
    const round = roundOf(subject);
    const put = ({ check, finding }: { check: Check; finding: Finding }) => {
      checks.push(check);
      findings.push(finding);
    };
    const draw = (id: HeatCourse['id'], course: HeatCourse['course']) =>
      drawn.push({
        id,
        course,
        limitC: { front: limitOf(fitted, 'front'), rear: limitOf(fitted, 'rear') },
        what: { front: nameOf(front), rear: nameOf(rear) },
      });
    draw('brakes-stops', courseOfRound(hot, round));
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
      draw('brakes-descent', courseOfDescent(hot, drag));
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
    const stroke = strokeJudged(hot);
    if (stroke) put(stroke);
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
    if (chassis.brakes?.pedal?.masterTravelMm ?? !fitted.own)
      checks.push(makeCheck({ ...STROKE_ROW, because: check.because }));
    if (front && rear && wheelbase) {
      const missing = [...new Set(ofMass.filter((f) => f.state === 'unknown').flatMap((f) => f.missing))];
      findings.push(
        findingOf(check, 'Brakes: vehicle mass missing', {
          missing: missing.length > 0 ? missing : ['/chassis/weighing'],
        }),
      );
    }
  }
  findings.push(...gaps.findings('brakes', 'weight', 'Brakes', [subject.candidate.id]));
  return { checks, findings, figures: { courses: drawn, holdsN } };
}
