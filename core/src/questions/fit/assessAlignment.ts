import {
  BRACKET_REACH_MM,
  chassisMountsOf,
  findingOf,
  makeCheck,
  staysPut,
  unanswered,
  type Chassis,
  type Check,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { say, type Derived, type Evidence } from '../../units/index.ts';
import { apartUnplaced, gearboxPose } from '../mass/index.ts';
import { assessShafts, shaftRows } from './assessShafts.ts';
import type { LyingLine } from './linesOfDrive.ts';
import { poseOf, type V3 } from '../../geometry/index.ts';
import type { Movement } from '../mounts/index.ts';
import { hasLeverHole, mountReaches, shifterSeat, type MountReach, type ShifterSeat } from './alignment.ts';

export interface AlignmentFigures {
  readonly shifter: ShifterSeat | undefined;
  /** Every line of drive that the layout has. */
  readonly lines: readonly LyingLine[];
  readonly pads: readonly MountReach[];
}

/** Boss to pad, both taped, mm. */
const REACH_DOUBT_MM = 4;

const SHIFTER_ROW = {
  id: 'fit-shifter',
  step: 'fit',
  group: 'Fit',
  title: 'Shift lever in shifter opening',
  quantity: 'lengthMm',
  limitKind: 'at least',
  limit: 0,
  span: 60,
} as const;
const REACH_ROW = {
  id: 'fit-reach',
  step: 'fit',
  group: 'Fit',
  title: 'Largest distance, mount boss to chassis mount',
  quantity: 'lengthMm',
  limitKind: 'at most',
  limit: BRACKET_REACH_MM,
  span: BRACKET_REACH_MM,
} as const;
/** Rows that rest on where the assembly sits, and what is said where that can’t be told. */
export const alignmentRows = (subject: Pick<Subject, 'chassis' | 'gearbox'>) => [
  ...(!subject.chassis || hasLeverHole(subject.chassis, subject.gearbox) ? [SHIFTER_ROW] : []),
  ...shaftRows(subject),
  REACH_ROW,
];

const figure = (value: number, plusMinus: number, evidence: Evidence = 'measured'): Derived => ({
  value,
  plusMinus,
  evidence,
  from: [],
});

/** What is left in the hole of its lever when the engine is at its farthest, mm. */
function insideMoved({ atMm, insideMm, otherMm, alongIsTighter }: ShifterSeat, movement: Movement): number {
  const moves = (axis: 0 | 1) => {
    const way = (sign: number): V3 => (axis === 0 ? [sign, 0, 0] : [0, sign, 0]);
    return Math.max(movement.at(atMm, way(1)), movement.at(atMm, way(-1)));
  };
  const [along, across] = alongIsTighter ? [insideMm, otherMm] : [otherMm, insideMm];
  return Math.min(along - moves(0), across - moves(1));
}

function shifterJudged(seat: ShifterSeat, movement: Movement): { check: Check; finding: Finding } {
  const inside = insideMoved(seat, movement);
  const where =
    `Lever position: ${say(Math.abs(seat.forwardMm), 'lengthMm')} ${seat.forwardMm < 0 ? 'behind' : 'ahead of'} ` +
    `and ${say(Math.abs(seat.leftMm), 'lengthMm')} ${seat.leftMm < 0 ? 'right' : 'left'} of the middle of its aperture, and moves by ${say(seat.insideMm - inside, 'lengthMm')} on ${movement.on} towards its edge.`;
  const check = makeCheck({
    ...SHIFTER_ROW,
    figure: figure(inside, seat.plusMinusMm),
    because: where,
  });
  const title =
    seat.insideMm < 0
      ? `Shift lever ${say(-seat.insideMm, 'lengthMm')} outside the shifter opening`
      : inside < 0
        ? `Shifter hits the edge of its opening under load: ${say(seat.insideMm, 'lengthMm')} at rest`
        : `Shifter inside its opening: ${say(inside, 'lengthMm')} clearance under load`;
  const toMove =
    seat.insideMm < 0 && seat.alongIsTighter
      ? ` It would land inside with the engine ${say(-seat.insideMm, 'lengthMm')} farther ${seat.forwardMm > 0 ? 'rearward' : 'forward'}.`
      : '';
  return { check, finding: findingOf(check, title, { because: where + toMove, about: ['shifter'] }) };
}

function reachJudged(pads: readonly MountReach[]): { check: Check; finding: Finding } {
  const worst = pads[0]!;
  const check = makeCheck({
    ...REACH_ROW,
    figure: figure(worst.reachMm, REACH_DOUBT_MM),
    because: `From the ${worst.pad} to the ${worst.boss}. Usual bracket reach: ${say(BRACKET_REACH_MM, 'lengthMm')}.`,
  });
  const title =
    check.state === 'blocked'
      ? `${worst.pad}: ${say(worst.reachMm, 'lengthMm')} to the nearest boss, too far for a bracket`
      : `All chassis mounts have a boss within ${say(worst.reachMm, 'lengthMm')}`;
  return { check, finding: findingOf(check, title, { about: [worst.padId] }) };
}

/** What is missing for the shifter: how the box is shifted, its lever and the hole in the floor. */
function shifterMissing({ chassis, gearbox }: Asked): string[] {
  if (!hasLeverHole(chassis, gearbox)) return [];
  return [
    // A place of the lever says that there is one.
    ...(gearbox.shiftedBy === undefined && gearbox.shifterMm === undefined
      ? [`/gearboxes/${gearbox.id}/shiftedBy`]
      : []),
    ...(gearbox.shifterMm === undefined ? [`/gearboxes/${gearbox.id}/shifterMm`] : []),
    ...(chassis.shifterAperture === undefined ? ['/chassis/shifterAperture'] : []),
  ];
}

/** What is missing for the mounts: pads of the car or of a carrier, bosses of the engine, the mount of the gearbox. */
function reachMissing({ chassis, engine, gearbox, parts }: Asked): string[] {
  return [
    ...(chassisMountsOf(chassis, parts).length === 0 ? ['/chassis/pads'] : []),
    ...(engine.bosses.length === 0 ? [`/engines/${engine.id}/bosses`] : []),
    ...(gearbox.mountMm === undefined ? [`/gearboxes/${gearbox.id}/mountMm`] : []),
  ];
}

type Asked = Subject & { readonly chassis: Chassis };
const OPEN = [
  [
    SHIFTER_ROW,
    shifterMissing,
    'Shift lever in its opening: data missing',
    'Missing: gearbox shift lever, shifter opening in the floor.',
  ],
  [
    REACH_ROW,
    reachMissing,
    'Whether its mounts reach the car is not known',
    'Missing: chassis mounts, mount bosses of the engine, gearbox mount.',
  ],
] as const;

/** Where the assembly sits against what it must reach: shifter, shafts, mount pads. */
export function assessAlignment(subject: Subject, movement: Movement): CheckResult & { figures: AlignmentFigures } {
  const { chassis, engine, gearbox, parts } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  if (!chassis) return { checks, findings, figures: { shifter: undefined, lines: [], pads: [] } };
  const pose = poseOf(subject.candidate.placement);
  const box = gearboxPose(pose, subject);
  const asked: Asked = { ...subject, chassis };
  const open = new Set<string>();
  // What was found in the car and stays where it was reaches what it reached.
  if (!staysPut(subject))
    for (const [row, missingOf, title, because] of OPEN) {
      const missing = missingOf(asked);
      if (missing.length === 0) continue;
      const judged = unanswered({ ...row, because }, title, missing, [gearbox.id]);
      checks.push(judged.check);
      findings.push(judged.finding);
      open.add(row.id);
    }
  const shifter = open.has(SHIFTER_ROW.id) ? undefined : shifterSeat(chassis, gearbox, box);
  if (shifter) {
    const judged = shifterJudged(shifter, movement);
    checks.push(judged.check);
    findings.push(judged.finding);
  }
  const shafts = assessShafts(asked, { engine: pose, box: apartUnplaced(subject) ? undefined : box }, movement);
  checks.push(...shafts.checks);
  findings.push(...shafts.findings);
  const pads =
    engine.bosses.length > 0 && !open.has(REACH_ROW.id)
      ? mountReaches(chassisMountsOf(chassis, parts), engine, gearbox, { engine: pose, box })
      : [];
  if (pads.length > 0) {
    const judged = reachJudged(pads);
    checks.push(judged.check);
    findings.push(judged.finding);
  }
  return { checks, findings, figures: { shifter, lines: shafts.lines, pads } };
}
