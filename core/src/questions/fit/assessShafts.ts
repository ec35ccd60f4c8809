import { applyPose, type Pose, type V3 } from '../../geometry/index.ts';
import {
  findingOf,
  layoutOf,
  makeCheck,
  makeFinding,
  staysPut,
  unanswered,
  worstState,
  type Chassis,
  type Check,
  type CheckResult,
  type Finding,
  type HalfShaft,
  type Subject,
} from '../../model/index.ts';
import { capital, say, type Derived } from '../../units/index.ts';
import { dataAt, motionAt, type Movement } from '../mounts/index.ts';
import { drawnLines, linesOf, type LyingLine } from './linesOfDrive.ts';
import { plunge, type Plunge } from './plunge.ts';
import {
  LEAST_JOINT_DEG,
  MOST_HALF_SHAFT_DEG,
  MOST_JOINT_DEG,
  type halfShaftsOf,
  type JointAngles,
} from './shaftAngles.ts';

type HalfShaftLies = ReturnType<typeof halfShaftsOf>[number];
type InCar = Subject & { readonly chassis: Chassis };
interface Judged {
  readonly check: Check;
  readonly findings: readonly Finding[];
}

/** Joints placed to ± 3 mm on a shaft of a good metre, axes read with a bevel box: degrees. */
const ANGLE_DOUBT_DEG = 0.2;
/** A tube that is bolted at both ends takes no more than this, degrees. */
const MOST_TUBE_DEG = 0.5;
/** Roller chain runs off its sprockets when they stand farther out of line, degrees: the usual figure, its maker's wins. */
const MOST_CHAIN_DEG = 0.5;
/** Hub and output taped to ± 3 mm each, mm. */
const SPAN_DOUBT_MM = 4;
/** Kept at each end of the plunge, mm. */
const END_RESERVE_MM = 3;
/** Unequal half shafts pull at the wheel from here: the difference of their angles at rest, degrees. */
const TORQUE_STEER_DEG = 1;

const SHAFT_ROW = {
  id: 'fit-shaft',
  step: 'fit',
  group: 'Fit',
  title: 'Propshaft joint angle, static',
  quantity: 'angleDeg',
  limitKind: 'at most',
  digits: 1,
} as const;
const PLUNGE_ROW = {
  id: 'fit-plunge',
  step: 'fit',
  group: 'Fit',
  title: 'Half-shaft plunge, least reserve',
  quantity: 'lengthMm',
  limitKind: 'at least',
  limit: 0,
  span: 30,
  digits: 1,
} as const;
const JOINT_ROW = {
  id: 'fit-joint',
  step: 'fit',
  group: 'Fit',
  title: 'Half-shaft joint, largest angle',
  quantity: 'angleDeg',
  limitKind: 'at most',
  digits: 1,
} as const;

/** Rows about the lines of drive that a car has. */
export function shaftRows({ chassis, gearbox }: Pick<Subject, 'chassis' | 'gearbox'>) {
  if (!chassis) return [SHAFT_ROW];
  const layout = layoutOf(chassis, gearbox);
  return [...(linesOf(layout).length > 0 ? [SHAFT_ROW] : []), ...(layout.halfShafts ? [PLUNGE_ROW, JOINT_ROW] : [])];
}

const measured = (value: number, plusMinus: number): Derived => ({ value, plusMinus, evidence: 'measured', from: [] });
const deg = (v: number) => say(v, 'angleDeg', { digits: 1 });

