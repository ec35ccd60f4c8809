import { BRACKET_REACH_MM, chassisMountsOf, type Chassis, type FittedMount, type Subject } from '../../model/index.ts';
import { bossesAt } from './fittedMounts.ts';

/** A mount for each chassis mount, bolted to the nearest boss that no nearer one uses, of the candidate’s type; how stiff it is is still to be said. */
export function nearestMounts(subject: Subject & { readonly chassis: Chassis }): FittedMount[] {
  const bosses = [...bossesAt(subject)];
  const pairs = chassisMountsOf(subject.chassis, subject.parts)
    .flatMap((pad) =>
      bosses.map(([bossId, boss]) => ({
        pad,
        bossId,
        mm: Math.hypot(...pad.atMm.map((v, axis) => v - boss.atMm[axis]!)),
      })),
    )
    .filter((p) => p.mm <= BRACKET_REACH_MM)
    .sort((a, b) => a.mm - b.mm);
  const mounts: FittedMount[] = [];
  for (const { pad, bossId } of pairs)
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
