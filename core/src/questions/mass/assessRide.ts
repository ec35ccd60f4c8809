import {
  findingOf,
  makeCheck,
  makeFinding,
  ofCar,
  ofWeighing,
  SPRINGS,
  unanswered,
  type Chassis,
  type Check,
  type CheckResult,
  type Finding,
  type Subject,
} from '../../model/index.ts';
import { madeFrom, propagateAll, say, sayDerived, type Derived, type Figure } from '../../units/index.ts';
import type { MassFigures } from './assessMass.ts';
import { rollShares } from './roll.ts';
import { unsprungChange, type UnsprungChange } from './unsprung.ts';
import {
  BRAKED_AT_G,
  idealBrakeFrontPct,
  loadOfIndex,
  rideDropMm,
  rideFrequencyHz,
  springToRestore,
  wheelRate,
  yawInertia,
} from './ride.ts';

interface AxleRide {
  /** Below the springs, the whole axle, as measured, and what is chosen adds to it. */
  readonly unsprungBeforeKg: number;
  readonly unsprung: UnsprungChange;
  readonly dropMm: Derived;
  readonly beforeHz: Derived;
  readonly afterHz: Derived;
  readonly springNow: number;
  readonly springToRestore: Derived;
  /** What the wheel may still rise with driver, half a tank and the trailer’s nose; undefined where nobody measured the stop. */
  readonly bumpLeftMm: Derived | undefined;
}

export interface RideFigures {
  readonly front: AxleRide | undefined;
  readonly rear: AxleRide | undefined;
  readonly brakeFrontPct: Derived | undefined;
  readonly brakeBeforePct: number | undefined;
  readonly tyreLoad:
    | {
        readonly worst: 'front' | 'rear';
        readonly needKg: Derived;
        readonly hasKg: number;
        readonly with: readonly string[];
      }
    | undefined;
  /** Share of the roll stiffness that is in front, percent, as it will be and as found; undefined without springs, tracks and bars. */
  readonly rollFrontPct: Derived | undefined;
  readonly rollBeforePct: Derived | undefined;
  readonly yawBefore: number | undefined;
  readonly yawAfter: number | undefined;
}

const GROUP = 'Ride, brakes, tyres';
/** An axle that sinks or rises by more is seen, and the geometry moves with it. */
const DROP_LIMIT_MM = 15;
/** Front share may lie this far below the ideal before the rear axle locks first, percent points. */
const BIAS_SLACK = 3;
/** Less bump travel than this at full load meets its stop on an ordinary road, mm: the trade’s rule. */
const BUMP_LEAST_MM = 35;

const rideRow = (end: 'front' | 'rear') =>
  ({
    id: `ride-${end}`,
    step: 'weight',
    group: GROUP,
    title: `Ride height, ${end}`,
    quantity: 'lengthMm',
    limitKind: 'between',
    limit: -DROP_LIMIT_MM,
    upperLimit: DROP_LIMIT_MM,
    span: 30,
    signed: true,
  }) as const;
const RIDE_ROW = { front: rideRow('front'), rear: rideRow('rear') } as const;
/** Only where somebody has measured the travel. */
const travelRow = (end: 'front' | 'rear') =>
  ({
    id: `travel-${end}`,
    step: 'weight',
    group: GROUP,
    title: `Bump travel, ${end}, full load`,
    quantity: 'lengthMm',
    limitKind: 'at least',
    limit: BUMP_LEAST_MM,
    span: 60,
  }) as const;
const BIAS_ROW = {
  id: 'brake-bias',
  step: 'weight',
  group: GROUP,
  title: 'Front brake bias',
  quantity: 'percent',
  limitKind: 'at least',
  limit: -BIAS_SLACK,
  span: 15,
  signed: true,
  digits: 1,
} as const;
/** Its limit comes from the index. */
const LOAD_ROW = {
  id: 'tyre-load',
  step: 'weight',
  group: GROUP,
  title: 'Tyre load',
  quantity: 'massKg',
  limitKind: 'at most',
} as const;

const NOTHING: RideFigures = {
  front: undefined,
  rear: undefined,
  brakeFrontPct: undefined,
  brakeBeforePct: undefined,
  tyreLoad: undefined,
  rollFrontPct: undefined,
  rollBeforePct: undefined,
  yawBefore: undefined,
  yawAfter: undefined,
};

