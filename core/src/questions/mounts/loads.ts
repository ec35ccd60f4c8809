import { poseOf, turn, unit, type V3 } from '../../geometry/index.ts';
import { MissingInput, type Subject } from '../../model/index.ts';
import { exactly, GRAVITY, madeFrom, ORIGIN, propagate, type Derived } from '../../units/index.ts';
import type { GearingFigures } from '../gearing/index.ts';
import type { Carried } from './powertrain.ts';

/** What a powertrain is put through: each a force and a couple at its centre of mass. */
export const LOAD_CASES = [
  'rest',
  'first gear',
  'reverse',
  'braking',
  'cornering left',
  'cornering right',
  'bump',
] as const;
export type LoadCase = (typeof LOAD_CASES)[number];

/** Reached on a bad road, its own weight counted, times its weight. */
const BUMP_G = 3;
/** The tyres pass so much more for a moment than they hold. */
const SHOCK = 1.3;

/** Torque on the powertrain, its direction in the car, and which of both sets it. */
export interface DriveReaction {
  readonly forward: Derived;
  readonly reverse: Derived;
  /** Along which the reaction turns it, driving forward; a unit vector. */
  readonly about: V3;
  readonly setBy: 'engine' | 'tyres';
  /** The record of the library that it goes back to. */
  readonly from: object;
}

/**
 * What driving puts on the mounts: min(peak torque × first gear × converter at stall × low range × final drive inside, 1.3 × what the
 * tyres pass). Behind a gearbox without final drive it turns about the engine's own axis, +x for a crank that turns clockwise seen
 * from its front; with the final drive inside about −y, the nose lifts. Where the gearbox hangs apart, the engine’s mounts feel the
 * engine’s own torque alone, and those of the gearbox the rest.
 * @throws MissingInput without a curve.
 */
export function driveReaction(
  { candidate, engine, gearbox, chassis }: Subject,
  gearing: GearingFigures,
  which: Carried = 'both',
): DriveReaction {
  const { curve, peakTorqueNm, gripN, rollingRadius } = gearing;
  if (!curve || !peakTorqueNm) throw new MissingInput(`/engines/${engine.id}/curves`);
  // Apart from the engine it always has the final drive in its case.
  const inside = which === 'both' ? gearbox.finalDriveInside : gearing.finalDrive;
  const stall = gearbox.converter?.stallTorqueRatio;
  const low = chassis?.transferLow ?? 1;
  // Behind the gearbox the tyres are felt through the axle; with the final drive inside as they are.
  const atBox = inside === undefined ? candidate.finalDrive : 1;
  const tyresNm =
    gripN !== undefined && rollingRadius ? (SHOCK * gripN * rollingRadius.value) / 1000 / atBox : undefined;
  const by = (ratio: number): Derived =>
    propagate(
      {
        'peak torque': madeFrom(
          { value: peakTorqueNm.value, plusMinus: peakTorqueNm.plusMinus, evidence: peakTorqueNm.evidence },
          curve[ORIGIN],
        ),
        'stall torque ratio': stall ?? exactly(1),
      },
      (v) => {
        const engineNm = v['peak torque'] * ratio * v['stall torque ratio'] * low * (inside ?? 1);
        return tyresNm === undefined ? engineNm : Math.min(engineNm, tyresNm);
      },
    );
  const first = gearbox.ratios[0]!;
  const engineNm = peakTorqueNm.value * first * (stall?.value ?? 1) * low * (inside ?? 1);
  const whole: DriveReaction = {
    forward: by(first),
    // Where nobody has entered it, reverse is geared as first is.
    reverse: by(gearbox.reverseRatio ?? first),
    about: inside === undefined ? turn(poseOf(candidate.placement).turned, [1, 0, 0]) : [0, -1, 0],
    from: curve[ORIGIN],
    setBy: tyresNm !== undefined && tyresNm < engineNm ? ('tyres' as const) : ('engine' as const),
  };
  if (which === 'both') return whole;
  const crank = turn(poseOf(candidate.placement).turned, [1, 0, 0]);
  const total = first * low * inside!;
  if (which === 'engine') {
    // The crank turns one way, whatever gear is in: its own torque is all that the engine's mounts feel of the drive.
    const forward = times(whole.forward, 1 / total);
    return { ...whole, forward, reverse: times(forward, -1), about: crank };
  }
  // The case is turned by what leaves it at the wheels, and by what comes in from the engine.
  return { ...whole, about: unit([-crank[0] / total, -1 - crank[1] / total, -crank[2] / total]) };
}

const times = (figure: Derived, by: number): Derived => ({
  ...figure,
  value: figure.value * by,
  plusMinus: figure.plusMinus * Math.abs(by),
});

/** Force, N, and couple, N·m, of a case at the centre of mass; weight is in all of them. */
export function loadOf(
  which: LoadCase,
  massKg: number,
  drive: { readonly forwardNm: number; readonly reverseNm: number; readonly about: V3 },
): { readonly forceN: V3; readonly coupleNm: V3 } {
  const weight = massKg * GRAVITY;
  const { about } = drive;
  const turned = (nm: number): V3 => [nm * about[0], nm * about[1], nm * about[2]];
  const none: V3 = [0, 0, 0];
  switch (which) {
    case 'rest':
      return { forceN: [0, 0, -weight], coupleNm: none };
    case 'first gear':
      return { forceN: [0, 0, -weight], coupleNm: turned(drive.forwardNm) };
    case 'reverse':
      return { forceN: [0, 0, -weight], coupleNm: turned(-drive.reverseNm) };
    case 'braking':
      return { forceN: [weight, 0, -weight], coupleNm: none };
    case 'cornering left':
      // The car turns left: what is in it leans to the right.
      return { forceN: [0, -weight, -weight], coupleNm: none };
    case 'cornering right':
      return { forceN: [0, weight, -weight], coupleNm: none };
    case 'bump':
      return { forceN: [0, 0, -BUMP_G * weight], coupleNm: none };
  }
}

/** A load case as it stands in sentences. */
export const caseWords = (which: LoadCase): string =>
  which === 'bump'
    ? 'a 3 g bump'
    : which === 'braking'
      ? 'braking at 1 g'
      : which === 'rest'
        ? 'rest'
        : which.startsWith('cornering')
          ? `${which} at 1 g`
          : which;

/** Whether the drive is what loads it, rather than its mass. */
export const isDriven = (which: LoadCase): boolean => which === 'first gear' || which === 'reverse';
