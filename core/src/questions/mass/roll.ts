import type { AxleSprings, Chassis, Subject } from '../../model/index.ts';
import { exactly, propagate, type Figure } from '../../units/index.ts';
import { rollStiffnessNmPerDeg, wheelRate } from './ride.ts';

const rate = (springs: AxleSprings, otherNPerMm: number | undefined): Figure =>
  otherNPerMm === undefined
    ? springs.springRateNPerMm
    : { value: otherNPerMm, plusMinus: 0.03 * otherNPerMm, evidence: 'claimed' };

/** How the axles share what holds the body against roll: springs and bars as found, and with those that are bought. */
export function rollShares({ candidate, parts }: Subject, { springs, antiRoll, trackFrontMm, trackRearMm }: Chassis) {
  if (!springs || !antiRoll || !trackFrontMm || !trackRearMm)
    return { rollFrontPct: undefined, rollBeforePct: undefined };
  // Whoever entered the bars of a car has said that an end without one has none.
  const share = (front: Figure, rear: Figure, bars: Record<'front' | 'rear', Figure | undefined>) =>
    propagate(
      {
        'front spring': front,
        'rear spring': rear,
        'front motion ratio': springs.front.motionRatio,
        'rear motion ratio': springs.rear.motionRatio,
        'front bar': bars.front ?? exactly(0),
        'rear bar': bars.rear ?? exactly(0),
      },
      (v) => {
        const inFront = rollStiffnessNmPerDeg(
          wheelRate(v['front spring'], v['front motion ratio']),
          trackFrontMm.value,
          v['front bar'],
        );
        const behind = rollStiffnessNmPerDeg(
          wheelRate(v['rear spring'], v['rear motion ratio']),
          trackRearMm.value,
          v['rear bar'],
        );
        return (100 * inFront) / (inFront + behind);
      },
    );
  const bought = (end: 'front' | 'rear') => parts.find((p) => p.antiRoll?.end === end)?.antiRoll?.rateNmPerDeg;
  return {
    rollFrontPct: share(
      rate(springs.front, candidate.springs?.frontNPerMm),
      rate(springs.rear, candidate.springs?.rearNPerMm),
      { front: bought('front') ?? antiRoll.frontNmPerDeg, rear: bought('rear') ?? antiRoll.rearNmPerDeg },
    ),
    rollBeforePct: share(springs.front.springRateNPerMm, springs.rear.springRateNPerMm, {
      front: antiRoll.frontNmPerDeg,
      rear: antiRoll.rearNmPerDeg,
    }),
  };
}