/** What is judged and said on the way. */
interface Said {
  readonly checks: Check[];
  readonly findings: Finding[];
}

/** The weighed car with axle loads that are known: what everything here rests on. */
interface Loaded {
  readonly subject: Subject;
  readonly chassis: Chassis;
  readonly mass: MassFigures;
  readonly frontKg: Derived;
  readonly rearKg: Derived;
  readonly totalKg: Derived;
  readonly comMm: NonNullable<MassFigures['comMm']>;
}

/** What the new axle loads do: ride height and frequency and the springs that put them right, brake bias, tyre load, yaw inertia. */
export function assessRide(subject: Subject, mass: MassFigures): CheckResult & { figures: RideFigures } {
  const { chassis } = subject;
  const { frontKg, rearKg, totalKg, comMm } = mass;
  const said: Said = { checks: [], findings: [] };
  if (!chassis) return { ...said, figures: NOTHING };
  if (!frontKg || !rearKg || !totalKg || !comMm) {
    // What stands in the way of the masses is said by their own question.
    const travel = (['front', 'rear'] as const).filter((end) => chassis.springs?.[end].bumpMm).map(travelRow);
    for (const row of [RIDE_ROW.front, RIDE_ROW.rear, ...travel, BIAS_ROW, LOAD_ROW])
      said.checks.push(
        makeCheck({ ...row, figure: undefined, because: 'Needs the axle loads and the centre of mass.' }),
      );
    return { ...said, figures: NOTHING };
  }
  const car: Loaded = { subject, chassis, mass, frontKg, rearKg, totalKg, comMm };
  const open = (
    row: (typeof RIDE_ROW)['front' | 'rear'] | typeof BIAS_ROW | typeof LOAD_ROW,
    title: string,
    because: string,
    missing: string,
  ) => {
    const { check, finding } = unanswered({ ...row, because }, title, [missing]);
    said.checks.push(check);
    said.findings.push(finding);
  };
  const front = axleRide(car, 'front');
  const rear = axleRide(car, 'rear');
  if (!front || !rear) {
    const because = 'Spring rate and motion ratio missing.';
    open(RIDE_ROW.front, 'Ride height: data missing', because, '/chassis/springs');
    said.checks.push(makeCheck({ ...RIDE_ROW.rear, figure: undefined, because }));
  } else {
    rideHeight(car, 'front', front, said);
    rideHeight(car, 'rear', rear, said);
  }
  for (const [end, axle] of [
    ['front', front],
    ['rear', rear],
  ] as const)
    if (axle) unsprungSaid(end, axle, said);
  if (front) bumpTravel('front', front, said);
  if (rear) bumpTravel('rear', rear, said);
  const brakes = brakeBias(car, said);
  if (!chassis.brakeFrontPct)
    open(BIAS_ROW, 'Which axle locks first is not known', 'Front brake bias missing.', '/chassis/brakeFrontPct');
  const tyreLoad = tyreLoads(car, said);
  const { tyre } = subject;
  if (!tyreLoad)
    open(
      LOAD_ROW,
      'Whether the tyres carry the car is not known',
      chassis.rearTwins && tyre?.loadIndex !== undefined ? 'Load index for twin tyres missing.' : 'Load index missing.',
      tyre
        ? `/chassis/tyres/${chassis.tyres.indexOf(tyre)}/${tyre.loadIndex === undefined ? 'loadIndex' : 'twinLoadIndex'}`
        : '/chassis/tyres',
    );
  const L = ofCar(chassis, 'wheelbaseMm').value;
  const weighedRearKg = ofWeighing(chassis, 'rearKg').value;
  const total = ofWeighing(chassis, 'frontKg').value + weighedRearKg;
  const a = (weighedRearKg * L) / total;
  const yawBefore = yawInertia(total, a, L - a);
  return {
    ...said,
    figures: {
      front,
      rear,
      ...brakes,
      ...rollShares(subject, chassis),
      tyreLoad,
      yawBefore,
      yawAfter: yawBefore + yawChange(mass, a, -comMm[0]),
    },
  };
}

