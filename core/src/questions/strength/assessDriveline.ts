import { torqueAt } from '../curve/index.ts';
import type { GearingFigures } from '../gearing/index.ts';
import {
  findingOf,
  hasTransaxle,
  makeCheck,
  makeFinding,
  unanswered,
  type Chassis,
  type Check,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { attempt, exactly, madeFrom, propagate, say, type Derived, type Figure } from '../../units/index.ts';
import { hillLaunch } from './clutch.ts';
import type { GearLoad } from './gearLoad.ts';
import { CRITICAL_SHARE, criticalRpm, longestMm, STEEL } from './propshaft.ts';

export interface DrivelineFigures {
  /** Torque at the pinion and in one half shaft in the worst gear, N·m. */
  readonly pinionNm: number | undefined;
  readonly shaftNm: number | undefined;
  readonly pinionMargin: Derived | undefined;
  readonly shaftMargin: Derived | undefined;
  readonly propshaftRpm: number | undefined;
  readonly criticalRpm: Derived | undefined;
  /** Test mass over the kerb mass of the car the box came from. */
  readonly donorMassRatio: Derived | undefined;
  /** Heat of a start, on the brief’s hill with its trailer if it names one, J. */
  readonly launchJ: number | undefined;
  /** Heat of a start on the level over that in the donor at the same gearing, what is towed counted. */
  readonly donorLaunchShare: number | undefined;
}

type Tube = NonNullable<Chassis['propshaft']>;

const GROUP = 'Driving';
/** Joints placed with a tape, mm. */
const LENGTH_DOUBT_MM = 5;
/** Above this share of the donor's a box and its clutch live a hard life. */
const HARD_LIFE = 1.3;

/** What is judged and said on the way through the driveline. */
interface Said {
  readonly checks: Check[];
  readonly findings: Finding[];
}

/**
 * Everything behind the gearbox: propshaft, axle, half shafts; and how the launch compares with the car the box came
 * from. `propshaftMm` lies between the joints of the propshaft where the gearbox sits.
 */
export function assessDriveline(
  subject: Subject,
  gearing: GearingFigures,
  gears: readonly GearLoad[],
  propshaftMm: number | undefined,
): CheckResult & { figures: DrivelineFigures } {
  const said: Said = { checks: [], findings: [] };
  const axle = axleStrength(subject, gearing, gears, said);
  propshaftStrength(subject, gearing, gears, said);
  const propshaft = propshaftSpeed(subject, gearing, propshaftMm, said);
  const launch = launchBesideDonor(subject, gearing, said);
  return { ...said, figures: { ...axle, ...propshaft, ...launch } };
}

type AxleFigures = Pick<DrivelineFigures, 'pinionNm' | 'shaftNm' | 'pinionMargin' | 'shaftMargin'>;

/** Pinion and half shafts in first: what the engine or the tyres put through them against what they are rated for. */
function axleStrength(subject: Subject, gearing: GearingFigures, gears: readonly GearLoad[], said: Said): AxleFigures {
  const { chassis, gearbox, candidate } = subject;
  const { behindNm, governs } = behindGearbox(subject, gearing, gears);
  const pinion = gearbox.finalDriveInside === undefined ? chassis?.axleRating?.pinionTorqueNm : undefined;
  const shaft = chassis?.axleRating?.shaftTorqueNm;
  const { differential, share } = oneShaftShare(subject);
  const shaftNm = behindNm === undefined ? undefined : behindNm * gearing.finalDrive * share;
  const pinionMargin = marginOf(pinion, behindNm, governs, gearing);
  const shaftMargin = marginOf(shaft, shaftNm, governs, gearing);
  for (const [id, title, what, figure, load, rating, key] of [
    ['axle-margin', 'Axle margin', 'axle', pinionMargin, behindNm, pinion, 'pinionTorqueNm'],
    ['shaft-margin', 'Half shaft margin', 'half shaft', shaftMargin, shaftNm, shaft, 'shaftTorqueNm'],
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
        { ...row, because: `Nobody has entered what the ${what} stands.` },
        `Nobody knows what the ${what} stands`,
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
          : `${say(rating.value, 'torqueNm')} (${rating.evidence}) against ${say(load, 'torqueNm')} in first, set by the ${governs}${id === 'shaft-margin' ? `; with the differential ${differential} one shaft sees ${say(100 * share, 'percent', { digits: 0 })} of it` : ''}.`,
    });
    said.checks.push(check);
    if (check.state !== 'clear')
      said.findings.push(
        findingOf(
          check,
          check.state === 'blocked'
            ? `The ${what} is ${say(load! - rating.value, 'torqueNm')} short in first`
            : check.state === 'tight'
              ? `The ${what} stands first by less than the doubt of its rating`
              : `Nobody can say yet whether the ${what} stands it`,
          {
            about: [candidate.id],
            missing: check.state === 'unknown' && !figure ? [`/engines/${subject.engine.id}/curves`] : [],
          },
        ),
      );
  }
  return { pinionNm: behindNm, shaftNm, pinionMargin, shaftMargin };
}

