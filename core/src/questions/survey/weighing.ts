import { comFromCorners } from '../mass/index.ts';
import type { Chassis } from '../../model/index.ts';
import type { Figure } from '../../units/index.ts';

export interface FourPads {
  readonly frontLeftKg: Figure;
  readonly frontRightKg: Figure;
  readonly rearLeftKg: Figure;
  readonly rearRightKg: Figure;
}

const rss = (...s: number[]) => Math.sqrt(s.reduce((a, b) => a + b * b, 0));

/**
 * Axle loads and the sideways place of the centre of mass (left positive, mm) from four pads, with their doubt;
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
    source: 'four pads',
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

/** Corner loads of a car, kg: its own where four pads gave them, else its axles shared by where its weight lies sideways. */
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
