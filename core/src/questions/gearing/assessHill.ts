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
  mass: 'mass with driver',
  radius: 'rolling radius',
  grip: 'tyre grip',
  k: 'converter',
  stallRatio: 'stall torque ratio',
};

/** What a clutch let out at the launch rpm, or a converter at its stall, gives on the worst day; or why it gives nothing that is known. */
function launchOf({ gearbox }: Subject, { curve, hotShare, launchRpm }: Drive): Launch | { readonly why: string } {
  if (!curve) return { why: 'Missing: torque curve, vehicle mass, installed mass or tyre.' };
  const hot = scaled(curve.torque, hotShare);
  if (gearbox.kind === 'automatic') {
    const { converter } = gearbox;
    if (!converter) return { why: `${gearbox.shortName}: torque converter data missing.` };
    const { kRpmPerSqrtNm: k, stallTorqueRatio: stallRatio } = converter;
    const tried = attempt(() => stallPoint(hot, k.value));
    // What the curve does not reach is no reason to leave the rest of the gearing unsaid.
    if (!tried.ok) return { why: `Converter stall speed cannot be calculated: ${tried.fault.message}` };
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
      words: `converter stall speed ${say(stall.stallRpm, 'rpm')}, ${say(stall.torqueAtStallNm, 'torqueNm')} times ${say(stallRatio.value, 'ratio')} in hot-day conditions`,
    };
  }
  if (launchRpm === undefined) return { why: 'Needs idle and redline of the engine.' };
  const torqueNm = torqueAt(hot, launchRpm);
  if (torqueNm === undefined) return { why: `Torque curve does not cover the launch rpm, ${say(launchRpm, 'rpm')}.` };
  return {
    rpm: launchRpm,
    torqueNm,
    k: exactly(1),
    stallRatio: exactly(1),
    torqueWith: () => torqueNm,
    words: `clutch engagement at ${say(launchRpm, 'rpm')}, ${say(torqueNm, 'torqueNm')} in hot-day conditions`,
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
    group: 'Performance',
    title: hill.trailerKg > 0 ? 'Hill start with trailer, maximum grade' : 'Hill start',
    quantity: 'percent',
    figure: found?.grade,
    limitKind: 'at least',
    limit: hill.gradePct,
    span: 20,
    because:
      'why' in launch
        ? launch.why
        : found
          ? `First gear${low > 1 ? ' in low range' : ''}: ${launch.words}, at ${say(0.5, 'accelMPerS2')} acceleration, trailer ${say(hill.trailerKg, 'massKg')}; ${found.limitedBy === 'engine' ? 'the engine sets the limit.' : `the tyres set the limit, through ${differentialOf(subject) === 'open' ? 'an' : 'a'} ${differentialOf(subject)} differential.`}`
          : 'Missing: torque curve, vehicle mass, installed mass or tyre.',
  });
  const value = found?.grade.value ?? 0;
  const slope = say(hill.gradePct, 'percent', { digits: 0 });
  const finding = findingOf(
    check,
    check.state === 'unknown'
      ? 'Hill start: data missing'
      : check.state === 'blocked'
        ? `Hill start fails: ${slope} maximum, ${say(value, 'percent')} required with trailer`
        : check.state === 'tight'
          ? `Hill start on ${slope} met, but margin less than uncertainty`
          : `Hill start up to ${say(value, 'percent')} with trailer, ${slope} required`,
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
