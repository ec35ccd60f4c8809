import { torqueAt } from '../curve/index.ts';
import { biasOf, differentialOf, type GearingFigures } from '../gearing/index.ts';
import { findingOf, makeCheck, makeFinding, unanswered, type CheckResult, type Subject } from '../../model/index.ts';
import { attempt, capital, GRAVITY, propagate, say, type Derived } from '../../units/index.ts';
import { hillLaunch } from './clutch.ts';
import {
  assessPropshafts,
  marginOf,
  type BehindGearbox,
  type Said,
  type PropshaftFigures,
} from './assessPropshafts.ts';
import type { GearLoad } from './gearLoad.ts';
import type { LyingLine } from '../fit/index.ts';

export interface DrivelineFigures extends PropshaftFigures {
  /** Torque at the pinion and in one half shaft in the worst gear, N·m. */
  readonly pinionNm: number | undefined;
  readonly shaftNm: number | undefined;
  readonly pinionMargin: Derived | undefined;
  readonly shaftMargin: Derived | undefined;
  /** Test mass over the kerb mass of the car the box came from. */
  readonly donorMassRatio: Derived | undefined;
  /** Heat of a start, on the brief’s hill with its trailer if it names one, J. */
  readonly launchJ: number | undefined;
  /** Heat of a start on the level over that in the donor at the same gearing, what is towed counted. */
  readonly donorLaunchShare: number | undefined;
}

const GROUP = 'Performance';
/** Above this share of the donor's a box and its clutch live a hard life. */
const HARD_LIFE = 1.3;

/**
 * Everything behind the gearbox: propshaft, axle, half shafts; and how the launch compares with the car the box came
 * from. `lines` are the lines of drive where engine and gearbox sit.
 */
export function assessDriveline(
  subject: Subject,
  gearing: GearingFigures,
  gears: readonly GearLoad[],
  lines: readonly LyingLine[] = [],
): CheckResult & { figures: DrivelineFigures } {
  const said: Said = { checks: [], findings: [] };
  const axle = axleStrength(subject, gearing, gears, said);
  const propshaft = assessPropshafts(subject, gearing, behindGearbox(subject, gearing, gears), lines, said);
  const launch = launchBesideDonor(subject, gearing, said);
  return { ...said, figures: { ...axle, ...propshaft, ...launch } };
}

type AxleFigures = Pick<DrivelineFigures, 'pinionNm' | 'shaftNm' | 'pinionMargin' | 'shaftMargin'>;