/** How an axle stands on its springs before and after, and the spring that would put it back; undefined without its springs. */
function axleRide({ subject, chassis, mass, frontKg, rearKg }: Loaded, end: 'front' | 'rear'): AxleRide | undefined {
  const springs = chassis.springs?.[end];
  if (!springs) return undefined;
  const was = ofWeighing(chassis, end === 'front' ? 'frontKg' : 'rearKg');
  const is = end === 'front' ? frontKg : rearKg;
  const figures: Record<'change of axle load' | 'was' | 'rate' | 'ratio' | 'unsprung', Figure> = {
    // The change carries its own doubt: what is weighed stands on both sides of it.
    'change of axle load': { ...is, value: is.value - was.value },
    was: { ...was, plusMinus: 0 },
    rate: springs.springRateNPerMm,
    ratio: springs.motionRatio,
    unsprung: springs.unsprungKg,
  };
  const chosen = subject.candidate.springs?.[end === 'front' ? 'frontNPerMm' : 'rearNPerMm'];
  const unsprung = unsprungChange(subject, end);
  const r = propagateAll(figures, (v) => {
    const k = wheelRate(v.rate, v.ratio);
    // A spring bought to a rate is out by as much as the one that was measured.
    const fitted = chosen === undefined ? k : wheelRate((chosen * v.rate) / springs.springRateNPerMm.value, v.ratio);
    const sprungBefore = Math.max(1, v.was - v.unsprung);
    // What hangs below the springs does not sag them.
    const sprungAfter = Math.max(1, sprungBefore + v['change of axle load'] - unsprung.kg);
    return {
      dropMm: rideDropMm(sprungBefore, sprungAfter, k, fitted),
      beforeHz: rideFrequencyHz(k, sprungBefore / 2),
      afterHz: rideFrequencyHz(fitted, sprungAfter / 2),
      springToRestore: springToRestore(v.rate, sprungBefore, sprungAfter),
    };
  });
  const { bumpMm } = springs;
  const loaded = onTheRoad(subject, mass, end, is);
  const bumpLeftMm =
    bumpMm &&
    propagateAll(
      {
        ...figures,
        bump: bumpMm,
        'change of axle load': { ...is, value: 2 * loaded.eachKg.value - was.value },
      },
      (v) => {
        const k = wheelRate(v.rate, v.ratio);
        const fitted =
          chosen === undefined ? k : wheelRate((chosen * v.rate) / springs.springRateNPerMm.value, v.ratio);
        const sprung = Math.max(1, v.was - v.unsprung);
        return {
          left: v.bump - rideDropMm(sprung, Math.max(1, sprung + v['change of axle load'] - unsprung.kg), k, fitted),
        };
      },
    ).left;
  return {
    ...r,
    unsprungBeforeKg: springs.unsprungKg.value,
    unsprung,
    springNow: chosen ?? springs.springRateNPerMm.value,
    bumpLeftMm,
  };
}

/** Ride height of an axle: a spring puts it right, so it is never worse than tight. */
function rideHeight({ subject }: Loaded, end: 'front' | 'rear', axle: AxleRide, said: Said): void {
  const off = Math.abs(axle.dropMm.value);
  const check = makeCheck({
    ...RIDE_ROW[end],
    figure: { ...axle.dropMm, value: -axle.dropMm.value },
    // A spring puts it right: it is never worse than tight.
    state: off + axle.dropMm.plusMinus <= DROP_LIMIT_MM ? 'clear' : 'tight',
    because: `${say(axle.afterHz.value, 'frequencyHz')} instead of ${say(axle.beforeHz.value, 'frequencyHz')}; height and frequency are restored by a spring of ${say(axle.springToRestore.value, 'stiffnessNPerMm')}; ${say(axle.springNow, 'stiffnessNPerMm')} is ${subject.candidate.springs?.[end === 'front' ? 'frontNPerMm' : 'rearNPerMm'] === undefined ? 'fitted' : 'planned'}.`,
  });
  said.checks.push(check);
  if (check.state !== 'clear')
    said.findings.push(
      findingOf(
        check,
        `Ride height change, ${end}: ${sayDerived({ value: off, plusMinus: axle.dropMm.plusMinus }, 'lengthMm')} ${axle.dropMm.value > 0 ? 'lower' : 'higher'}`,
        {
          remedies: [
            {
              title: `Springs of ${say(axle.springToRestore.value, 'stiffnessNPerMm', { digits: 0 })} at the ${end}`,
              cost: SPRINGS.price.likely,
              hours: SPRINGS.hours.likely,
              accept: { kind: 'springs', end, rateNPerMm: Math.round(axle.springToRestore.value) },
            },
          ],
        },
      ),
    );
}