function propshaftJudged(a: JointAngles, name: string): Judged {
  const inside = (x: number) => Math.min(x - LEAST_JOINT_DEG, MOST_JOINT_DEG - x);
  const rear = inside(a.rearJointDeg) < inside(a.frontJointDeg);
  const value = rear ? a.rearJointDeg : a.frontJointDeg;
  const because =
    `Front joint ${say(a.frontJointDeg, 'angleDeg', { digits: 1 })}, rear joint ${say(a.rearJointDeg, 'angleDeg', { digits: 1 })}: ` +
    `${LEAST_JOINT_DEG}° to ${MOST_JOINT_DEG}° each are recommended: the needle bearings rotate and speed fluctuation stays small. ` +
    `Equivalent joint angle, yokes in phase ${say(a.residualDeg, 'angleDeg', { digits: 1 })}.`;
  const check = makeCheck({
    ...SHAFT_ROW,
    figure: measured(value, ANGLE_DOUBT_DEG),
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
      ? `${which} joint of the ${name} works at ${said}, more than ${MOST_JOINT_DEG}°`
      : value < LEAST_JOINT_DEG
        ? `${which} joint of the ${name}: angle ${said}, too small for the needle bearings`
        : `Joints of the ${name} at ${say(a.frontJointDeg, 'angleDeg', { digits: 1 })} and ${say(a.rearJointDeg, 'angleDeg', { digits: 1 })}`;
  const findings = [findingOf(check, title, { about: [name] })];
  if (!a.equalWithinOneDegInEachPlane) {
    const side = Math.abs(a.frontSideDeg - a.rearSideDeg);
    const plan = Math.abs(a.frontPlanDeg - a.rearPlanDeg);
    const worst = Math.max(side, plan);
    findings.push(
      makeFinding({
        id: 'fit-shaft-unequal',
        state: 'blocked',
        step: 'fit',
        title: `The two joints of the ${name} differ by ${say(worst, 'angleDeg', { digits: 1 })} in ${side >= plan ? 'side view' : 'plan'}`,
        because: 'Equal angles (± 1° in each plane) cancel speed variation. Change engine pitch or shim the pinion.',
        figure: worst,
        limit: 1,
        quantity: 'angleDeg',
        evidence: 'measured',
        about: [name],
      }),
    );
  }
  return { check, findings };
}

function halfShaftsJudged(shafts: readonly HalfShaftLies[]): Judged {
  const worst = shafts.reduce((a, b) => (b.angleDeg > a.angleDeg ? b : a));
  const check = makeCheck({
    ...SHAFT_ROW,
    figure: measured(worst.angleDeg, ANGLE_DOUBT_DEG * 2),
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
      ? `${capital(worst.side)} half shaft angle ${said}, above ${MOST_HALF_SHAFT_DEG}° at rest`
      : `Half-shaft angles within ${said}, static`;
  return { check, findings: [findingOf(check, title, { about: ['half shafts'] })] };
}

function inLineJudged(offDeg: number, lengthMm: number): Judged {
  const check = makeCheck({
    ...SHAFT_ROW,
    figure: measured(offDeg, ANGLE_DOUBT_DEG),
    limit: MOST_TUBE_DEG,
    span: 2,
    because: `Engine, tube and transaxle are bolted to one another over ${say(lengthMm, 'lengthMm')}: they lie on one line.`,
  });
  const title =
    check.state === 'blocked'
      ? `The torque tube is off the line of engine and transaxle by ${deg(offDeg)}: as they are placed, it does not bolt up`
      : `Engine, torque tube and transaxle in line within ${deg(offDeg)}`;
  return { check, findings: [findingOf(check, title, { about: ['torque tube'] })] };
}

function chainJudged(offDeg: number, besideMm: number, lengthMm: number): Judged {
  const check = makeCheck({
    ...SHAFT_ROW,
    figure: measured(offDeg, ANGLE_DOUBT_DEG),
    limit: MOST_CHAIN_DEG,
    span: 2,
    because: `Sprocket offset ${say(Math.abs(besideMm), 'lengthMm', { digits: 1 })} over ${say(lengthMm, 'lengthMm')}. The chain manufacturer’s limit applies.`,
  });
  const title =
    check.state === 'blocked'
      ? `Chain runs ${deg(offDeg)} out of line: move the ${besideMm > 0 ? 'engine right' : 'engine left'} by ${say(Math.abs(besideMm), 'lengthMm', { digits: 1 })}`
      : `Sprockets in line within ${deg(offDeg)}`;
  return { check, findings: [findingOf(check, title, { about: ['chain'] })] };
}

function lineJudged({ line, lies }: LyingLine): Judged | undefined {
  switch (lies?.kind) {
    case 'joints':
      return propshaftJudged(lies.angles, line);
    case 'half shafts':
      return halfShaftsJudged(lies.shafts);
    case 'in line':
      return inLineJudged(lies.offDeg, lies.lengthMm);
    case 'chain':
      return chainJudged(lies.offDeg, lies.besideMm, lies.lengthMm);
    case undefined:
      return undefined;
  }
}

/** Angles of all lines of drive, plunge of the half shafts over suspension and engine movement, and what unequal shafts do. */
export function assessShafts(
  subject: InCar,
  poses: { readonly engine: Pose; readonly box: Pose | undefined },
  movement: Movement,
): CheckResult & { readonly lines: readonly LyingLine[] } {
  const { chassis, gearbox, candidate } = subject;
  const lines = drawnLines(chassis, gearbox, poses, candidate.id);
  if (lines.length === 0) return { checks: [], findings: [], lines };
  const asFound = staysPut(subject);
  const missing = asFound ? [] : [...new Set(lines.flatMap((l) => l.missing))];
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const judged = lines.flatMap((l) => {
    const of = lineJudged(l);
    return of ? [{ ...of, line: l.line }] : [];
  });
  if (missing.length > 0) {
    const open = unanswered(
      { ...SHAFT_ROW, because: `Needs the joints of: ${lines.map((l) => l.line).join(', ')}.` },
      'The angles of its shafts are not known',
      missing,
      [gearbox.id],
    );
    checks.push(open.check);
    findings.push(open.finding);
  }
  if (judged.length > 0) {
    // One row for all of them: the one that is worst off.
    const worst = judged.find((j) => j.check.state === worstState(judged.map((x) => x.check.state)))!;
    if (missing.length === 0) checks.push(worst.check);
    for (const j of judged)
      for (const f of j.findings)
        findings.push(j === worst && missing.length === 0 ? f : { ...f, id: `${f.id}-${j.line.replaceAll(' ', '-')}` });
  }
  const half = lines.find((l) => l.line === 'half shafts');
  if (half) {
    const shafts = half.lies?.kind === 'half shafts' ? half.lies.shafts : [];
    findings.push(...torqueSteer(chassis, shafts));
    if (!asFound) {
      const reach = plungeJudged(subject, poses.box, movement, half.missing);
      checks.push(...reach.checks);
      findings.push(...reach.findings);
    }
  }
  return { checks, findings, lines };
}

/** The half shafts that will be in the car, and where what is missing of them is entered. */
function halfShaftIn({ chassis, parts }: InCar): { readonly shaft: HalfShaft | undefined; readonly at: string } {
  const bought = parts.find((p) => p.halfShaft) ?? parts.find((p) => p.class === 'half shafts');
  return bought
    ? { shaft: bought.halfShaft, at: `/parts/${bought.id}/halfShaft` }
    : { shaft: chassis.halfShaft, at: '/chassis/halfShaft' };
}

/** Length and angle of the half shafts from full bump to full droop, with the engine moving on its mounts. */
function plungeJudged(
  subject: InCar,
  box: Pose | undefined,
  movement: Movement,
  missingEnds: readonly string[],
): CheckResult {
  const { chassis, gearbox } = subject;
  const { shaft, at } = halfShaftIn(subject);
  const { hubs } = chassis;
  const travel = [
    ...(hubs?.bumpUpMm === undefined ? ['/chassis/hubs/bumpUpMm'] : []),
    ...(hubs?.droopDownMm === undefined ? ['/chassis/hubs/droopDownMm'] : []),
  ];
  const missing = [
    ...missingEnds,
    ...(hubs ? travel : []),
    ...(shaft ? [] : [at]),
    // Of a right shaft of its own both ends are told.
    ...(shaft && (shaft.rightFullyInMm === undefined) !== (shaft.rightFullyOutMm === undefined)
      ? [`${at}/${shaft.rightFullyInMm === undefined ? 'rightFullyInMm' : 'rightFullyOutMm'}`]
      : []),
  ];
  const open = (
    row: typeof PLUNGE_ROW | typeof JOINT_ROW,
    title: string,
    because: string,
    pointers: readonly string[],
  ) => unanswered({ ...row, because }, title, pointers, [gearbox.id]);
  if (missing.length > 0 || !shaft || !hubs || !box || !gearbox.halfShaftsMm) {
    const because =
      'Needs the shafts between their joint centres, pushed fully in and pulled fully out, and how far the hubs rise and fall.';
    const left = [
      open(PLUNGE_ROW, 'Whether the half shafts reach and do not bind is not known', because, missing),
      open(JOINT_ROW, 'How far the joints of the half shafts bend is not known', because, missing),
    ];
    return { checks: left.map((o) => o.check), findings: left.map((o) => o.finding) };
  }
  const up = hubs.bumpUpMm ?? 0;
  const down = hubs.droopDownMm ?? 0;
  const inner = gearbox.halfShaftsMm;
  const sides = (['left', 'right'] as const).map((side) => {
    const innerJointMm = applyPose(box, inner[`${side}Mm`]);
    const outer = hubs[`${side}Mm`];
    const right = side === 'right';
    return {
      side,
      ...plunge({
        innerJointMm,
        outerJointMm: {
          bump: [outer[0], outer[1], outer[2] + up],
          static: outer,
          droop: [outer[0], outer[1], outer[2] - down],
        },
        engineMovementsMm: movesOf(movement, innerJointMm),
        spanFullyInMm: (right ? shaft.rightFullyInMm : undefined) ?? shaft.fullyInMm,
        spanFullyOutMm: (right ? shaft.rightFullyOutMm : undefined) ?? shaft.fullyOutMm,
        endReserveMm: END_RESERVE_MM,
        jointAngleLimitDeg: shaft.jointLimitDeg ?? 90,
      }),
    };
  });
  const least = sides.reduce((a, b) => (b.leastReserveMm < a.leastReserveMm ? b : a));
  const check = makeCheck({
    ...PLUNGE_ROW,
    figure: measured(least.leastReserveMm, SPAN_DOUBT_MM),
    because: `${sides.map(sideWords).join('; ')}. From bump (${say(up, 'lengthMm')} up) to droop (${say(down, 'lengthMm')} down), the engine moving on ${movement.on}, ${say(END_RESERVE_MM, 'lengthMm')} kept at each end.`,
  });
  const off = (least.outwardReserveMm - least.inwardReserveMm) / 2;
  const title =
    check.state === 'blocked'
      ? `The ${least.side} half shaft ${least.outwardReserveMm < least.inwardReserveMm ? 'pulls out of its joint' : 'is pushed home'}: ${say(-least.leastReserveMm, 'lengthMm', { digits: 1 })} short`
      : check.state === 'tight'
        ? `${capital(least.side)} half shaft plunge met, but margin less than uncertainty`
        : `Half shafts keep ${say(least.leastReserveMm, 'lengthMm', { digits: 1 })} of plunge in reserve`;
  const findings = [
    findingOf(check, title, {
      about: ['half shafts'],
      because:
        check.state === 'clear'
          ? check.because
          : `${check.because} A shaft ${say(Math.abs(off), 'lengthMm', { digits: 1 })} ${off < 0 ? 'longer' : 'shorter'} would be at mid-plunge.`,
    }),
  ];
  const bent = Math.max(...sides.map((s) => s.largestAngleDeg));
  if (shaft.jointLimitDeg === undefined) {
    const unknown = open(
      JOINT_ROW,
      'What its joints bend is not known',
      `Maximum ${deg(bent)}; permitted joint angle missing.`,
      [`${at}/jointLimitDeg`],
    );
    return { checks: [check, unknown.check], findings: [...findings, unknown.finding] };
  }
  const joint = makeCheck({
    ...JOINT_ROW,
    figure: measured(bent, ANGLE_DOUBT_DEG * 2),
    limit: shaft.jointLimitDeg,
    span: 20,
    because: `${sides.map((s) => `${s.side} ${deg(s.largestAngleDeg)}`).join(', ')} over bump, droop and engine movement.`,
  });
  findings.push(
    findingOf(
      joint,
      joint.state === 'blocked'
        ? `Half-shaft joint angle ${deg(bent)}, more than the ${deg(shaft.jointLimitDeg)} that they take`
        : `Half-shaft joint angle ${deg(bent)} at most`,
      { about: ['half shafts'] },
    ),
  );
  return { checks: [check, joint], findings };
}

const sideWords = (s: Plunge & { readonly side: string }): string =>
  `${capital(s.side)} ${say(s.shortestSpanMm, 'lengthMm')} to ${say(s.longestSpanMm, 'lengthMm')}, ${say(s.inwardReserveMm, 'lengthMm', { digits: 1 })} left inward and ${say(s.outwardReserveMm, 'lengthMm', { digits: 1 })} outward`;

/** How the inner joint shifts with the engine, at rest first; where only what is typical is known, by that to every side. */
function movesOf(movement: Movement, at: V3): readonly V3[] {
  const data = dataAt(movement.data, at);
  const rest: V3 = [0, 0, 0];
  const { typicalMm: t } = data;
  if (t !== undefined) return [rest, [t, 0, 0], [-t, 0, 0], [0, t, 0], [0, -t, 0], [0, 0, t], [0, 0, -t]];
  return [rest, ...data.cases.map((c) => motionAt(c, data.comMm, at))];
}

/** Front wheels on shafts of unequal length or angle: what each is, and what it does under power. */
function torqueSteer(chassis: Chassis, shafts: readonly HalfShaftLies[]): Finding[] {
  const [left, right] = [shafts.find((s) => s.side === 'left'), shafts.find((s) => s.side === 'right')];
  if (chassis.drive === 'rear' || (chassis.engineSits ?? 'front') !== 'front' || !left || !right) return [];
  const difference = Math.abs(left.angleDeg - right.angleDeg);
  if (difference < TORQUE_STEER_DEG) return [];
  const steeper = left.angleDeg > right.angleDeg ? left : right;
  return [
    makeFinding({
      id: 'torque-steer',
      // A caution: how much a driver takes is for the driver to say.
      state: 'clear',
      step: 'fit',
      title: `Torque steer: half shaft angles differ by ${deg(difference)} at rest`,
      because: `Left ${deg(left.angleDeg)} over ${say(left.lengthMm, 'lengthMm')}, right ${deg(right.angleDeg)} over ${say(right.lengthMm, 'lengthMm')}. Under power the ${steeper.side} shaft, the steeper one, turns its wheel about the steering axis harder than the other. An intermediate shaft that makes both angles equal removes it; less torque in the low gears reduces it.`,
      about: ['half shafts'],
    }),
  ];
}
