import { gearboxPose, gearboxShiftMm } from '../../questions/mass/index.ts';
import {
  bayOf,
  halfShaftsOf,
  hasLeverHole,
  LEAST_JOINT_DEG,
  MOST_HALF_SHAFT_DEG,
  MOST_JOINT_DEG,
  MOST_JOINT_DIFFERENCE_DEG,
  longestReach,
  solidsWithEngine,
  propshaftAngles,
  propshaftsOf,
  requiredClearance,
  routeBodies,
  shifterSeat,
  type BayBody,
  type JointAngles,
  type PlacedSolid,
} from '../../questions/fit/index.ts';
import { poseOf, type Pose } from '../../geometry/index.ts';
import { BRACKET_REACH_MM, chassisMountsOf, hasTransaxle, type Placement, type Subject } from '../../model/index.ts';
import { judging } from '../../pipeline/index.ts';
import { movementOf, typicalMovement } from '../../questions/mounts/index.ts';
import { InputError } from '../../units/index.ts';
import type { Limit, PlacementProblem, Range } from './problem.ts';

/** How far around where it stands a place is sought, unless told otherwise. */
const USUAL_REACH = { xMm: 120, yMm: 30, zMm: 80, pitchDeg: 2 } as const;

export function rangeAround(p: Placement, cantDeg = 0): Range {
  return {
    xMm: [p.xMm - USUAL_REACH.xMm, p.xMm + USUAL_REACH.xMm],
    yMm: [p.yMm - USUAL_REACH.yMm, p.yMm + USUAL_REACH.yMm],
    zMm: [p.zMm - USUAL_REACH.zMm, p.zMm + USUAL_REACH.zMm],
    pitchDeg: [p.pitchDeg - USUAL_REACH.pitchDeg, p.pitchDeg + USUAL_REACH.pitchDeg],
    cantDeg: [p.cantDeg - cantDeg, p.cantDeg + cantDeg],
  };
}

/** A degree of shaft angle broken is pulled back as hard as so many mm. */
const DEG_WORTH_MM = 20;
const DEG_PER_MM = 180 / Math.PI;

/** Shaft angles, shifter and mount reach of a candidate as limits of a search. */
export function limitsOf(subject: Subject): Limit[] {
  const { chassis, engine, gearbox, parts } = subject;
  if (!chassis) return [];
  const boxOf = (pose: Pose) => gearboxPose(pose, subject);
  // A gearbox at the driven axle stays where it was put: only the engine is looked for a place.
  const apart = hasTransaxle(chassis);
  const shift = gearboxShiftMm(parts);
  const limits: Limit[] = [];
  const swing = (at: readonly number[]) => (Math.hypot(at[0]! + shift, at[1]!, at[2]!) * Math.PI) / 180;
  const { shifterMm, mountMm } = gearbox;
  for (const { ends } of apart ? [] : propshaftsOf(chassis, gearbox, boxOf(poseOf(subject.candidate.placement)))) {
    const { outputMm, pinion } = ends;
    // Moving the joint by d turns a shaft of length L by d/L at most; half of what it measures is safe for any place near.
    const lengthMm = Math.max(200, Math.hypot(...pinion.atMm.map((v, k) => v - outputMm[k]!)) / 2);
    const change = (mm: number, deg: number) => deg + ((mm + swing(outputMm) * deg) / lengthMm) * DEG_PER_MM;
    const angle = (id: string, name: string, slack: (a: JointAngles) => number, times = 1): Limit => ({
      id,
      name,
      unit: 'deg',
      mmPerUnit: DEG_WORTH_MM,
      slack: (_place, pose) => slack(propshaftAngles(ends, boxOf(pose))),
      change: (mm, deg) => times * change(mm, deg),
    });
    limits.push(
      angle('joint-most', 'propshaft joint angle', (a) => MOST_JOINT_DEG - Math.max(a.frontJointDeg, a.rearJointDeg)),
      angle(
        'joint-least',
        'least propshaft joint angle',
        (a) => Math.min(a.frontJointDeg, a.rearJointDeg) - LEAST_JOINT_DEG,
      ),
      angle(
        'joint-side',
        'equal joint angles, side view',
        (a) => MOST_JOINT_DIFFERENCE_DEG - Math.abs(a.frontSideDeg - a.rearSideDeg),
        2,
      ),
      angle(
        'joint-plan',
        'joint angles alike in plan',
        (a) => MOST_JOINT_DIFFERENCE_DEG - Math.abs(a.frontPlanDeg - a.rearPlanDeg),
        2,
      ),
    );
  }
  if (chassis.hubs && gearbox.halfShaftsMm && !apart) {
    const inner = gearbox.halfShaftsMm;
    limits.push({
      id: 'half-shaft',
      name: 'half-shaft angle',
      unit: 'deg',
      mmPerUnit: DEG_WORTH_MM,
      slack: (_place, pose) =>
        MOST_HALF_SHAFT_DEG - Math.max(...halfShaftsOf(chassis, gearbox, boxOf(pose)).map((h) => h.angleDeg)),
      change: (mm, deg) => ((mm + Math.max(swing(inner.leftMm), swing(inner.rightMm)) * deg) / 150) * DEG_PER_MM,
    });
  }
  if (chassis.shifterAperture && shifterMm && hasLeverHole(chassis, gearbox)) {
    limits.push({
      id: 'shifter',
      name: 'shifter in its aperture',
      unit: 'mm',
      mmPerUnit: 1,
      slack: (_place, pose) => shifterSeat(chassis, gearbox, boxOf(pose))!.insideMm,
      change: (mm, deg) => mm + swing(shifterMm) * deg,
    });
  }
  const pads = chassisMountsOf(chassis, parts);
  if (pads.length > 0 && engine.bosses.length > 0) {
    const widest = Math.max(...engine.bosses.map((b) => swing(b.atMm)), mountMm ? swing(mountMm) : 0);
    limits.push({
      id: 'mount-reach',
      name: 'bracket length, boss to chassis mount',
      unit: 'mm',
      mmPerUnit: 1,
      slack: (_place, pose) =>
        BRACKET_REACH_MM - longestReach(pads, engine, gearbox, { engine: pose, box: boxOf(pose) }),
      change: (mm, deg) => mm + widest * deg,
    });
  }
  return limits;
}

