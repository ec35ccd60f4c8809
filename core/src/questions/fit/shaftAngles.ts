import { layoutOf, type Chassis, type Gearbox } from '../../model/index.ts';
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
  // A propshaft forward, to a front axle, has its gearbox behind it: the angles are the same.
  const way = front[0] < rear[0] ? sub(rear, front) : sub(front, rear);
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

/** A joint on each end of a propshaft: at the gearbox, in its own frame, and at the axle. */
export interface PropshaftEnds {
  readonly outputMm: V3;
  readonly pinion: NonNullable<Chassis['pinion']>;
}

/** The ends of the propshaft to an axle; undefined where pinion or output have not been measured. */
export function propshaftEnds(
  chassis: Pick<Chassis, 'pinion' | 'frontPinion'>,
  gearbox: Pick<Gearbox, 'outputMm' | 'frontOutputMm'>,
  to: 'front' | 'rear',
  beside: boolean,
): PropshaftEnds | undefined {
  const ofFront = to === 'front' && beside;
  const pinion = ofFront ? chassis.frontPinion : chassis.pinion;
  const outputMm = ofFront ? gearbox.frontOutputMm : gearbox.outputMm;
  return pinion && outputMm && { outputMm, pinion };
}

/** The angles of a propshaft of a candidate where its gearbox stands. */
export function propshaftAngles({ outputMm, pinion }: PropshaftEnds, box: Pose): JointAngles {
  return jointAngles(
    applyPose(box, outputMm),
    pinion.atMm,
    outputAxis(box),
    axisOf(pinion.pitchDeg, pinion.yawDeg ?? 0),
  );
}

/** Which way an output to a propshaft points, forward: along the gearbox, or square to one that lies across the car. */
export function outputAxis(box: Pose): V3 {
  const along = turn(box.turned, [1, 0, 0]);
  const axis = Math.abs(along[0]) < 0.5 ? turn(box.turned, [0, 1, 0]) : along;
  return axis[0] < 0 ? [-axis[0], -axis[1], -axis[2]] : axis;
}

/** The propshafts of a candidate where its gearbox stands, by the axle that they go to: those whose ends are measured. */
export function propshaftsOf(
  chassis: Chassis,
  gearbox: Gearbox,
  box: Pose,
): readonly { readonly to: 'front' | 'rear'; readonly ends: PropshaftEnds; readonly angles: JointAngles }[] {
  const to = layoutOf(chassis, gearbox).propshaftsTo;
  return to.flatMap((axle) => {
    const ends = propshaftEnds(chassis, gearbox, axle, to.length > 1);
    return ends ? [{ to: axle, ends, angles: propshaftAngles(ends, box) }] : [];
  });
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
