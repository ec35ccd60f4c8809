import {
  BRACKET_REACH_MM,
  chassisMountsOf,
  findingOf,
  makeCheck,
  makeFinding,
  staysPut,
  unanswered,
  type Chassis,
  type Check,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { say, type Derived, type Evidence } from '../../units/index.ts';
import { gearboxPose } from '../mass/index.ts';
import {
  halfShaftsOf,
  LEAST_JOINT_DEG,
  MOST_HALF_SHAFT_DEG,
  MOST_JOINT_DEG,
  propshaftOf,
  type JointAngles,
} from './shaftAngles.ts';
import { poseOf, type V3 } from '../../geometry/index.ts';
import type { Movement } from '../mounts/index.ts';
import { mountReaches, shifterSeat, type MountReach, type ShifterSeat } from './alignment.ts';

export interface AlignmentFigures {
  readonly shifter: ShifterSeat | undefined;
  readonly propshaft: JointAngles | undefined;
  readonly halfShafts: ReturnType<typeof halfShaftsOf>;
  readonly pads: readonly MountReach[];
}

/** Joints placed to ± 3 mm on a shaft of a good metre, axes read with a bevel box: degrees. */
const ANGLE_DOUBT_DEG = 0.2;
/** Boss to pad, both taped, mm. */
const REACH_DOUBT_MM = 4;

const SHIFTER_ROW = {
  id: 'fit-shifter',
  step: 'fit',
  group: 'Fit',
  title: 'Shifter in its aperture',
  quantity: 'lengthMm',
  limitKind: 'at least',
  limit: 0,
  span: 60,
} as const;
const SHAFT_ROW = {
  id: 'fit-shaft',
  step: 'fit',
  group: 'Fit',
  title: 'Shaft angle at rest',
  quantity: 'angleDeg',
  limitKind: 'at most',
  digits: 1,
} as const;
const REACH_ROW = {
  id: 'fit-reach',
  step: 'fit',
  group: 'Fit',
  title: 'Boss to pad, farthest',
  quantity: 'lengthMm',
  limitKind: 'at most',
  limit: BRACKET_REACH_MM,
  span: BRACKET_REACH_MM,
} as const;
/** Rows that rest on where the assembly sits, and what is said where that can’t be told. */
export const ALIGNMENT_ROWS = [SHIFTER_ROW, SHAFT_ROW, REACH_ROW] as const;

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
    `The lever comes up ${say(Math.abs(seat.forwardMm), 'lengthMm')} ${seat.forwardMm < 0 ? 'behind' : 'ahead of'} ` +
    `and ${say(Math.abs(seat.leftMm), 'lengthMm')} ${seat.leftMm < 0 ? 'right' : 'left'} of the middle of its aperture, and moves by ${say(seat.insideMm - inside, 'lengthMm')} on ${movement.on} towards its edge.`;
  const check = makeCheck({
    ...SHIFTER_ROW,
    figure: figure(inside, seat.plusMinusMm),
    because: where,
  });
  const title =
    seat.insideMm < 0
      ? `Shifter lands ${say(-seat.insideMm, 'lengthMm')} outside its aperture`
      : inside < 0
        ? `Shifter hits the edge of its aperture under load: ${say(seat.insideMm, 'lengthMm')} at rest`
        : `Shifter comes up inside its aperture, ${say(inside, 'lengthMm')} left under load`;
  const toMove =
    seat.insideMm < 0 && seat.alongIsTighter
      ? ` It would land inside with the engine ${say(-seat.insideMm, 'lengthMm')} farther ${seat.forwardMm > 0 ? 'rearward' : 'forward'}.`
      : '';
  return { check, finding: findingOf(check, title, { because: where + toMove, about: ['shifter'] }) };
}

function shaftJudged(a: JointAngles): { check: Check; findings: Finding[] } {
  const inside = (x: number) => Math.min(x - LEAST_JOINT_DEG, MOST_JOINT_DEG - x);
  const rear = inside(a.rearJointDeg) < inside(a.frontJointDeg);
  const value = rear ? a.rearJointDeg : a.frontJointDeg;
  const because =
    `Front joint ${say(a.frontJointDeg, 'angleDeg', { digits: 1 })}, rear joint ${say(a.rearJointDeg, 'angleDeg', { digits: 1 })}: ` +
    `each wants ${LEAST_JOINT_DEG}° to ${MOST_JOINT_DEG}°, so that needles roll and the ripple stays small. ` +
    `Residual with the yokes in phase ${say(a.residualDeg, 'angleDeg', { digits: 1 })}.`;
  const check = makeCheck({
    ...SHAFT_ROW,
    figure: figure(value, ANGLE_DOUBT_DEG),
    limitKind: 'between',
    limit: LEAST_JOINT_DEG,
    upperLimit: MOST_JOINT_DEG,
    span: 2.5,
    because,
  });
  const which = rear ? 'Rear' : 'Front';
  const said = say(value, 'angleDeg', { digits: 1 });
  const title =
    value > MOST_JOINT_DEG
      ? `${which} propshaft joint works at ${said}, more than ${MOST_JOINT_DEG}°`
      : value < LEAST_JOINT_DEG
        ? `${which} propshaft joint stands all but straight, at ${said}: its needles won’t roll`
        : `Propshaft joints at ${say(a.frontJointDeg, 'angleDeg', { digits: 1 })} and ${say(a.rearJointDeg, 'angleDeg', { digits: 1 })}`;
  const findings = [findingOf(check, title, { about: ['propshaft'] })];
  if (!a.equalWithinOneDegInEachPlane) {
    const side = Math.abs(a.frontSideDeg - a.rearSideDeg);
    const plan = Math.abs(a.frontPlanDeg - a.rearPlanDeg);
    const worst = Math.max(side, plan);
    findings.push(
      makeFinding({
        id: 'fit-shaft-unequal',
        state: 'blocked',
        step: 'fit',
        title: `The two propshaft joints differ by ${say(worst, 'angleDeg', { digits: 1 })} in ${side >= plan ? 'side view' : 'plan'}`,
        because:
          'They cancel each other’s ripple only when alike: within 1° in each plane. Tilt the engine or shim the pinion.',
        figure: worst,
        limit: 1,
        quantity: 'angleDeg',
        evidence: 'measured',
        about: ['propshaft'],
      }),
    );
  }
  return { check, findings };
}

