import type { Chassis, Gearbox } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { applyPose, dot, length, type Pose, sub, turn, unit, type V3 } from '../../geometry/index.ts';

/** Usual limits of a propshaft with two cross joints, degrees: needle bearings must roll, vibration must stay small. */
export const LEAST_JOINT_DEG = 0.5;
export const MOST_JOINT_DEG = 3;
export const MOST_JOINT_DIFFERENCE_DEG = 1;
/** Half shafts at rest, degrees. */
export const MOST_HALF_SHAFT_DEG = 7;

const degrees = (rad: number) => (rad * 180) / Math.PI;
const radians = (deg: number) => (deg * Math.PI) / 180;

/** A shaft axis by its pitch (nose up positive) and yaw, degrees, pointing forward. */
export function axisOf(pitchDeg: number, yawDeg: number): V3 {
  const p = radians(pitchDeg);
  const w = radians(yawDeg);
  return [Math.cos(p) * Math.cos(w), Math.cos(p) * Math.sin(w), Math.sin(p)];
}

export interface JointAngles {
  /** Angles between the shaft axes in space, degrees. */
  readonly frontJointDeg: number;
  readonly rearJointDeg: number;
  /** The same in side view and in plan, degrees, without sign. */
  readonly frontSideDeg: number;
  readonly frontPlanDeg: number;
  readonly rearSideDeg: number;
  readonly rearPlanDeg: number;
  readonly eachInHalfToThree: boolean;
  readonly equalWithinOneDegInEachPlane: boolean;
  /** √|θ₁² − θ₂²| of the compound angles: what is left of the speed ripple with the yokes in phase, degrees. */
  readonly residualDeg: number;
  readonly lengthMm: number;
}

/**
 * Angles of the two joints of a propshaft from the joint centres and the axes of gearbox and pinion (unit vectors that
 * point forward, vehicle axes). Compound angle as in SAE J901: the angle between the axes in space.
 * @throws InputError when both joints lie in one place.
 */
export function jointAngles(front: V3, rear: V3, gearboxAxis: V3, pinionAxis: V3): JointAngles {
  const way = sub(front, rear);
  if (length(way) < 1e-9)
    throw new InputError('/rearJointMm', 'Both joints of the propshaft lie in one place; it needs a length.');
  const shaft = unit(way);
  const between = (a: V3, b: V3) => degrees(Math.acos(Math.min(1, Math.max(-1, dot(a, b)))));
  const side = (a: V3) => degrees(Math.atan2(a[2], a[0]));
  const plan = (a: V3) => degrees(Math.atan2(a[1], a[0]));
  const frontJointDeg = between(gearboxAxis, shaft);
  const rearJointDeg = between(pinionAxis, shaft);
  const frontSideDeg = Math.abs(side(gearboxAxis) - side(shaft));
  const frontPlanDeg = Math.abs(plan(gearboxAxis) - plan(shaft));
  const rearSideDeg = Math.abs(side(pinionAxis) - side(shaft));
  const rearPlanDeg = Math.abs(plan(pinionAxis) - plan(shaft));
  const fine = (a: number) => a >= LEAST_JOINT_DEG && a <= MOST_JOINT_DEG;
  return {
    frontJointDeg,
    rearJointDeg,
    frontSideDeg,
    frontPlanDeg,
    rearSideDeg,
    rearPlanDeg,
    eachInHalfToThree: fine(frontJointDeg) && fine(rearJointDeg),
    equalWithinOneDegInEachPlane:
      Math.abs(frontSideDeg - rearSideDeg) <= MOST_JOINT_DIFFERENCE_DEG &&
      Math.abs(frontPlanDeg - rearPlanDeg) <= MOST_JOINT_DIFFERENCE_DEG,
    lengthMm: length(way),
    residualDeg: Math.sqrt(Math.abs(frontJointDeg ** 2 - rearJointDeg ** 2)),
  };
}

/** Angle of a half shaft to the axle line (y), both joint axes along y, degrees, and its length, mm. */
export function halfShaft(inner: V3, outer: V3): { angleDeg: number; lengthMm: number; withinSevenDeg: boolean } {
  const way = sub(outer, inner);
  const lengthMm = length(way);
  if (lengthMm < 1e-9)
    throw new InputError('/outerJointMm', 'Both joints of the half shaft lie in one place; it needs a length.');
  const angleDeg = degrees(Math.atan2(Math.hypot(way[0], way[2]), Math.abs(way[1])));
  return { angleDeg, lengthMm, withinSevenDeg: angleDeg <= MOST_HALF_SHAFT_DEG };
}

/** The propshaft of a candidate where its gearbox stands; undefined where pinion or output have not been measured. */
export function propshaftOf(chassis: Pick<Chassis, 'pinion'>, gearbox: Gearbox, box: Pose): JointAngles | undefined {
  const { pinion } = chassis;
  if (!pinion || !gearbox.outputMm || gearbox.halfShaftsMm) return undefined;
  return jointAngles(
    applyPose(box, gearbox.outputMm),
    pinion.atMm,
    turn(box.turned, [1, 0, 0]),
    axisOf(pinion.pitchDeg, pinion.yawDeg ?? 0),
  );
}

/** The half shafts of a transaxle where it stands: the left and the right one. */
export function halfShaftsOf(
  chassis: Pick<Chassis, 'hubs'>,
  gearbox: Gearbox,
  box: Pose,
): readonly { side: 'left' | 'right'; angleDeg: number; lengthMm: number }[] {
  const { hubs } = chassis;
  const inner = gearbox.halfShaftsMm;
  if (!hubs || !inner) return [];
  return (['left', 'right'] as const).map((side) => ({
    side,
    ...halfShaft(applyPose(box, inner[`${side}Mm`]), hubs[`${side}Mm`]),
  }));
}
