import {
  chassisMountsOf,
  keepsEngine,
  keepsGearbox,
  makeFinding,
  type Chassis,
  type Finding,
  type PastKind,
  type Subject,
} from '../../model/index.ts';
import { say } from '../../units/index.ts';

const WORDS = {
  corroded: 'corroded metal',
  cut: 'metal that was cut',
  'old repair': 'an old repair',
  strengthened: 'strengthened metal',
} as const;

const distance = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((v, i) => v - b[i]!));

/**
 * What the shell is like under the mount pads that a candidate uses, those of its carriers included: none may stand on corroded or cut
 * metal, and an old repair wants a look. Reach and place in mm, in the car's axes.
 */
function shellFindings(chassis: Chassis, { parts, candidate }: Subject): Finding[] {
  const pads = chassisMountsOf(chassis, parts);
  return (chassis.shell ?? []).map((spot) => {
    const on = pads.filter((p) => distance(p.atMm, spot.atMm) <= spot.reachMm);
    const weak = spot.state === 'corroded' || spot.state === 'cut';
    const names = on.map((p) => p.name).join(', ');
    const [state, title] =
      spot.state === 'strengthened'
        ? (['clear', `Strengthened: ${spot.name}`] as const)
        : pads.length === 0
          ? (['unknown', `Mount base on ${WORDS[spot.state]} (${spot.name}): unknown`] as const)
          : on.length === 0
            ? (['clear', `No mount on ${WORDS[spot.state]}: ${spot.name}`] as const)
            : weak
              ? (['blocked', `${names}: mounted on ${WORDS[spot.state]}, ${spot.name}`] as const)
              : (['tight', `${names}: mounted on an old repair, ${spot.name}`] as const);
    return makeFinding({
      id: `shell-${spot.id}`,
      state,
      step: 'fit',
      title,
      because: `${spot.note ? `${spot.note} ` : ''}Reaches ${say(spot.reachMm, 'lengthMm', { digits: 0 })} around. Have it repaired or move the mount, by a qualified welder, and inspect again.`,
      about: [candidate.id, ...on.map((p) => p.id)],
      missing: state === 'unknown' ? ['/chassis/pads'] : [],
    });
  });
}

const LOOK: Readonly<Record<Exclude<PastKind, 'other'>, readonly [title: string, look: string]>> = {
  'failed swap': [
    'An earlier swap into it failed',
    'Find out why, and what was cut for it, before the same is done again.',
  ],
  accident: [
    'It had an accident',
    'Measure both rails and the diagonals against each other: what is bent makes every reading wrong.',
  ],
  fire: ['There was a fire in it', 'Look at every fuel line, brake line, hose and wire: heat leaves them brittle.'],
  flood: ['It stood in water', 'Open every connector and look at bearings and oils.'],
};

function pastFindings(chassis: Chassis): Finding[] {
  return (chassis.past ?? []).flatMap((event) => {
    if (event.kind === 'other') return [];
    const [title, look] = LOOK[event.kind];
    return [
      makeFinding({
        id: `past-${event.id}`,
        state: event.settled ? 'clear' : 'tight',
        step: 'survey',
        title: `${title}${event.year ? `, ${event.year}` : ''}${event.settled ? ': looked at' : ''}`,
        because: event.note ? `${event.note} ${look}` : look,
      }),
    ];
  });
}

/** What stays in the car has to be kept going. */
function sparesFindings(chassis: Chassis, subject: Subject): Finding[] {
  if (chassis.spares !== 'scarce' && chassis.spares !== 'gone') return [];
  const stays = [
    ...(keepsEngine(subject) ? ['engine'] : []),
    ...(keepsGearbox(subject) ? ['gearbox'] : []),
    ...(chassis.axleRatios.some((r) => r.fitted && r.ratio === subject.candidate.finalDrive) ? ['final drive'] : []),
  ];
  if (stays.length === 0) return [];
  return [
    makeFinding({
      id: 'spares',
      state: 'tight',
      step: 'survey',
      title: `Spares are ${chassis.spares} for what stays: ${stays.join(', ')}`,
      because: 'What breaks there stops the car: lay up the wearing parts, or plan what would take its place.',
    }),
  ];
}

/** The state of the shell, what happened to the car, and whether what stays of it can be kept going. */
export function conditionFindings(subject: Subject): Finding[] {
  const { chassis } = subject;
  if (!chassis) return [];
  return [...shellFindings(chassis, subject), ...pastFindings(chassis), ...sparesFindings(chassis, subject)];
}
