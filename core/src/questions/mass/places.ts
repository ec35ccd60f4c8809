import { applyPose, offsetPose, poseOf, type Pose, type V3 } from '../../geometry/index.ts';
import {
  hasTransaxle,
  keepsGearbox,
  type Candidate,
  type Chassis,
  type Part,
  type Placement,
  type Subject,
} from '../../model/index.ts';

/** How far adapters and spacers shift the gearbox along the engine's x, mm: rearward is negative. */
export function gearboxShiftMm(parts: readonly Pick<Part, 'shifts'>[]): number {
  return parts.reduce((sum, part) => sum + (part.shifts?.gearboxXMm ?? 0), 0);
}

type Seated = Pick<Subject, 'parts' | 'chassis' | 'gearbox'> & {
  readonly candidate?: Pick<Candidate, 'gearboxPlacement'> | undefined;
};

/** Where a gearbox that sits away from the engine was put: by the candidate, else where the car had its own. */
export const apartAt = ({ chassis, gearbox, candidate }: Omit<Seated, 'parts'>): Placement | undefined =>
  chassis && hasTransaxle(chassis)
    ? (candidate?.gearboxPlacement ?? (keepsGearbox({ chassis, gearbox }) ? chassis.gearboxAt : undefined))
    : undefined;

/** Whether the gearbox sits away from the engine and nobody has said where. */
export const apartUnplaced = (subject: Omit<Seated, 'parts'>): boolean =>
  subject.chassis !== null && hasTransaxle(subject.chassis) && apartAt(subject) === undefined;

/**
 * Where the gearbox frame sits: behind the engine by what adapters and spacers add, or at the driven axle by itself. Where nobody
 * has said where that is, `apartUnplaced` says so, and nothing may be told from this.
 */
export function gearboxPose(engine: Pose, subject: Seated): Pose {
  const apart = apartAt(subject);
  return apart ? poseOf(apart) : behindEngine(engine, subject);
}

/** Behind the engine by what adapters and spacers add: where they are, and a gearbox that sits on the engine. */
export function behindEngine(engine: Pose, subject: Pick<Subject, 'parts'>): Pose {
  const shift = gearboxShiftMm(subject.parts);
  return shift === 0 ? engine : offsetPose(engine, [shift, 0, 0]);
}

/** The middle of the driven axle at the height of its hubs, where a transaxle sits; undefined while the survey does not say. */
function atDrivenAxle({ drive, wheelbaseMm, hubs, pinion }: Chassis): V3 | undefined {
  const upMm = hubs ? (hubs.leftMm[2] + hubs.rightMm[2]) / 2 : pinion?.atMm[2];
  if (upMm === undefined || (drive !== 'front' && !wheelbaseMm)) return undefined;
  return [drive === 'front' ? 0 : -wheelbaseMm!.value, 0, upMm];
}

/** Where the masses of engine and gearbox sit, vehicle axes; undefined where nobody has entered it. */
export function massPlaces(subject: Subject): {
  readonly engine: V3 | undefined;
  readonly gearbox: V3 | undefined;
} {
  const { chassis, candidate } = subject;
  if (candidate.unplaced) return { engine: undefined, gearbox: undefined };
  const pose = poseOf(candidate.placement);
  if (apartUnplaced(subject))
    return {
      engine: subject.engine.comMm && applyPose(pose, subject.engine.comMm.at),
      gearbox: atDrivenAxle(chassis!),
    };
  return {
    engine: subject.engine.comMm && applyPose(pose, subject.engine.comMm.at),
    gearbox: subject.gearbox.comMm && applyPose(gearboxPose(pose, subject), subject.gearbox.comMm),
  };
}
