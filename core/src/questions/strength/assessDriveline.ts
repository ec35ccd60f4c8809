import type { GearingFigures } from '../gearing/index.ts';
import {
  findingOf,
  makeCheck,
  makeFinding,
  type Check,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { exactly, propagate, say, type Derived } from '../../units/index.ts';
import { clutchLaunch } from './clutch.ts';
import type { GearLoad, StrengthPlaces } from './assessStrength.ts';
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
  /** Heat of one launch and what it was in the donor at the same gearing, J. */
  readonly launchJ: number | undefined;
  readonly donorLaunchJ: number | undefined;
}

const GROUP = 'Driving';
/** Joints placed with a tape, mm. */
const LENGTH_DOUBT_MM = 5;
/** Above this share of the donor's a box and its clutch live a hard life. */
const HARD_LIFE = 1.3;

/** Everything behind the gearbox: propshaft, axle, half shafts; and how the launch compares with the car the box came from. */
export function assessDriveline(
  subject: Subject,
  gearing: GearingFigures,
  gears: readonly GearLoad[],
  places: StrengthPlaces,
): CheckResult & { figures: DrivelineFigures } {
  const { chassis, gearbox, brief, candidate } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const peak = gearing.peakTorqueNm;
  const first = gearbox.ratios[0]!;
  const radius = gearing.rollingRadius;
  const converterGain = gearbox.kind === 'automatic' ? (gearbox.converter?.stallTorqueRatio.value ?? 1) : 1;

  // Torque behind the box in first: the engine's, or what the tyres hand back.
  const behind =
    gears[0] && peak
      ? Math.min(gears[0].engineNm * converterGain, gearing.gears[0]?.torqueAtGripNm ?? Infinity) * first
      : undefined;
  const governs =
    gears[0] && behind !== undefined && behind < gears[0].engineNm * converterGain * first ? 'tyres' : 'engine';
  const pinion = gearbox.finalDriveInside === undefined ? chassis?.axleRating?.pinionTorqueNm : undefined;
  const shaft = chassis?.axleRating?.shaftTorqueNm;
  const differential = candidate.differential ?? chassis?.differentials?.find((d) => d.fitted)?.kind ?? 'open';
  const bias = chassis?.differentials?.find((d) => d.kind === differential)?.biasRatio?.value ?? 2.5;
  // The share of the axle's torque that one shaft may see.
  const oneShaft = differential === 'open' ? 0.5 : differential === 'locked' ? 1 : bias / (1 + bias);
  const shaftNm = behind === undefined ? undefined : behind * gearing.finalDrive * oneShaft;
  const margin = (
    rating: Derived | { value: number; evidence: Derived['evidence']; plusMinus?: number } | undefined,
    load: number | undefined,
  ) =>
    rating && load !== undefined && peak
      ? propagate(
          {
            rating,
            'peak torque':
              governs === 'engine' ? { ...peak, value: 1, plusMinus: peak.plusMinus / peak.value } : exactly(1),
          },
          (v) => v.rating / (load * v['peak torque']),
        )
      : undefined;
  const pinionMargin = margin(pinion, behind);
  const shaftMargin = margin(shaft, shaftNm);
  for (const [id, title, what, figure, load, rating] of [
    ['axle-margin', 'Axle margin', 'axle', pinionMargin, behind, pinion],
    ['shaft-margin', 'Half shaft margin', 'half shaft', shaftMargin, shaftNm, shaft],
  ] as const) {
    if (!rating) continue;
    const check = makeCheck({
      id,
      step: 'gearing',
      group: GROUP,
      title,
      quantity: 'ratio',
      figure,
      limitKind: 'at least',
      limit: 1,
      span: 1,
      // Without the car's mass nobody knows what the tyres hand back.
      ...(gearing.gripN === undefined && figure && figure.value < 1 ? { state: 'unknown' as const } : {}),
      because:
        load === undefined
          ? 'Needs a torque curve.'
          : `${say(rating.value, 'torqueNm')} (${rating.evidence}) against ${say(load, 'torqueNm')} in first, set by the ${governs}${id === 'shaft-margin' ? `; with the differential ${differential} one shaft sees ${say(100 * oneShaft, 'percent', { digits: 0 })} of it` : ''}.`,
    });
    checks.push(check);
    if (check.state !== 'clear')
      findings.push(
        findingOf(
          check,
          check.state === 'blocked'
            ? `The ${what} is ${say(load! - rating.value, 'torqueNm')} short in first`
            : check.state === 'tight'
              ? `The ${what} stands first by less than the doubt of its rating`
              : `Nobody can say yet whether the ${what} stands it`,
          { about: [candidate.id] },
        ),
      );
  }

  const made = subject.parts.find((p) => p.propshaft);
  const tube = made?.propshaft ?? chassis?.propshaft;
  const top = gearing.topSpeed;
  let propshaftRpm: number | undefined;
  let critical: Derived | undefined;
  if (tube && gearbox.finalDriveInside === undefined) {
    const length = places.propshaftMm;
    propshaftRpm =
      top && radius
        ? (top.topSpeedKph / 3.6 / (2 * Math.PI * (radius.value / 1000))) * 60 * gearing.finalDrive
        : undefined;
    const shaftTube = { ...STEEL, outerDiameterMm: tube.outerDiameterMm, innerDiameterMm: tube.innerDiameterMm };
    critical =
      length === undefined
        ? undefined
        : propagate(
            {
              'length between joints': {
                value: length / tube.pieces,
                plusMinus: LENGTH_DOUBT_MM,
                evidence: 'measured',
              },
            },
            (v) => criticalRpm(shaftTube, v['length between joints']),
          );
    const share =
      critical && propshaftRpm !== undefined
        ? propagate({ 'critical speed': critical }, (v) => (100 * propshaftRpm!) / v['critical speed'])
        : undefined;
    const check = makeCheck({
      id: 'propshaft-speed',
      step: 'gearing',
      group: GROUP,
      title: 'Propshaft, of critical speed',
      quantity: 'percent',
      figure: share,
      limitKind: 'at most',
      limit: 100 * CRITICAL_SHARE,
      span: 60,
      digits: 0,
      because:
        critical && propshaftRpm !== undefined && length !== undefined
          ? `${say(propshaftRpm, 'rpm')} at top speed; a ${tube.outerDiameterMm} mm tube of ${say(length / tube.pieces, 'lengthMm')} between joints${tube.pieces > 1 ? `, in ${tube.pieces} pieces,` : ''} whips at ${say(critical.value, 'rpm')}. Above ${say(100 * CRITICAL_SHARE, 'percent', { digits: 0 })} it is not driven.`
          : 'Needs the joints of the shaft in the survey, and a top speed.',
    });
    checks.push(check);
    if (check.state !== 'clear') {
      const longest = propshaftRpm === undefined ? undefined : longestMm(shaftTube, propshaftRpm);
      findings.push(
        findingOf(
          check,
          check.state === 'blocked'
            ? `Propshaft of ${say(length! / tube.pieces, 'lengthMm')} is too long for its speed: ${say(share!.value, 'percent', { digits: 0 })} of critical`
            : check.state === 'tight'
              ? 'Propshaft at its speed limit by less than the doubt of its length'
              : 'Propshaft speed can’t be judged yet',
          {
            missing: check.state === 'unknown' ? ['/chassis/pinion'] : [],
            because: `${check.because}${longest === undefined ? '' : ` One piece of this tube may be ${say(longest, 'lengthMm')}: make it in ${Math.ceil((length ?? longest) / longest)} pieces with a centre bearing, or of a wider tube. A hoop round the front joint is the usual caution.`}`,
          },
        ),
      );
    }
  }

  const kerb = gearbox.donorKerbKg;
  const driven = gearing.drivenKg;
  const behindKg = brief.hill?.trailerKg ?? 0;
  const donorMassRatio =
    kerb && driven
      ? propagate(
          { 'mass as driven': driven, 'kerb mass of its donor': kerb },
          (v) => v['mass as driven'] / v['kerb mass of its donor'],
        )
      : undefined;
  let launchJ: number | undefined;
  let donorLaunchJ: number | undefined;
  if (gearbox.kind === 'manual' && driven && radius && kerb) {
    const at = (massKg: number) =>
      clutchLaunch({
        massKg,
        launchRpm: gearing.launchRpm,
        rollingRadiusMm: radius.value,
        firstGearRatio: first,
        finalDrive: gearing.finalDrive,
      }).launchEnergyJ;
    launchJ = at(driven.value + behindKg);
    donorLaunchJ = at(kerb.value);
    const share = launchJ / donorLaunchJ;
    if (share > HARD_LIFE)
      findings.push(
        makeFinding({
          id: 'launch-heat',
          state: 'tight',
          step: 'gearing',
          title: `Each start heats the clutch ${say(share, 'ratio')} times as much as in the car it came from`,
          because: `${say(driven.value + behindKg, 'massKg')}${behindKg > 0 ? ' with the trailer' : ''} against ${say(kerb.value, 'massKg')}, at this gearing from ${say(gearing.launchRpm, 'rpm')}: ${(launchJ / 1000).toFixed(0)} kJ a start. A shorter first or final drive takes it down by its square.`,
          about: [gearbox.id],
        }),
      );
  }
  return {
    checks,
    findings,
    figures: {
      pinionNm: behind,
      shaftNm,
      pinionMargin,
      shaftMargin,
      propshaftRpm,
      criticalRpm: critical,
      donorMassRatio,
      launchJ,
      donorLaunchJ,
    },
  };
}