const AT_ORIGIN: Placement = { xMm: 0, yMm: 0, zMm: 0, yawDeg: 0, pitchDeg: 0, cantDeg: 0 };

/**
 * The search for a candidate's place: its solids in the engine frame against its bay, each pair with the gap it needs on
 * the chosen mounts.
 * @throws InputError when the bay has not been measured.
 */
export function problemFor(
  subject: Subject,
  range: Range,
  limits: readonly Limit[] = limitsOf(subject),
): PlacementProblem {
  const { chassis, candidate } = subject;
  if (!chassis || chassis.obstacles.length === 0)
    throw new InputError('/chassis/obstacles', 'Engine bay not measured.');
  const solids = solidsWithEngine(subject, AT_ORIGIN);
  const bodies: BayBody[] = [
    ...bayOf(chassis.obstacles, candidate, subject.parts).filter((b) => b.obstacle.role !== 'reach zone'),
    ...routeBodies(candidate),
  ];
  return {
    parts: solids.map(({ solid, convex }) => ({ id: solid.id, name: solid.name, convex })),
    obstacles: bodies.map(({ obstacle, convex }) => ({ id: obstacle.id, name: obstacle.name, convex })),
    requiredMm: requiredOf(solids, bodies, mostMoved(subject)),
    range,
    yawDeg: candidate.placement.yawDeg,
    limits,
  };
}

/** How far each solid moves on the mounts at most, where it sits now, mm, in the order of `solidsWithEngine`. */
function mostMoved(subject: Subject): readonly number[] {
  const movement = judging(subject).find('mounts')?.movement ?? movementOf(typicalMovement(subject.candidate));
  return solidsWithEngine(subject, subject.candidate.placement).map((s) => movement.mostOf(s.convex.vertices));
}

function requiredOf(
  solids: readonly PlacedSolid[],
  bodies: readonly BayBody[],
  movesMm: readonly number[],
): Float64Array {
  const required = new Float64Array(solids.length * bodies.length);
  solids.forEach(({ solid, convex }, p) =>
    bodies.forEach(({ obstacle, convex: body }, o) => {
      required[p * bodies.length + o] = requiredClearance(
        solid,
        obstacle,
        // Where it will sit is what is looked for: the most that any of its points moves, whichever way.
        movesMm[p]!,
        convex.excessMm + body.excessMm,
      ).totalMm;
    }),
  );
  return required;
}
