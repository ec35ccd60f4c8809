import type { Placement } from '../model/index.ts';
import { aboutX, aboutY, aboutZ, add, multiply, turn, type M3, type V3 } from './vec.ts';

/** A rigid move: p = at + turned·p_local. */
export interface Pose {
  readonly at: V3;
  readonly turned: M3;
}

export const IDENTITY: Pose = {
  at: [0, 0, 0],
  turned: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
};

/**
 * Pose of the engine frame in the car: p = t + R_yaw·R_pitch·R_cant·p_local. Nose-up pitch is a rotation about −y;
 * positive cant leans the top to the right (−y).
 */
export function poseOf(p: Placement): Pose {
  return {
    at: [p.xMm, p.yMm, p.zMm],
    turned: multiply(multiply(aboutZ(p.yawDeg), aboutY(-p.pitchDeg)), aboutX(p.cantDeg)),
  };
}

export function applyPose(pose: Pose, point: V3): V3 {
  return add(pose.at, turn(pose.turned, point));
}

/** The same pose with its owner moved by `offset` in its own frame: a gearbox behind an adapter plate. */
export function offsetPose(pose: Pose, offset: V3): Pose {
  return { at: applyPose(pose, offset), turned: pose.turned };
}