/** Pinion and half shafts in first: what the engine or the tyres put through them against what they are rated for. */
function axleStrength(subject: Subject, gearing: GearingFigures, gears: readonly GearLoad[], said: Said): AxleFigures {
  const { chassis, gearbox, candidate } = subject;
  const { behindNm, governs } = behindGearbox(subject, gearing, gears);
  const low = (chassis?.transferLow ?? 1) > 1 ? ' of low range' : '';
  const pinion = gearbox.finalDriveInside === undefined ? chassis?.axleRating?.pinionTorqueNm : undefined;
  const shaft = chassis?.axleRating?.shaftTorqueNm;
  const { differential, share } = oneShaftShare(subject);
  const shaftNm = behindNm === undefined ? undefined : behindNm * gearing.finalDrive * share;
  const pinionMargin = marginOf(pinion, behindNm, governs, subject, gearing);
  const shaftMargin = marginOf(shaft, shaftNm, governs, subject, gearing);
  for (const [id, title, what, figure, load, rating, key] of [
    ['axle-margin', 'Axle safety factor', 'axle', pinionMargin, behindNm, pinion, 'pinionTorqueNm'],
    ['shaft-margin', 'Half-shaft safety factor', 'half shaft', shaftMargin, shaftNm, shaft, 'shaftTorqueNm'],
  ] as const) {
    // A transaxle has its pinion inside: its own rating is the gearbox’s.
    if (!chassis || (id === 'axle-margin' && gearbox.finalDriveInside !== undefined)) continue;
    const row = {
      id,
      step: 'gearing' as const,
      group: GROUP,
      title,
      quantity: 'ratio' as const,
      limitKind: 'at least' as const,
      limit: 1,
      span: 1,
    };
    if (!rating) {
      const open = unanswered(
        { ...row, because: `${capital(what)}: torque rating missing.` },
        `${what}: torque rating unknown`,
        [`/chassis/axleRating/${key}`],
        [candidate.id],
      );
      said.checks.push(open.check);
      said.findings.push(open.finding);
      continue;
    }
    const check = makeCheck({
      ...row,
      figure,
      // Without the car's mass nobody knows what the tyres hand back.
      ...(gearing.gripN === undefined && figure && figure.value < 1 ? { state: 'unknown' as const } : {}),
      because:
        load === undefined
          ? 'Needs a torque curve.'
          : `${say(rating.value, 'torqueNm')} (${rating.evidence}) against ${say(load, 'torqueNm')} in first${low}, set by the ${governs}${id === 'shaft-margin' ? `; ${differential} differential: one half shaft carries ${say(100 * share, 'percent', { digits: 0 })}` : ''}.`,
    });
    said.checks.push(check);
    if (check.state !== 'clear')
      said.findings.push(
        findingOf(
          check,
          check.state === 'blocked'
            ? `${what} overloaded by ${say(load! - rating.value, 'torqueNm')} in first gear`
            : check.state === 'tight'
              ? `${what}: rating met in first gear, but margin less than uncertainty`
              : `${what}: rating or load unknown`,
          {
            about: [candidate.id],
            missing: check.state === 'unknown' && !figure ? [`/engines/${subject.engine.id}/curves`] : [],
          },
        ),
      );
  }
  return { pinionNm: behindNm, shaftNm, pinionMargin, shaftMargin };
}

/** Torque behind the gearbox in first, low range where there is one, N·m: the engine's, or what the tyres hand back. */
function behindGearbox(subject: Subject, gearing: GearingFigures, gears: readonly GearLoad[]): BehindGearbox {
  const { gearbox, chassis } = subject;
  const first = gearbox.ratios[0]! * (chassis?.transferLow ?? 1);
  const gain = gearbox.kind === 'automatic' ? (gearbox.converter?.stallTorqueRatio.value ?? 1) : 1;
  const load = gears[0];
  const inFirst = gearing.gears[0];
  if (!load || !gearing.peakTorqueNm) return { behindNm: undefined, inputNm: undefined, governs: 'engine' };
  const engineNm = load.engineNm * gain * first;
  const gripNm =
    inFirst?.torqueAtGripNm === undefined
      ? Infinity
      : inFirst.torqueAtGripNm * gearbox.ratios[0]! * noseShare(subject, gearing);
  const behindNm = Math.min(engineNm, gripNm);
  return {
    behindNm,
    inputNm: Math.min(load.engineNm * gain, gripNm / first),
    governs: gripNm < engineNm ? 'tyres' : 'engine',
  };
}

/** What the nose of the brief's trailer lets driven rear wheels hold over what they hold without it. */
function noseShare({ chassis, brief, tyre }: Subject, { gripN }: GearingFigures): number {
  const { hill } = brief;
  if (!hill || !chassis?.wheelbaseMm || chassis.drive === 'front' || !gripN || !tyre?.dryGrip) return 1;
  const onRear = hill.noseLoadKg * GRAVITY * (1 + hill.hitchOverhangMm / chassis.wheelbaseMm.value);
  return 1 + (tyre.dryGrip.value * onRear) / gripN;
}

/** The share of the axle's torque that one shaft may see, by the differential in it. */
function oneShaftShare({ chassis, candidate }: Subject) {
  const differential = differentialOf({ chassis, candidate });
  const bias = biasOf(chassis, differential);
  return { differential, share: differential === 'open' ? 0.5 : differential === 'locked' ? 1 : bias / (1 + bias) };
}

