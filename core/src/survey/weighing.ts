import { comFromCorners } from '../mass/index.ts';
import type { Figure } from '../units/index.ts';

export interface FourPads {
  readonly frontLeftKg: Figure;
  readonly frontRightKg: Figure;
  readonly rearLeftKg: Figure;
  readonly rearRightKg: Figure;
}

const rss = (...s: number[]) => Math.sqrt(s.reduce((a, b) => a + b * b, 0));

/** Axle loads and the sideways place of the centre of mass (left positive, mm) from four pads, with their doubt. */
export function fromCorners(
  corners: FourPads,
  trackFrontMm: number,
  trackRearMm: number,
): { frontKg: Figure; rearKg: Figure; comYMm: Figure; crossPct: number } {
  const { frontLeftKg: fl, frontRightKg: fr, rearLeftKg: rl, rearRightKg: rr } = corners;
  const s = (f: Figure) => f.plusMinus ?? 0;
  const front = fl.value + fr.value;
  const rear = rl.value + rr.value;
  const total = front + rear;
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
  const figure = (value: number, plusMinus: number): Figure => ({
    value,
    plusMinus,
    evidence: 'measured',
    source: 'four pads',
  });
  return {
    frontKg: figure(front, rss(s(fl), s(fr))),
    rearKg: figure(rear, rss(s(rl), s(rr))),
    comYMm: figure(y, (rss(s(fl), s(fr)) * trackFrontMm + rss(s(rl), s(rr)) * trackRearMm) / 2 / total),
    crossPct: ((fl.value + rr.value) / total) * 100,
  };
}
