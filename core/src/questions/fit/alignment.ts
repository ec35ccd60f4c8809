import { layoutOf, type Chassis, type Engine, type Gearbox } from '../../model/index.ts';
import { applyPose, length, type Pose, sub, type V3 } from '../../geometry/index.ts';

/** Whether the lever of a gearbox comes up through a hole in the floor: not by cable or rod, and not where it lies elsewhere. */
export const hasLeverHole = (chassis: Chassis, gearbox: Gearbox): boolean =>
  gearbox.shiftedBy !== 'cable or rod' && layoutOf(chassis, gearbox).leverOverGearbox;

/** Where nobody noted how surely the aperture was measured, mm. */
const APERTURE_DOUBT_MM = 3;

export interface ShifterSeat {
  readonly atMm: V3;
  /** From the middle of the aperture: forward and to the left, mm. */
  readonly forwardMm: number;
  readonly leftMm: number;
  /** What is left to the edge of the aperture, the nearer of the two ways, mm; negative outside. */
  readonly insideMm: number;
  /** The same the other way. */
  readonly otherMm: number;
  readonly alongIsTighter: boolean;
  readonly plusMinusMm: number;
}

/** Where the lever comes up against the hole in the floor; undefined for cables and rods, or where aperture or lever have not been measured. */
export function shifterSeat(chassis: Chassis, gearbox: Gearbox, box: Pose): ShifterSeat | undefined {
  const aperture = chassis.shifterAperture;
  if (!aperture || !gearbox.shifterMm || !hasLeverHole(chassis, gearbox)) return undefined;
  const atMm = applyPose(box, gearbox.shifterMm);
  const forwardMm = atMm[0] - aperture.centreMm[0];
  const leftMm = atMm[1] - aperture.centreMm[1];
  const along = aperture.halfLengthMm - Math.abs(forwardMm);
  const across = aperture.halfWidthMm - Math.abs(leftMm);
  return {
    atMm,
    forwardMm,
    leftMm,
    insideMm: Math.min(along, across),
    otherMm: Math.max(along, across),
    alongIsTighter: along <= across,
    plusMinusMm: aperture.plusMinusMm ?? APERTURE_DOUBT_MM,
  };
}

export interface MountReach {
  readonly padId: string;
  readonly pad: string;
  readonly padMm: V3;
  readonly boss: string;
  readonly bossMm: V3;
  readonly reachMm: number;
}

/** From each pad to the nearest boss of the engine or the mount of the gearbox, farthest first. */
export function mountReaches(
  pads: Chassis['pads'],
  engine: Pick<Engine, 'bosses'>,
  gearbox: Pick<Gearbox, 'mountMm'>,
  poses: { readonly engine: Pose; readonly box: Pose },
): MountReach[] {
  const bosses = [
    ...engine.bosses.map((b) => ({ name: b.name, at: applyPose(poses.engine, b.atMm) })),
    ...(gearbox.mountMm ? [{ name: 'gearbox mount', at: applyPose(poses.box, gearbox.mountMm) }] : []),
  ];
  return pads
    .map((pad) => {
      const nearest = bosses
        .map((b) => ({ ...b, reach: length(sub(pad.atMm, b.at)) }))
        .reduce((a, b) => (b.reach < a.reach ? b : a));
      return {
        padId: pad.id,
        pad: pad.name,
        padMm: pad.atMm,
        boss: nearest.name,
        bossMm: nearest.at,
        reachMm: nearest.reach,
      };
    })
    .sort((a, b) => b.reachMm - a.reachMm);
}

/** The longest of the reaches from pad to nearest boss, mm: what mountReaches says first, without its words. */
export function longestReach(
  pads: Chassis['pads'],
  engine: Pick<Engine, 'bosses'>,
  gearbox: Pick<Gearbox, 'mountMm'>,
  poses: { readonly engine: Pose; readonly box: Pose },
): number {
  let longest = 0;
  for (const pad of pads) {
    let nearest = gearbox.mountMm ? length(sub(pad.atMm, applyPose(poses.box, gearbox.mountMm))) : Infinity;
    for (const boss of engine.bosses)
      nearest = Math.min(nearest, length(sub(pad.atMm, applyPose(poses.engine, boss.atMm))));
    longest = Math.max(longest, nearest);
  }
  return longest;
}