type LaunchFigures = Pick<DrivelineFigures, 'donorMassRatio' | 'launchJ' | 'donorLaunchShare'>;

/** Mass and heat of a launch against the car that the gearbox came from. */
function launchBesideDonor(subject: Subject, gearing: GearingFigures, said: Said): LaunchFigures {
  const { gearbox, brief } = subject;
  const kerb = gearbox.donorKerbKg;
  const { drivenKg: driven, rollingRadius: radius, launchRpm } = gearing;
  const firstGearRatio = gearbox.ratios[0]!;
  const donorMassRatio =
    kerb && driven
      ? propagate(
          { 'mass with driver': driven, 'donor car kerb mass': kerb },
          (v) => v['mass with driver'] / v['donor car kerb mass'],
        )
      : undefined;
  const torqueNm = launchRpm === undefined || !gearing.curve ? undefined : torqueAt(gearing.curve.torque, launchRpm);
  const first = gearing.gears[0];
  const rolling = subject.chassis?.rollingCoefficient?.value;
  if (
    gearbox.kind !== 'manual' ||
    !driven ||
    !radius ||
    !kerb ||
    launchRpm === undefined ||
    torqueNm === undefined ||
    !first ||
    rolling === undefined
  )
    return { donorMassRatio, launchJ: undefined, donorLaunchShare: undefined };
  const { hill } = brief;
  const behindKg = hill?.trailerKg ?? 0;
  const at = (massKg: number, trailerMassKg: number, gradePct: number) =>
    attempt(() =>
      hillLaunch({
        massKg,
        trailerMassKg,
        gradePct,
        rollingCoefficient: rolling,
        launchRpm,
        clutchTorqueNm: torqueNm,
        firstGearRatio,
        lowRangeRatio: subject.chassis?.transferLow ?? 1,
        finalDrive: gearing.finalDrive,
        rollingRadiusMm: radius.value,
        drivelineEfficiency: first.efficiency,
      }),
    );
  const here = at(driven.value, behindKg, hill?.gradePct ?? 0);
  const where = hill ? ` on your ${say(hill.gradePct, 'percent', { digits: 0 })} hill` : '';
  if (!here.ok)
    said.findings.push(
      makeFinding({
        id: 'launch-heat',
        state: 'blocked',
        step: 'gearing',
        title: `The clutch never locks${where}`,
        because: `At ${say(launchRpm, 'rpm')} engine torque ${say(torqueNm, 'torqueNm')}, too low for ${say(driven.value + behindKg, 'massKg')} with this gearing. Use a numerically higher first gear or final drive, or a higher launch rpm.`,
        about: [gearbox.id],
      }),
    );
  if (!here.ok) return { donorMassRatio, launchJ: undefined, donorLaunchShare: undefined };
  const { launchHeatJ: launchJ, slipTimeS } = here.value;
  // The car it came from started on hills too, with what it towed: the two are held against each other on the level.
  const [ours, theirs] = [at(driven.value, behindKg, 0), at(kerb.value, 0, 0)];
  if (!ours.ok || !theirs.ok) return { donorMassRatio, launchJ, donorLaunchShare: undefined };
  const share = ours.value.launchHeatJ / theirs.value.launchHeatJ;
  if (share > HARD_LIFE)
    said.findings.push(
      makeFinding({
        id: 'launch-heat',
        state: 'tight',
        step: 'gearing',
        title: `Clutch heat per start: ${say(share, 'number', { digits: 2 })} × donor car`,
        because: `${say(driven.value + behindKg, 'massKg')}${behindKg > 0 ? ' with the trailer' : ''} against ${say(kerb.value, 'massKg')}, at this gearing from ${say(launchRpm, 'rpm')}. A start${where} puts ${(launchJ / 1000).toFixed(0)} kJ into it in ${slipTimeS.toFixed(1)} s of slip. A higher numerical first gear or final drive ratio reduces clutch heat with its square.`,
        about: [gearbox.id],
      }),
    );
  return { donorMassRatio, launchJ, donorLaunchShare: share };
}
