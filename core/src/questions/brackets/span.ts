import { add, applyPose, dot, length, poseOf, sub, times, turn, unit, type V3 } from '../../geometry/index.ts';
import {
  GEARBOX_BOSS,
  MissingInput,
  type Chassis,
  type FittedMount,
  type MadeBracket,
  type MountElement,
  type Subject,
} from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { gearboxPose } from '../mass/index.ts';
import { elementOf, readThread, type MountInUse } from '../mounts/index.ts';
import type { BracketEnd } from './folded.ts';

/** A mount that stands this near its boss needs no bracket, mm. */
export const NEAR_MM = 20;
/** Bosses of one face may stand out of it by so much, mm. */
const IN_FACE_MM = 0.5;
/** Holes for bolts, medium: ISO 273, by nominal diameter, mm. */
const CLEAR_MM: Readonly<Record<number, number>> = {
  5: 5.5,
  6: 6.6,
  8: 9,
  10: 11,
  12: 13.5,
  14: 15.5,
  16: 17.5,
  18: 20,
  20: 22,
};

interface Boss {
  readonly id: string;
  readonly name: string;
  readonly atMm: V3;
  readonly direction: V3 | undefined;
  readonly thread: string | undefined;
  readonly at: string;
}

/** A boss of engine or gearbox where it stands in the car. */
function bossOf(subject: Subject, id: string): Boss | undefined {
  const { engine, gearbox } = subject;
  const pose = poseOf(subject.candidate.placement);
  if (id === GEARBOX_BOSS) {
    const box = gearboxPose(pose, subject);
    const look = gearbox.mountBoss?.direction;
    return (
      gearbox.mountMm && {
        id,
        name: 'gearbox mount',
        atMm: applyPose(box, gearbox.mountMm),
        direction: look && turn(box.turned, look),
        thread: gearbox.mountBoss?.thread,
        at: `/gearboxes/${gearbox.id}/mountBoss`,
      }
    );
  }
  const index = engine.bosses.findIndex((b) => b.id === id);
  const boss = engine.bosses[index];
  return (
    boss && {
      id,
      name: boss.name,
      atMm: applyPose(pose, boss.atMm),
      direction: boss.direction && turn(pose.turned, boss.direction),
      thread: boss.thread,
      at: `/engines/${engine.id}/bosses/${index}`,
    }
  );
}

/** From the middle of a rubber block to the plate on it, mm. */
export const halfBlock = (element: MountElement | undefined): number | undefined =>
  element?.block && element.block.blockThicknessMm.value / 2;

/** The bosses that a bracket holds: that of its mount first. @throws MissingInput where one is not there. */
function bossesOf(subject: Subject, fitted: FittedMount, bracket: MadeBracket | undefined): Boss[] {
  const at = `/candidates/${subject.candidate.id}/mounts/${(subject.candidate.mounts ?? []).indexOf(fitted)}`;
  if (fitted.bossId === undefined) throw new MissingInput(`${at}/bossId`);
  return [fitted.bossId, ...(bracket?.alsoBossIds ?? []).filter((id) => id !== fitted.bossId)].map((id) => {
    const boss = bossOf(subject, id);
    if (boss) return boss;
    throw new MissingInput(
      id === GEARBOX_BOSS ? `/gearboxes/${subject.gearbox.id}/mountMm` : `/engines/${subject.engine.id}/bosses`,
    );
  });
}

const middleOf = (bosses: readonly Boss[]): V3 =>
  times(
    bosses.reduce<V3>((sum, b) => add(sum, b.atMm), [0, 0, 0]),
    1 / bosses.length,
  );

/** How far a bracket spans: from the middle of its bosses to the middle of its mount, mm. @throws MissingInput */
export function leverOf(subject: Subject, mount: MountInUse): number {
  const { bracket } = mount.fitted;
  const bosses = bossesOf(subject, mount.fitted, bracket?.from === 'made' ? bracket : undefined);
  return length(sub(mount.atMm, middleOf(bosses)));
}

/** The bosses that look the same way in the same plane as that of a mount: one bracket can hold them all. */
export function bossesInFace(subject: Subject & { readonly chassis: Chassis }, fitted: FittedMount): string[] {
  const own = fitted.bossId === undefined ? undefined : bossOf(subject, fitted.bossId);
  if (!own?.direction || own.id === GEARBOX_BOSS) return [];
  const n = unit(own.direction);
  return subject.engine.bosses.flatMap((b) => {
    const other = b.id === own.id ? undefined : bossOf(subject, b.id)!;
    if (!other?.direction || dot(unit(other.direction), n) < 0.999) return [];
    const apart = sub(other.atMm, own.atMm);
    return Math.abs(dot(apart, n)) <= IN_FACE_MM && length(apart) <= 200 ? [b.id] : [];
  });
}

/**
 * Both faces of a bracket with their holes.
 * @throws MissingInput for what nobody has entered: where a boss looks, its thread, how far the mount’s face stands from its middle.
 * @throws InputError where bosses of one bracket don’t lie in one face, or a thread can’t be read.
 */
export function endsOf(
  subject: Subject,
  mount: MountInUse,
  bracket: MadeBracket,
): { readonly boss: BracketEnd; readonly mount: BracketEnd } {
  const { fitted } = mount;
  const at = `/candidates/${subject.candidate.id}/mounts/${(subject.candidate.mounts ?? []).indexOf(fitted)}/bracket`;
  const bosses = bossesOf(subject, fitted, bracket);
  const [own] = bosses as [Boss, ...Boss[]];
  if (!own.direction || length(own.direction) < 1e-9) throw new MissingInput(`${own.at}/direction`);
  const n = unit(own.direction);
  for (const b of bosses)
    if (Math.abs(dot(sub(b.atMm, own.atMm), n)) > IN_FACE_MM)
      throw new InputError(
        `${at}/alsoBossIds`,
        `The boss “${b.name}” is not in the face of “${own.name}”: one flat flange cannot connect both. Omit it, or use a spacer.`,
      );
  const threads = bosses.map((b) => {
    if (!b.thread) throw new MissingInput(`${b.at}/thread`);
    const { diameterMm } = readThread(b.thread, `${b.at}/thread`);
    return CLEAR_MM[diameterMm] ?? 1.1 * diameterMm;
  });
  if (bracket.mountHoleMm === undefined) throw new MissingInput(`${at}/mountHoleMm`);
  // Of a block between plates the face is half its thickness from the middle; of anything else it has to be measured.
  const standOffMm = bracket.standOffMm ?? halfBlock(elementOf(subject, fitted));
  if (standOffMm === undefined) throw new MissingInput(`${at}/standOffMm`);
  const up: V3 = [mount.axes[0][2], mount.axes[1][2], mount.axes[2][2]];
  const face = add(mount.atMm, times(up, standOffMm));
  return {
    boss: {
      atMm: own.atMm,
      normal: n,
      holesMm: bosses.map((b) => b.atMm),
      holeMm: Math.max(...threads),
      slotMm: 0,
    },
    mount: {
      atMm: face,
      // A bracket that passes below lies on the underside of its mount.
      normal: standOffMm < 0 ? times(up, -1) : up,
      holesMm: [face],
      holeMm: bracket.mountHoleMm,
      slotMm: bracket.slotMm ?? 0,
    },
  };
}