/** A rise of unsprung mass by less than this share is not felt. */
const UNSPRUNG_FELT = 0.05;

/** What bought wheels, tyres and brakes add below the springs: said, for there is no limit to miss. */
function unsprungSaid(end: 'front' | 'rear', { unsprung, unsprungBeforeKg: was }: AxleRide, said: Said): void {
  if (unsprung.kg < UNSPRUNG_FELT * was) return;
  said.findings.push(
    makeFinding({
      id: `unsprung-${end}`,
      state: 'clear',
      step: 'weight',
      title: `Unsprung mass at the ${end} rises by ${sayDerived({ value: unsprung.kg, plusMinus: unsprung.plusMinusKg }, 'massKg')}, ${say((100 * unsprung.kg) / was, 'percent', { digits: 0 })}`,
      because: `By ${unsprung.by.join(' and ')}, on ${say(was, 'massKg')} as measured. The wheel follows a rough road less well and its damper works harder; lighter wheels reduce it.`,
      about: [end],
    }),
  );
}

/** What travel is left up to the stop with everything aboard; a stiffer spring or less sag puts it right. */
function bumpTravel(end: 'front' | 'rear', { bumpLeftMm, springToRestore }: AxleRide, said: Said): void {
  if (!bumpLeftMm) return;
  const check = makeCheck({
    ...travelRow(end),
    figure: bumpLeftMm,
    // Above the stop it is only hard: on it the wheel is carried by rubber.
    state:
      bumpLeftMm.value <= 0 ? 'blocked' : bumpLeftMm.value - bumpLeftMm.plusMinus < BUMP_LEAST_MM ? 'tight' : 'clear',
    because: `Bump travel ${sayDerived(bumpLeftMm, 'lengthMm')} with driver, half a tank and tongue load; minimum for normal roads ${say(BUMP_LEAST_MM, 'lengthMm')}. A spring of ${say(springToRestore.value, 'stiffnessNPerMm')} restores it.`,
  });
  said.checks.push(check);
  if (check.state !== 'clear')
    said.findings.push(
      findingOf(
        check,
        check.state === 'blocked'
          ? `No bump travel left at the ${end} axle at full load`
          : `The ${end} wheels have little travel left at full load`,
      ),
    );
}

/** The share of the braking in front against the one that the new loads ask for, %. */
function brakeBias(
  { chassis, frontKg, totalKg, comMm }: Loaded,
  said: Said,
): Pick<RideFigures, 'brakeFrontPct' | 'brakeBeforePct'> {
  const [was, wasRear, wasHeight] = (['frontKg', 'rearKg', 'comZMm'] as const).map((key) => ofWeighing(chassis, key));
  const L = ofCar(chassis, 'wheelbaseMm');
  const height = madeFrom({ value: comMm[2], plusMinus: 25, evidence: wasHeight!.evidence }, wasHeight!);
  const { ideal } = propagateAll({ front: frontKg, total: totalKg, height, L }, (v) => ({
    ideal: idealBrakeFrontPct(v.front, v.total, v.height, v.L),
  }));
  const total = was!.value + wasRear!.value;
  const idealBefore = idealBrakeFrontPct(was!.value, total, wasHeight!.value, L.value);
  const figures = { brakeFrontPct: ideal, brakeBeforePct: idealBefore };
  const fitted = chassis.brakeFrontPct;
  if (!fitted) return figures;
  const check = makeCheck({
    ...BIAS_ROW,
    figure: {
      value: fitted.value - ideal.value,
      plusMinus: ideal.plusMinus,
      evidence: fitted.evidence,
      from: ideal.from,
    },
    because: `${say(fitted.value, 'percent', { digits: 0 })} of the braking is at the front; ideal at ${BRAKED_AT_G} g ${sayDerived(ideal, 'percent', { digits: 0 })}, ${say(idealBefore, 'percent', { digits: 0 })} before the swap.`,
  });
  said.checks.push(check);
  if (check.state !== 'clear')
    said.findings.push(
      findingOf(
        check,
        check.state === 'blocked'
          ? `Rear axle locks first: front brake bias ${say(ideal.value - fitted.value, 'percent', { digits: 0 })} too low`
          : 'Brake bias OK, but margin less than uncertainty',
        {
          because: `${check.because} Have the brakes tested on a roller brake tester by a licensed inspector before road use.`,
        },
      ),
    );
  return figures;
}

