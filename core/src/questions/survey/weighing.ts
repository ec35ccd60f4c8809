import { comFromCorners, comHeightFromLift } from '../mass/index.ts';
import type { Chassis } from '../../model/index.ts';
import { propagate, type Figure } from '../../units/index.ts';

export interface FourPads {
  readonly frontLeftKg: Figure;
  readonly frontRightKg: Figure;
  readonly rearLeftKg: Figure;
  readonly rearRightKg: Figure;
}

const rss = (...s: number[]) => Math.sqrt(s.reduce((a, b) => a + b * b, 0));

/**
 * Axle loads and the sideways place of the centre of mass (left positive, mm) from four scale pads, with their doubt;
 * the place only where both tracks are known.
 */
export function fromCorners(
  corners: FourPads,
  trackFrontMm?: number,
  trackRearMm?: number,
): { frontKg: Figure; rearKg: Figure; comYMm?: Figure; crossPct: number } {
  const { frontLeftKg: fl, frontRightKg: fr, rearLeftKg: rl, rearRightKg: rr } = corners;
  const s = (f: Figure) => f.plusMinus ?? 0;
  const front = fl.value + fr.value;
  const rear = rl.value + rr.value;
  const total = front + rear;
  const figure = (value: number, plusMinus: number): Figure => ({
    value,
    plusMinus,
    evidence: 'measured',
    source: 'corner scales',
  });
  const axles = {
    frontKg: figure(front, rss(s(fl), s(fr))),
    rearKg: figure(rear, rss(s(rl), s(rr))),
    crossPct: ((fl.value + rr.value) / total) * 100,
  };
  if (trackFrontMm === undefined || trackRearMm === undefined) return axles;
  const { comYMm: y } = comFromCorners({
    // Nothing asked here depends on the wheelbase.
    wheelbaseMm: 1,
    trackFrontMm,
    trackRearMm,
    frontLeftKg: fl.value,
    frontRightKg: fr.value,
    rearLeftKg: rl.value,
    rearRightKg: rr.value,
  });
  return {
    ...axles,
    comYMm: figure(y, (rss(s(fl), s(fr)) * trackFrontMm + rss(s(rl), s(rr)) * trackRearMm) / 2 / total),
  };
}

/** Corner loads of a car, kg: its own where four scale pads gave them, else its axles shared by where its weight lies sideways. */
export function cornerLoadsOf(
  chassis: Pick<Chassis, 'weighing' | 'trackFrontMm' | 'trackRearMm'>,
): { frontLeft: number; frontRight: number; rearLeft: number; rearRight: number } | undefined {
  const { corners, frontKg, rearKg, comYMm } = chassis.weighing;
  if (corners)
    return {
      frontLeft: corners.frontLeftKg.value,
      frontRight: corners.frontRightKg.value,
      rearLeft: corners.rearLeftKg.value,
      rearRight: corners.rearRightKg.value,
    };
  const { trackFrontMm, trackRearMm } = chassis;
  if (!frontKg || !rearKg) return undefined;
  const left = (axleKg: number, track: Figure | undefined) =>
    axleKg * (0.5 + (comYMm && track ? comYMm.value / track.value : 0));
  const frontLeft = left(frontKg.value, trackFrontMm);
  const rearLeft = left(rearKg.value, trackRearMm);
  return { frontLeft, frontRight: frontKg.value - frontLeft, rearLeft, rearRight: rearKg.value - rearLeft };
}

/**
 * Height of the centre of mass from the front axle weighed again with the rear lifted, with its doubt; undefined while the car is not
 * weighed level or has no wheelbase.
 *
 * @throws InputError where the readings can't be of one car.
 */
export function heightByLifting(
  { weighing, wheelbaseMm }: Pick<Chassis, 'weighing' | 'wheelbaseMm'>,
  lifted: NonNullable<Chassis['weighing']['lifted']>,
): Figure | undefined {
  const { frontKg, rearKg } = weighing;
  if (!frontKg || !rearKg || !wheelbaseMm) return undefined;
  const height = propagate(
    {
      front: frontKg,
      rear: rearKg,
      wheelbase: wheelbaseMm,
      lifted: lifted.frontKg,
      lift: lifted.liftMm,
      hub: lifted.hubMm,
    },
    (v) =>
      comHeightFromLift({
        wheelbaseMm: v.wheelbase,
        wheelRadiusMm: v.hub,
        totalKg: v.front + v.rear,
        levelKg: v.front,
        liftedKg: v.lifted,
        liftMm: v.lift,
      }),
  );
  return {
    value: Math.round(height.value),
    plusMinus: Math.max(1, Math.round(height.plusMinus)),
    evidence: height.evidence,
    source: 'rear lifted and the front weighed again',
  };
}

/** How two weighings differ, kg; only what both have. */
export function weighingChange(
  was: Chassis['weighing'],
  now: Chassis['weighing'],
): { readonly frontKg?: number; readonly rearKg?: number; readonly totalKg?: number } {
  const by = (a: Figure | undefined, b: Figure | undefined) => (a && b ? b.value - a.value : undefined);
  const frontKg = by(was.frontKg, now.frontKg);
  const rearKg = by(was.rearKg, now.rearKg);
  return {
    ...(frontKg === undefined ? {} : { frontKg }),
    ...(rearKg === undefined ? {} : { rearKg }),
    ...(frontKg === undefined || rearKg === undefined ? {} : { totalKg: frontKg + rearKg }),
  };
}
