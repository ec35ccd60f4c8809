import { curveDoubt, scaled, torqueAt, type CurveInUse } from '../curve/index.ts';
import type { MassFigures } from '../mass/index.ts';
import { findingOf, makeCheck, ofCar, ofTyre, type CheckResult, type Gaps, type Subject } from '../../model/index.ts';
import { attempt, exactly, GRAVITY, propagate, say, type Derived, type Figure } from '../../units/index.ts';
import { stallPoint } from './converter.ts';
import { centreOf, differentialOf, passedShare } from './driven.ts';
import { HILL_START_ACCELERATION, hillStartGradePct, type Train } from './hillStart.ts';
import { tractiveForceN } from './resistance.ts';

interface Drive {
  readonly curve: CurveInUse | undefined;
  readonly hotShare: number;
  /** A factor of 1 with what the intake air leaves in doubt. */
  readonly air: Figure;
  readonly radius: Figure | undefined;
  readonly finalDrive: number;
  /** In first. */
  readonly efficiency: number | undefined;
  readonly launchRpm: number | undefined;
}

export interface HillFigures {
  readonly grade: Derived | undefined;
  readonly limitedBy: 'engine' | 'grip' | undefined;
}

/** What goes into the gearbox as it starts, with the engine speed at which it is held there. */
interface Launch {
  readonly rpm: number;
  readonly torqueNm: number;
  /** Figures of the converter; those of a clutch start are exact. */
  readonly k: Figure;
  readonly stallRatio: Figure;
  readonly torqueWith: (k: number, stallRatio: number) => number;
  readonly words: string;
}

const WORDS: Readonly<Record<string, string>> = {
  curve: 'torque curve',
  air: 'intake air',
  mass: 'mass as driven',
  radius: 'rolling radius',
  grip: 'tyre grip',
  k: 'converter',
  stallRatio: 'stall torque ratio',
};

/** What a clutch let out at the launch rpm, or a converter at its stall, gives on the worst day; or why it gives nothing that is known. */
function launchOf({ gearbox }: Subject, { curve, hotShare, launchRpm }: Drive): Launch | { readonly why: string } {
  if (!curve) return { why: 'Needs the curve, the weighed car, the installed mass and a tyre.' };
  const hot = scaled(curve.torque, hotShare);
  if (gearbox.kind === 'automatic') {
    const { converter } = gearbox;
    if (!converter) return { why: `Nobody has entered the converter of the ${gearbox.shortName}.` };
    const { kRpmPerSqrtNm: k, stallTorqueRatio: stallRatio } = converter;
    const tried = attempt(() => stallPoint(hot, k.value));
    // What the curve does not reach is no reason to leave the rest of the gearing unsaid.
    if (!tried.ok) return { why: `Where its converter holds the engine can’t be told: ${tried.fault.message}` };
    const stall = tried.value;
    return {
      rpm: stall.stallRpm,
      torqueNm: stall.torqueAtStallNm,
      k,
      stallRatio,
      // A converter a little off holds it a little elsewhere, which the curve may not reach: then as at its own figure.
      torqueWith: (kNow, ratio) => {
        const rpm = (stall.stallRpm * kNow) / k.value;
        return ratio * (torqueAt(hot, rpm) ?? stall.torqueAtStallNm);
      },
      words: `stalls its converter at ${say(stall.stallRpm, 'rpm')}, ${say(stall.torqueAtStallNm, 'torqueNm')} times ${say(stallRatio.value, 'ratio')} on the worst day`,
    };
  }
  if (launchRpm === undefined) return { why: 'Needs idle and redline of the engine.' };
  const torqueNm = torqueAt(hot, launchRpm);
  if (torqueNm === undefined)
    return { why: `The curve does not reach down to the launch rpm, ${say(launchRpm, 'rpm')}.` };
  return {
    rpm: launchRpm,
    torqueNm,
    k: exactly(1),
    stallRatio: exactly(1),
    torqueWith: () => torqueNm,
    words: `lets its clutch out at ${say(launchRpm, 'rpm')}, ${say(torqueNm, 'torqueNm')} on the worst day`,
  };
}