/** What the most heavily loaded tyres carry on the road against their load index; of twins on the rear axle each carries less. */
function tyreLoads({ subject, chassis, mass, frontKg, rearKg }: Loaded, said: Said): RideFigures['tyreLoad'] {
  const { tyre } = subject;
  const twins = chassis.rearTwins === true;
  if (tyre?.loadIndex === undefined || (twins && tyre.twinLoadIndex === undefined)) return undefined;
  const axles = (['front', 'rear'] as const).map((end) => {
    const index = end === 'rear' && twins ? tyre.twinLoadIndex! : tyre.loadIndex!;
    const on = onTheRoad(subject, mass, end, end === 'front' ? frontKg : rearKg);
    const share = end === 'rear' && twins ? 0.5 : 1;
    const needKg = { ...on.eachKg, value: on.eachKg.value * share, plusMinus: on.eachKg.plusMinus * share };
    return { end, index, hasKg: loadOfIndex(index), needKg, with: on.with };
  });
  const need = axles.reduce((a, b) => (b.needKg.value / b.hasKg > a.needKg.value / a.hasKg ? b : a));
  const { end: worst, needKg, hasKg } = need;
  const check = makeCheck({
    ...LOAD_ROW,
    title: need.with.length > 0 ? `Tyre load, with ${need.with.at(-1)!}` : 'Tyre load, unladen',
    figure: needKg,
    limit: hasKg,
    span: hasKg / 2,
    because: `Each ${worst} tyre carries ${sayDerived(needKg, 'massKg')} with ${need.with.join(', ') || 'no driver'}; index ${need.index}${worst === 'rear' && twins ? ' of twins' : ''} is rated for ${say(hasKg, 'massKg')}. Passengers and luggage not included.`,
  });
  said.checks.push(check);
  if (check.state !== 'clear')
    said.findings.push(
      findingOf(
        check,
        check.state === 'blocked'
          ? `${worst} tyres overloaded by ${say(needKg.value - hasKg, 'massKg')} each`
          : `${worst} tyre load within load index, but margin less than uncertainty`,
        { about: [tyre.code] },
      ),
    );
  return { worst, needKg, hasKg, with: need.with };
}

/** Half of driver and fuel sits on either axle: seats and tank lie about the middle of a car of this kind. */
const ABOARD_SHARE = 0.5;

/** What one tyre of an axle carries on the road: driver, half a tank, and the trailer's nose on the hitch. */
function onTheRoad(
  subject: Subject,
  mass: MassFigures,
  end: 'front' | 'rear',
  empty: Derived,
): { eachKg: Derived; with: string[] } {
  const aboardKg = mass.drivenKg && mass.totalKg ? mass.drivenKg.value - mass.totalKg.value : 0;
  const { hill } = subject.brief;
  const L = ofCar(subject.chassis!, 'wheelbaseMm').value;
  const nose = hill?.noseLoadKg ?? 0;
  const overhang = hill?.hitchOverhangMm ?? 0;
  const onAxle = end === 'rear' ? (nose * (L + overhang)) / L : (-nose * overhang) / L;
  return {
    eachKg: { ...empty, value: (empty.value + ABOARD_SHARE * aboardKg + onAxle) / 2, plusMinus: empty.plusMinus / 2 },
    with: [...(aboardKg > 0 ? ['driver', 'half a tank'] : []), ...(nose > 0 ? ['trailer'] : [])],
  };
}

/** What lumps that leave and come do to the yaw inertia, kg·m²: parallel axes about the new centre of mass. */
function yawChange(mass: MassFigures, toFrontBefore: number, toFrontAfter: number): number {
  const about = (x: number) => (x + toFrontAfter) / 1000;
  const moved = (list: MassFigures['in']) => list.reduce((s, m) => s + m.mass.value * about(m.comMm![0]) ** 2, 0);
  const shift = (toFrontAfter - toFrontBefore) / 1000;
  const carKg =
    (mass.totalKg?.value ?? 0) -
    mass.in.reduce((s, m) => s + m.mass.value, 0) +
    mass.out.reduce((s, m) => s + m.mass.value, 0);
  return moved(mass.in) - moved(mass.out) + carKg * shift ** 2;
}