/** A rating over a load, with the doubt of the torque curve where the engine sets the load. */
function marginOf(
  rating: Figure | undefined,
  load: number | undefined,
  governs: 'engine' | 'tyres',
  { peakTorqueNm: peak }: GearingFigures,
): Derived | undefined {
  if (!rating || load === undefined || !peak) return undefined;
  return propagate(
    {
      rating,
      'peak torque': governs === 'engine' ? { ...peak, value: 1, plusMinus: peak.plusMinus / peak.value } : exactly(1),
    },
    (v) => v.rating / (load * v['peak torque']),
  );
}

/** Torque behind the gearbox in first, N·m: the engine's, or what the tyres hand back. */
function behindGearbox(subject: Subject, gearing: GearingFigures, gears: readonly GearLoad[]) {
  const { gearbox } = subject;
  const first = gearbox.ratios[0]!;
  const gain = gearbox.kind === 'automatic' ? (gearbox.converter?.stallTorqueRatio.value ?? 1) : 1;
  const load = gears[0];
  if (!load || !gearing.peakTorqueNm) return { behindNm: undefined, governs: 'engine' as const };
  const engineNm = load.engineNm * gain;
  const behindNm = Math.min(engineNm, gearing.gears[0]?.torqueAtGripNm ?? Infinity) * first;
  return { behindNm, governs: behindNm < engineNm * first ? ('tyres' as const) : ('engine' as const) };
}

/** The share of the axle's torque that one shaft may see, by the differential in it. */
function oneShaftShare({ chassis, candidate }: Subject) {
  const differential = candidate.differential ?? chassis?.differentials?.find((d) => d.fitted)?.kind ?? 'open';
  const bias = chassis?.differentials?.find((d) => d.kind === differential)?.biasRatio?.value ?? 2.5;
  return { differential, share: differential === 'open' ? 0.5 : differential === 'locked' ? 1 : bias / (1 + bias) };
}

/** The tube between gearbox and axle; where there must be one and nobody has entered it, where it is entered. */
function propshaftIn({ chassis, gearbox, parts }: Subject): {
  readonly tube: Tube | undefined;
  readonly missing?: string;
} {
  // A transaxle has none, and neither has a car that is driven in front.
  if (!chassis || chassis.drive === 'front' || gearbox.finalDriveInside !== undefined || gearbox.halfShaftsMm)
    return { tube: undefined };
  const bought = parts.find((p) => p.propshaft) ?? parts.find((p) => p.class === 'propshaft');
  if (bought)
    return bought.propshaft
      ? { tube: bought.propshaft }
      : { tube: undefined, missing: `/parts/${bought.id}/propshaft` };
  return chassis.propshaft ? { tube: chassis.propshaft } : { tube: undefined, missing: '/chassis/propshaft' };
}

const MARGIN_ROW = {
  id: 'propshaft-margin',
  step: 'gearing',
  group: GROUP,
  title: 'Propshaft margin',
  quantity: 'ratio',
  limitKind: 'at least',
  limit: 1,
  span: 1,
} as const;

/** What the propshaft stands against the torque behind the gearbox in first. */
function propshaftStrength(subject: Subject, gearing: GearingFigures, gears: readonly GearLoad[], said: Said): void {
  const { tube } = propshaftIn(subject);
  const { behindNm, governs } = behindGearbox(subject, gearing, gears);
  if (!tube) return;
  const bought = subject.parts.find((p) => p.propshaft === tube);
  const { ratingNm } = tube;
  if (!ratingNm) {
    const open = unanswered(
      { ...MARGIN_ROW, because: 'Its joints give up before its tube, and nobody has said what they stand.' },
      'Nobody knows what the propshaft stands',
      [bought ? `/parts/${bought.id}/propshaft/ratingNm` : '/chassis/propshaft/ratingNm'],
      [subject.candidate.id],
    );
    said.checks.push(open.check);
    said.findings.push(open.finding);
    return;
  }
  const figure = marginOf(ratingNm, behindNm, governs, gearing);
  const check = makeCheck({
    ...MARGIN_ROW,
    figure,
    ...(gearing.gripN === undefined && figure && figure.value < 1 ? { state: 'unknown' as const } : {}),
    because:
      behindNm === undefined
        ? 'Needs a torque curve.'
        : `${say(ratingNm.value, 'torqueNm')} (${ratingNm.evidence}) against ${say(behindNm, 'torqueNm')} in first, set by the ${governs}. A hoop round it is the usual caution.`,
  });
  said.checks.push(check);
  if (check.state !== 'clear')
    said.findings.push(
      findingOf(
        check,
        check.state === 'blocked'
          ? `The propshaft is ${say(behindNm! - ratingNm.value, 'torqueNm')} short in first`
          : check.state === 'tight'
            ? 'The propshaft stands first by less than the doubt of its rating'
            : 'Nobody can say yet whether the propshaft stands it',
        {
          about: [subject.candidate.id],
          missing: check.state === 'unknown' && !figure ? [`/engines/${subject.engine.id}/curves`] : [],
        },
      ),
    );
}

type PropshaftFigures = Pick<DrivelineFigures, 'propshaftRpm' | 'criticalRpm'>;