function halfShaftJudged(shafts: AlignmentFigures['halfShafts']): { check: Check; finding: Finding } {
  const worst = shafts.reduce((a, b) => (b.angleDeg > a.angleDeg ? b : a));
  const check = makeCheck({
    ...SHAFT_ROW,
    figure: figure(worst.angleDeg, ANGLE_DOUBT_DEG * 2),
    limit: MOST_HALF_SHAFT_DEG,
    span: 7,
    because: shafts
      .map((s) => `${s.side}: ${say(s.angleDeg, 'angleDeg', { digits: 1 })} over ${say(s.lengthMm, 'lengthMm')}`)
      .join('; ')
      .replace(/^./, (c) => c.toUpperCase()),
  });
  const said = say(worst.angleDeg, 'angleDeg', { digits: 1 });
  const title =
    check.state === 'blocked'
      ? `The ${worst.side} half shaft stands at ${said}, more than ${MOST_HALF_SHAFT_DEG}° at rest`
      : `Half shafts at rest within ${said}`;
  return { check, finding: findingOf(check, title, { about: ['half shafts'] }) };
}

function reachJudged(pads: readonly MountReach[]): { check: Check; finding: Finding } {
  const worst = pads[0]!;
  const check = makeCheck({
    ...REACH_ROW,
    figure: figure(worst.reachMm, REACH_DOUBT_MM),
    because: `From the ${worst.pad} to the ${worst.boss}. A bracket of ordinary weight reaches ${say(BRACKET_REACH_MM, 'lengthMm')}.`,
  });
  const title =
    check.state === 'blocked'
      ? `The ${worst.pad} is out of reach: ${say(worst.reachMm, 'lengthMm')} to the nearest boss`
      : `Every pad has a boss within ${say(worst.reachMm, 'lengthMm')}`;
  return { check, finding: findingOf(check, title, { about: [worst.padId] }) };
}

/** What is missing for the shifter: how the box is shifted, its lever and the hole in the floor. */
function shifterMissing({ chassis, gearbox }: Asked): string[] {
  if (gearbox.shiftedBy === 'cable or rod') return [];
  return [
    // A place of the lever says that there is one.
    ...(gearbox.shiftedBy === undefined && gearbox.shifterMm === undefined
      ? [`/gearboxes/${gearbox.id}/shiftedBy`]
      : []),
    ...(gearbox.shifterMm === undefined ? [`/gearboxes/${gearbox.id}/shifterMm`] : []),
    ...(chassis.shifterAperture === undefined ? ['/chassis/shifterAperture'] : []),
  ];
}

/** What is missing for the angles of its shafts: joints of the gearbox and of the axle. */
function shaftMissing({ chassis, gearbox }: Asked): string[] {
  const transaxle =
    gearbox.halfShaftsMm !== undefined || gearbox.finalDriveInside !== undefined || chassis.drive === 'front';
  return transaxle
    ? [
        ...(gearbox.halfShaftsMm === undefined ? [`/gearboxes/${gearbox.id}/halfShaftsMm`] : []),
        ...(chassis.hubs === undefined ? ['/chassis/hubs'] : []),
      ]
    : [
        ...(gearbox.outputMm === undefined ? [`/gearboxes/${gearbox.id}/outputMm`] : []),
        ...(chassis.pinion === undefined ? ['/chassis/pinion'] : []),
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
    'Whether the lever comes up in its aperture is not known',
    'Needs the lever of the box and the hole in the floor.',
  ],
  [SHAFT_ROW, shaftMissing, 'The angles of its shafts are not known', 'Needs the joints of gearbox and axle.'],
  [
    REACH_ROW,
    reachMissing,
    'Whether its mounts reach the car is not known',
    'Needs the pads of the car, the bosses of the engine and the mount of the gearbox.',
  ],
] as const;

/** Where the assembly sits against what it must reach: shifter, shafts, mount pads. */
export function assessAlignment(subject: Subject, movement: Movement): CheckResult & { figures: AlignmentFigures } {
  const { chassis, engine, gearbox, parts } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  if (!chassis)
    return { checks, findings, figures: { shifter: undefined, propshaft: undefined, halfShafts: [], pads: [] } };
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
  const propshaft = propshaftOf(chassis, gearbox, box);
  if (propshaft) {
    const judged = shaftJudged(propshaft);
    checks.push(judged.check);
    findings.push(...judged.findings);
  }
  const halfShafts = halfShaftsOf(chassis, gearbox, box);
  if (halfShafts.length > 0) {
    const judged = halfShaftJudged(halfShafts);
    checks.push(judged.check);
    findings.push(judged.finding);
  }
  const pads =
    engine.bosses.length > 0 && !open.has(REACH_ROW.id)
      ? mountReaches(chassisMountsOf(chassis, parts), engine, gearbox, { engine: pose, box })
      : [];
  if (pads.length > 0) {
    const judged = reachJudged(pads);
    checks.push(judged.check);
    findings.push(judged.finding);
  }
  return { checks, findings, figures: { shifter, propshaft, halfShafts, pads } };
}
