import {
  BRACKET_REACH_MM,
  chassisMountsOf,
  type Chassis,
  type ChassisMount,
  type FittedMount,
  type Subject,
} from '../../model/index.ts';
import { bossesAt } from './fittedMounts.ts';

/** A boss and a chassis mount, and how far they are from each other, mm. */
export interface Reach {
  readonly pad: ChassisMount;
  readonly bossId: string;
  readonly boss: string;
  readonly mm: number;
}

/** Every boss of a candidate to every chassis mount, nearest first. */
export function reachesOf(subject: Subject & { readonly chassis: Chassis }): Reach[] {
  const bosses = [...bossesAt(subject)];
  return chassisMountsOf(subject.chassis, subject.parts)
    .flatMap((pad) =>
      bosses.map(([bossId, { name, atMm }]) => ({
        pad,
        bossId,
        boss: name,
        mm: Math.hypot(...pad.atMm.map((v, axis) => v - atMm[axis]!)),
      })),
    )
    .sort((a, b) => a.mm - b.mm);
}

/** Whether a bracket of ordinary weight reaches so far. */
export const inReach = ({ mm }: Reach): boolean => mm <= BRACKET_REACH_MM;

/** A mount for each chassis mount, bolted to the nearest boss that no nearer one uses, of the candidate’s type; how stiff it is is still to be said. */
export function nearestMounts(subject: Subject & { readonly chassis: Chassis }): FittedMount[] {
  const mounts: FittedMount[] = [];
  for (const { pad, bossId } of reachesOf(subject).filter(inReach))
    if (!mounts.some((m) => m.padId === pad.id || m.bossId === bossId))
      mounts.push({
        id: `mount-${mounts.length + 1}`,
        name: pad.name,
        bossId,
        padId: pad.id,
        element: { school: subject.candidate.mountSchool },
      });
  return mounts;
}
