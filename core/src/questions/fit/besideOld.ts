import { applyPose, poseOf, type Pose, type V3 } from '../../geometry/index.ts';
import { indexOf, makeFinding, staysPut, type Finding, type Gearbox, type Subject } from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import { apartUnplaced, gearboxPose } from '../mass/index.ts';

/** Something of a gearbox that another one has too, in the car: how much farther forward it lies than that, mm. */
interface Beside {
  readonly what: 'end of the gearbox' | 'gearbox mount' | 'output flange' | 'lever';
  readonly forwardMm: number;
  readonly upMm: number;
}

const PLACES: readonly (readonly [Beside['what'], (g: Gearbox) => V3 | undefined])[] = [
  ['end of the gearbox', (g) => g.lengthMm && [-g.lengthMm.value, 0, 0]],
  ['gearbox mount', (g) => g.mountMm],
  ['output flange', (g) => g.outputMm],
  ['lever', (g) => (g.shiftedBy === 'cable or rod' ? undefined : g.shifterMm)],
];

/** Where the new gearbox ends, is hung, drives and is shifted, against the one that was in the car; only what is known of both. */
function besideOld(next: Gearbox, pose: Pose, old: Gearbox, oldPose: Pose): Beside[] {
  return PLACES.flatMap(([what, of]) => {
    const [a, b] = [of(next), of(old)];
    if (!a || !b) return [];
    const [n, o] = [applyPose(pose, a), applyPose(oldPose, b)];
    return [{ what, forwardMm: n[0] - o[0], upMm: n[2] - o[2] }];
  });
}

/** What a person says who holds a tape to both: 85 mm farther back, 20 mm higher. */
function words({ forwardMm, upMm }: Beside): string {
  const far = (mm: number, plus: string, minus: string) =>
    Math.abs(mm) < 1 ? [] : [`${say(Math.abs(mm), 'lengthMm')} ${mm > 0 ? plus : minus}`];
  const said = [...far(forwardMm, 'farther forward', 'farther back'), ...far(upMm, 'higher', 'lower')];
  return said.length === 0 ? 'where it was' : said.join(', ');
}

/**
 * How the gearbox lies against the one found in the car: what of tunnel, crossmember, propshaft and shifter has to move with it. Nothing
 * where the old one, its place or its sizes are not entered.
 */
export function besideOldFinding(subject: Subject): Finding[] {
  const { chassis, candidate, gearbox, library } = subject;
  if (!chassis?.engineAt || !chassis.originalGearboxId || candidate.unplaced || staysPut(subject)) return [];
  const old = indexOf(library).gearboxes.get(chassis.originalGearboxId);
  // What sits at the axle stays there.
  if (!old || apartUnplaced(subject) || chassis.gearboxSits === 'at the driven axle') return [];
  const oldPose = poseOf(chassis.engineAt);
  const beside = besideOld(gearbox, gearboxPose(poseOf(candidate.placement), subject), old, oldPose);
  const [first, ...rest] = beside;
  if (!first || beside.every((b) => Math.abs(b.forwardMm) < 1 && Math.abs(b.upMm) < 1)) return [];
  const follows = [
    beside.some((b) => b.what === 'gearbox mount') ? 'the crossmember moves with the mount' : '',
    beside.some((b) => b.what === 'output flange')
      ? 'the propshaft gets longer or shorter by what the flange moves'
      : '',
    beside.some((b) => b.what === 'lever') ? 'the hole in the tunnel by what the lever moves' : '',
  ].filter(Boolean);
  return [
    makeFinding({
      id: 'fit-beside-old',
      state: 'clear',
      step: 'fit',
      title: `Compared with the original gearbox, the ${first.what} lies ${words(first)}`,
      because: capital(
        [rest.map((b) => `the ${b.what} ${words(b)}`).join('; '), follows.join(', ')].filter(Boolean).join('. ') + '.',
      ),
      about: [gearbox.id],
    }),
  ];
}