/** The propshaft at top speed against the speed at which it whips. */
function propshaftSpeed(
  subject: Subject,
  gearing: GearingFigures,
  lengthMm: number | undefined,
  said: Said,
): PropshaftFigures {
  const { tube, missing } = propshaftIn(subject);
  const row = {
    id: 'propshaft-speed' as const,
    step: 'gearing' as const,
    group: GROUP,
    title: 'Propshaft, of critical speed',
    quantity: 'percent' as const,
    limitKind: 'at most' as const,
    limit: 100 * CRITICAL_SHARE,
    span: 60,
    digits: 0,
  };
  if (!tube) {
    if (missing) {
      const open = unanswered(
        { ...row, because: 'Nobody has entered its tube.' },
        'Nobody knows the propshaft: neither its speed nor what it stands can be judged',
        [missing],
      );
      said.checks.push(makeCheck({ ...MARGIN_ROW, figure: undefined, because: open.check.because }), open.check);
      said.findings.push(open.finding);
    }
    return { propshaftRpm: undefined, criticalRpm: undefined };
  }
  const { topSpeed: top, rollingRadius: radius } = gearing;
  // Before a transaxle the shaft turns with the crank.
  const propshaftRpm =
    subject.chassis && hasTransaxle(subject.chassis)
      ? subject.engine.redlineRpm?.value
      : top && radius
        ? (top.topSpeedKph / 3.6 / (2 * Math.PI * (radius.value / 1000))) * 60 * gearing.finalDrive
        : undefined;
  const shaftTube = { ...STEEL, outerDiameterMm: tube.outerDiameterMm, innerDiameterMm: tube.innerDiameterMm };
  const sectionMm = lengthMm === undefined ? undefined : lengthMm / tube.pieces;
  const critical =
    sectionMm === undefined
      ? undefined
      : propagate(
          {
            'length between joints': madeFrom(
              { value: sectionMm, plusMinus: LENGTH_DOUBT_MM, evidence: 'measured' },
              subject.chassis?.pinion ?? subject.candidate.placement,
            ),
          },
          (v) => criticalRpm(shaftTube, v['length between joints']),
        );
  const share =
    critical && propshaftRpm !== undefined
      ? propagate({ 'critical speed': critical }, (v) => (100 * propshaftRpm) / v['critical speed'])
      : undefined;
  const check = makeCheck({
    ...row,
    figure: share,
    because:
      critical && propshaftRpm !== undefined && sectionMm !== undefined
        ? `${say(propshaftRpm, 'rpm')} at top speed; a ${tube.outerDiameterMm} mm tube of ${say(sectionMm, 'lengthMm')} between joints${tube.pieces > 1 ? `, in ${tube.pieces} pieces,` : ''} whips at ${say(critical.value, 'rpm')}. Above ${say(100 * CRITICAL_SHARE, 'percent', { digits: 0 })} it is not driven.`
        : 'Needs the joints of the shaft in the survey, and a top speed.',
  });
  said.checks.push(check);
  if (check.state !== 'clear') {
    const longest = propshaftRpm === undefined ? undefined : longestMm(shaftTube, propshaftRpm);
    said.findings.push(
      findingOf(
        check,
        check.state === 'blocked'
          ? `Propshaft of ${say(sectionMm!, 'lengthMm')} is too long for its speed: ${say(share!.value, 'percent', { digits: 0 })} of critical`
          : check.state === 'tight'
            ? 'Propshaft at its speed limit by less than the doubt of its length'
            : 'Propshaft speed can’t be judged yet',
        {
          missing: check.state === 'unknown' && lengthMm === undefined ? ['/chassis/pinion'] : [],
          because: `${check.because}${longest === undefined ? '' : ` One piece of this tube may be ${say(longest, 'lengthMm')}: make it in ${Math.ceil((lengthMm ?? longest) / longest)} pieces with a centre bearing, or of a wider tube. A hoop round the front joint is the usual caution.`}`,
        },
      ),
    );
  }
  return { propshaftRpm, criticalRpm: critical };
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
          { 'mass as driven': driven, 'kerb mass of its donor': kerb },
          (v) => v['mass as driven'] / v['kerb mass of its donor'],
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
        because: `At ${say(launchRpm, 'rpm')} the engine gives ${say(torqueNm, 'torqueNm')}, and ${say(driven.value + behindKg, 'massKg')} there ask for more at this gearing. A shorter first or final drive, or a later launch, takes it up.`,
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
        title: `Each start heats the clutch ${say(share, 'number', { digits: 2 })} times as much as in the car it came from`,
        because: `${say(driven.value + behindKg, 'massKg')}${behindKg > 0 ? ' with the trailer' : ''} against ${say(kerb.value, 'massKg')}, at this gearing from ${say(launchRpm, 'rpm')}. A start${where} puts ${(launchJ / 1000).toFixed(0)} kJ into it in ${slipTimeS.toFixed(1)} s of slip. A shorter first or final drive takes it down by its square.`,
        about: [gearbox.id],
      }),
    );
  return { donorMassRatio, launchJ, donorLaunchShare: share };
}