/** Whether it starts on the brief's hill with the trailer: by clutch or converter, in low range where the car has one. */
export function assessHill(subject: Subject, mass: MassFigures, drive: Drive, gaps: Gaps): CheckResult & HillFigures {
  const { brief, chassis, gearbox, tyre } = subject;
  const { hill } = brief;
  if (!hill) return { checks: [], findings: [], grade: undefined, limitedBy: undefined };
  const { curve, radius, efficiency, finalDrive } = drive;
  const launch = launchOf(subject, drive);
  const low = chassis?.transferLow ?? 1;
  const ratio = gearbox.ratios[0]! * low;
  const known =
    'rpm' in launch && curve && chassis && radius && mass.drivenKg && mass.comMm && tyre && efficiency !== undefined
      ? gaps.find(() => ({
          grip: ofTyre(chassis, tyre, 'dryGrip'),
          rolling: ofCar(chassis, 'rollingCoefficient').value,
          centre: centreOf(chassis),
          wheelbaseMm: ofCar(chassis, 'wheelbaseMm').value,
          drivenKg: mass.drivenKg!,
          comMm: mass.comMm!,
          efficiency,
          launch,
          radius,
          curve,
          chassis,
        }))
      : undefined;
  let found: { grade: Derived; limitedBy: 'engine' | 'grip' } | undefined;
  if (known) {
    const [x, , z] = known.comMm;
    const passed = passedShare(subject, mass);
    const train = (carKg: number, mu: number): Train => ({
      ...hill,
      carKg,
      noseLoadN: hill.noseLoadKg * GRAVITY,
      wheelbaseMm: known.wheelbaseMm,
      frontAxleToComMm: -x,
      comHeightMm: z,
      frictionCoefficient: mu * passed,
      rollingCoefficient: known.rolling,
      drive: known.chassis.drive,
      ...known.centre,
      accelerationMPerS2: HILL_START_ACCELERATION,
    });
    const at = (v: Readonly<Record<'curve' | 'air' | 'mass' | 'radius' | 'grip' | 'k' | 'stallRatio', number>>) =>
      hillStartGradePct(
        tractiveForceN(
          known.launch.torqueWith(v.k, v.stallRatio) * v.curve * v.air,
          ratio,
          finalDrive,
          known.efficiency,
          v.radius,
        ),
        train(v.mass, v.grip),
      );
    const { k, stallRatio } = known.launch;
    const inputs = {
      curve: curveDoubt(known.curve),
      air: drive.air,
      mass: known.drivenKg,
      radius: known.radius,
      grip: known.grip,
      k,
      stallRatio,
    };
    const grade = propagate(inputs, (v) => at(v).gradePct);
    found = {
      grade: { ...grade, from: grade.from.map((c) => ({ ...c, name: WORDS[c.name] ?? c.name })) },
      limitedBy: at({
        curve: 1,
        air: 1,
        mass: known.drivenKg.value,
        radius: known.radius.value,
        grip: known.grip.value,
        k: k.value,
        stallRatio: stallRatio.value,
      }).limitedBy,
    };
  }
  const check = makeCheck({
    id: 'hill',
    step: 'gearing',
    group: 'Driving',
    title: hill.trailerKg > 0 ? 'Hill start, trailer on' : 'Hill start',
    quantity: 'percent',
    figure: found?.grade,
    limitKind: 'at least',
    limit: hill.gradePct,
    span: 20,
    because:
      'why' in launch
        ? launch.why
        : found
          ? `In first${low > 1 ? ' of low range' : ''} it ${launch.words}, gaining half a metre a second every second, with ${say(hill.trailerKg, 'massKg')} behind; ${found.limitedBy === 'engine' ? 'the engine sets the limit.' : `the tyres set the limit, through ${differentialOf(subject) === 'open' ? 'an' : 'a'} ${differentialOf(subject)} differential.`}`
          : 'Needs the curve, the weighed car, the installed mass and a tyre.',
  });
  const value = found?.grade.value ?? 0;
  const slope = say(hill.gradePct, 'percent', { digits: 0 });
  const finding = findingOf(
    check,
    check.state === 'unknown'
      ? 'Nobody can say yet whether it starts on your hill'
      : check.state === 'blocked'
        ? `Won’t start on your ${slope} hill with the trailer: ${say(value, 'percent')} is all it does`
        : check.state === 'tight'
          ? `Starts on your ${slope} hill by less than the doubt of the sum`
          : `Starts on ${say(value, 'percent')} with the trailer, ${slope} asked`,
    {
      about: [subject.engine.id, gearbox.id],
      missing:
        gearbox.kind === 'automatic' && check.state === 'unknown' && (!gearbox.converter || 'why' in launch)
          ? [`/gearboxes/${gearbox.id}/converter`]
          : [],
    },
  );
  return { checks: [check], findings: [finding], grade: found?.grade, limitedBy: found?.limitedBy };
}
