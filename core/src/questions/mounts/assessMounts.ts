import type { V3 } from '../../geometry/index.ts';
import {
  chassisMountsOf,
  findingOf,
  Gaps,
  hasTransaxle,
  makeCheck,
  makeFinding,
  MissingInput,
  staysPut,
  unanswered,
  type Chassis,
  type Check,
  type CheckResult,
  type Finding,
  type FittedMount,
  type MountSchool,
  type Remedy,
  type Subject,
} from '../../model/index.ts';
import {
  attempt,
  capital,
  exactly,
  madeFrom,
  propagate,
  say,
  scatterOf,
  worstEvidence,
  type Derived,
  type Figure,
} from '../../units/index.ts';
import type { GearingFigures } from '../gearing/index.ts';
import type { MassFigures } from '../mass/index.ts';
import { boltFindings } from './assessBolts.ts';
import { firingHz, transmissibility, type Mode } from './elastic.ts';
import { bossesAt, elementOf, mountInUse, type MountInUse } from './fittedMounts.ts';
import { asType, hang, type CaseResult, type Drive, type Hanging, type NotHeld } from './hanging.ts';
import { driveReaction, type DriveReaction, type LoadCase } from './loads.ts';
import { movementOf, typicalMovement, type Movement, type MovementData } from './movement.ts';
import { powertrainOf, type Powertrain } from './powertrain.ts';

const GROUP = 'Mounts';
/** A link may be asked for so much of the weight, as a share. */
const LINK_WEIGHT = 0.05;

/** A mount as the screen draws it. */
export interface MountFigures {
  readonly id: string;
  readonly name: string;
  readonly school: MountSchool;
  readonly link: boolean;
  readonly atMm: V3;
  readonly bossMm: V3 | undefined;
  readonly padMm: V3 | undefined;
  readonly stiffnessNPerMm: V3;
  /** Of the weight, 0 to 1; undefined where it is not held. */
  readonly weightShare: number | undefined;
  /** The greatest load and the case that brings it, N. */
  readonly worst: { readonly case: LoadCase; readonly loadN: number; readonly deflectionMm: number } | undefined;
  readonly ratingN: number | undefined;
  /** Beyond its free travel in some case. */
  readonly onStop: readonly LoadCase[];
}

/** How well the mounts keep a shake from the car at an engine speed. */
export interface Isolation {
  readonly rpm: number;
  readonly firingHz: number;
  /** Of up and down and of roll, the one that passes more: share of the shake that comes through, %. */
  readonly passesPct: Derived;
  readonly by: Mode['motion'];
  readonly modeHz: number;
}

export interface MountsFigures {
  readonly movement: MovementData;
  readonly mounts: readonly MountFigures[];
  readonly massKg: number | undefined;
  readonly comMm: V3 | undefined;
  readonly cases: readonly CaseResult[];
  readonly modes: readonly Mode[];
  readonly softest: Hanging['softest'] | undefined;
  /** The line about which it rocks where nothing holds it: a point and a direction. */
  readonly rocks: { readonly atMm: V3; readonly axis: V3 } | undefined;
  readonly sagMm: number | undefined;
  readonly drive:
    | { readonly forwardNm: number; readonly about: V3; readonly setBy: DriveReaction['setBy'] }
    | undefined;
  readonly idle: Isolation | undefined;
  readonly cruise: Isolation | undefined;
}

export interface MountsResult extends CheckResult {
  readonly figures: MountsFigures;
  readonly movement: Movement;
  /** The same on polyurethane; undefined where they are as firm already. Worked out when it is asked. */
  readonly firmer: () => Movement | undefined;
}

const HELD = {
  id: 'mounts-held',
  step: 'mounts',
  group: GROUP,
  title: 'Softest turn',
  quantity: 'rollNmPerDeg',
} as const;
const LOAD = {
  id: 'mounts-load',
  step: 'mounts',
  group: GROUP,
  title: 'Greatest load of its rating',
  quantity: 'percent',
  limitKind: 'at most',
  limit: 100,
  span: 100,
} as const;
const MOVES = {
  id: 'mounts-moves',
  step: 'mounts',
  group: GROUP,
  title: 'Centre of mass moves',
  quantity: 'lengthMm',
  limitKind: 'info',
  digits: 1,
} as const;
const IDLE = {
  id: 'mounts-idle',
  step: 'mounts',
  group: GROUP,
  title: 'Vibration passed at idle',
  quantity: 'percent',
  limitKind: 'at most',
  limit: 100,
  span: 150,
} as const;
const CRUISE = { ...IDLE, id: 'mounts-cruise', title: 'Vibration passed at cruise' } as const;

const EMPTY: Omit<MountsFigures, 'movement'> = {
  mounts: [],
  massKg: undefined,
  comMm: undefined,
  cases: [],
  modes: [],
  softest: undefined,
  rocks: undefined,
  sagMm: undefined,
  drive: undefined,
  idle: undefined,
  cruise: undefined,
};

type InCar = Subject & { readonly chassis: Chassis };

/** What the mounts of a candidate are held to and what they do; a typical movement stands in where they are not known. */
export function assessMounts(
  subject: Subject,
  mass: MassFigures | undefined,
  gearing: GearingFigures | undefined,
): MountsResult {
  const { chassis, candidate } = subject;
  const typical = typicalMovement(candidate);
  const without = (checks: Check[], findings: Finding[], more: Partial<MountsFigures> = {}): MountsResult => ({
    checks,
    findings,
    figures: { ...EMPTY, movement: typical, ...more },
    movement: movementOf(typical),
    firmer: () =>
      candidate.mountSchool === 'rubber' || candidate.mountSchool === 'hydraulic'
        ? movementOf(typicalMovement({ mountSchool: 'polyurethane' }))
        : undefined,
  });
  const said = (state: 'clear' | 'unknown', title: string, because: string, missing: readonly string[] = []) => {
    const check = makeCheck({ ...HELD, figure: undefined, limitKind: 'info', state, because });
    return without([check], [findingOf(check, title, { missing: [...missing], about: [candidate.id] })]);
  };
  const mounts = candidate.mounts ?? [];
  if (mounts.length === 0 && staysPut(subject))
    return said(
      'clear',
      'Mounts stay as found',
      'Engine and gearbox hang where they hung: what carried them carries them.',
    );
  if (!chassis)
    return said('unknown', 'What carries it is not known', 'The car has not been measured.', ['/chassis/pads']);
  if (hasTransaxle(chassis))
    return said(
      'unknown',
      'Mounts beside a transaxle are not reckoned',
      'The gearbox sits at the driven axle, away from the engine: what carries each of them is not judged.',
      ['/chassis/gearboxSits'],
    );
  const at = `/candidates/${candidate.id}/mounts`;
  if (mounts.length === 0)
    return said(
      'unknown',
      'Nobody has said what carries it',
      `Enter its mounts in Mounts. Until then every gap counts what is typical of ${candidate.mountSchool} mounts.`,
      [at],
    );
  return judge({ ...subject, chassis }, mounts, mass, gearing, without);
}

function judge(
  subject: InCar,
  mounts: readonly FittedMount[],
  mass: MassFigures | undefined,
  gearing: GearingFigures | undefined,
  without: (checks: Check[], findings: Finding[], more?: Partial<MountsFigures>) => MountsResult,
): MountsResult {
  const { candidate, engine, gearbox } = subject;
  const about = [candidate.id];
  const gaps = new Gaps();
  const bosses = bossesAt(subject);
  const inUse = mounts.flatMap((m) => gaps.find(() => mountInUse(subject, m, bosses)) ?? []);
  const powertrain = gaps.find(() => {
    if (!mass) throw new MissingInput(`/engines/${engine.id}/massRecords`);
    return powertrainOf(subject, mass);
  });
  const bolts = boltFindings(subject, mounts);
  const drive = gaps.find(() => {
    if (!gearing) throw new MissingInput(`/engines/${engine.id}/curves`);
    return driveReaction(subject, gearing);
  });
  const asked: Drive | undefined = drive && {
    forwardNm: drive.forward.value,
    reverseNm: drive.reverse.value,
    about: drive.about,
  };
  // Whether they hold it is a matter of where they sit, not of what it weighs.
  const hangs = inUse.length === mounts.length ? hang(powertrain ?? weightless(inUse), inUse, asked) : undefined;
  if (hangs?.held === false) return rocking(subject, powertrain, inUse, hangs, drive, asked, bolts, without);
  if (!powertrain || !hangs) {
    const because = 'Needs the masses of engine and gearbox, where they sit, and what every mount is made of.';
    const open = unanswered(
      { ...HELD, limitKind: 'info', because },
      'Whether its mounts hold it is not known',
      gaps.pointers,
      about,
    );
    return without([open.check, ...bolts.checks], [open.finding, ...bolts.findings], {
      mounts: inUse.map((m) => drawn(m, undefined)),
    });
  }
  const { body } = powertrain;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const own = { massKg: body.massKg, comMm: body.comMm };
  const doubt = doubtsOf(inUse, powertrain, drive);
  put(held(subject, hangs, inUse, doubt));
  put(loaded(subject, hangs, inUse, doubt, drive === undefined ? gaps.pointers : []));
  put(moving(hangs, doubt));
  const idle = isolation(hangs, doubt, engine.idleRpm, engine.cylinders);
  put(
    shaken(IDLE, idle, 'idle', [
      ...powertrain.undrawn,
      ...(engine.idleRpm ? [] : [`/engines/${engine.id}/idleRpm`]),
      ...(engine.cylinders === undefined ? [`/engines/${engine.id}/cylinders`] : []),
    ]),
  );
  const { cruise: wish } = subject.brief;
  const cruiseRpm = gearing?.cruiseRpm;
  const cruise =
    wish &&
    isolation(hangs, doubt, cruiseRpm ?? { value: wish.rpm, plusMinus: 0, evidence: 'measured' }, engine.cylinders);
  if (wish)
    put(
      shaken(CRUISE, cruise, 'cruise', [
        ...powertrain.undrawn,
        ...(engine.cylinders === undefined ? [`/engines/${engine.id}/cylinders`] : []),
      ]),
    );
  findings.push(...preloads(subject, inUse));
  findings.push(...gaps.findings('mounts', 'mounts', 'Mounts', [engine.id, gearbox.id]));
  checks.push(...bolts.checks);
  findings.push(...bolts.findings);
  const movement: MovementData = { on: typesOf(inUse), comMm: body.comMm, cases: hangs.cases.slice(1) };
  return {
    checks,
    findings,
    figures: {
      ...own,
      movement,
      mounts: inUse.map((m) => drawn(m, hangs)),
      cases: hangs.cases,
      modes: hangs.modes,
      softest: hangs.softest,
      rocks: undefined,
      sagMm: hangs.sagMm,
      drive: drive && { forwardNm: drive.forward.value, about: drive.about, setBy: drive.setBy },
      idle,
      cruise,
    },
    movement: movementOf(movement),
    firmer: () => {
      if (!inUse.some((m) => m.school === 'rubber' || m.school === 'hydraulic')) return undefined;
      const on = inUse.map((m) => (m.school === 'solid' ? m : asType(m, 'polyurethane')));
      const firm = hang(powertrain, on, asked);
      return firm.held ? movementOf({ on: typesOf(on), comMm: body.comMm, cases: firm.cases.slice(1) }) : undefined;
    },
  };

  function put({ check, found }: { readonly check: Check; readonly found: readonly Finding[] }): void {
    checks.push(check);
    findings.push(...found);
  }
}

/** Stands in where masses are not known: what holds it does not ask them. */
function weightless(mounts: readonly MountInUse[]): Powertrain {
  const middle = (axis: 0 | 1 | 2) => mounts.reduce((sum, m) => sum + m.atMm[axis], 0) / mounts.length;
  return {
    body: { massKg: 1, comMm: [middle(0), middle(1), middle(2)] },
    massKg: exactly(1),
    lumps: [],
    undrawn: [],
  };
}

/** What nothing keeps from turning or sliding: blocked, with the line that it turns about and what would stop it. */
function rocking(
  subject: InCar,
  powertrain: Powertrain | undefined,
  inUse: readonly MountInUse[],
  { free: [free] }: NotHeld,
  drive: DriveReaction | undefined,
  asked: Drive | undefined,
  bolts: ReturnType<typeof boltFindings>,
  without: (checks: Check[], findings: Finding[], more?: Partial<MountsFigures>) => MountsResult,
): MountsResult {
  const hung = powertrain ?? weightless(inUse);
  const rocks = free && rockingLine(free, hung.body.comMm);
  const on = rocks ? inUse.filter((m) => distanceTo(rocks, m.atMm) < ON_LINE_MM) : [];
  const title =
    rocks && on.length > 1
      ? `Rocks about the line through ${on.map((m) => m.fitted.name).join(' and ')}: another mount away from it stops it`
      : rocks
        ? 'These mounts leave it free to turn: another one away from the axis stops it'
        : 'These mounts leave it free to slide: another one across that stops it';
  const asks = drive ? ` that ${say(drive.forward.value, 'torqueNm')} of drive torque asks for in first gear` : '';
  const check = makeCheck({
    ...HELD,
    figure: { value: 0, plusMinus: 0, evidence: 'measured', from: [] },
    limitKind: 'info',
    state: 'blocked',
    because: `Nothing resists the turn${asks}: ${inUse.length === 1 ? 'one mount can’t' : `${inUse.length} mounts so placed can’t`}.`,
  });
  const remedies = addedMounts(subject, hung, inUse, asked);
  return without(
    [check, ...bolts.checks],
    [findingOf(check, title, { about: [subject.candidate.id], remedies }), ...bolts.findings],
    {
      ...(powertrain ? { massKg: hung.body.massKg, comMm: hung.body.comMm } : {}),
      rocks,
      mounts: inUse.map((m) => drawn(m, undefined)),
      drive: drive && { forwardNm: drive.forward.value, about: drive.about, setBy: drive.setBy },
    },
  );
}

/** What several mounts are made of, in words: each type once, that of most first. */
export function typesOf(mounts: readonly Pick<MountInUse, 'school'>[]): string {
  const count = new Map<MountSchool, number>();
  for (const { school } of mounts) count.set(school, (count.get(school) ?? 0) + 1);
  return [...count]
    .sort((a, b) => b[1] - a[1])
    .map(([school]) => school)
    .join(' and ');
}

/** A mount lies on the line about which it rocks within this, mm. */
const ON_LINE_MM = 8;

/** Where the line of a turn lies: its point nearest to the centre of mass, mm, and its direction. */
function rockingLine(
  { shift, turn }: { readonly shift: V3; readonly turn: V3 },
  comMm: V3,
): { atMm: V3; axis: V3 } | undefined {
  const size2 = turn[0] ** 2 + turn[1] ** 2 + turn[2] ** 2;
  if (size2 < 1e-9) return undefined;
  // u = θ × (com − c), with c the nearest point of the line: com − c = u × θ / θ².
  const away: V3 = [
    (shift[1] * turn[2] - shift[2] * turn[1]) / size2,
    (shift[2] * turn[0] - shift[0] * turn[2]) / size2,
    (shift[0] * turn[1] - shift[1] * turn[0]) / size2,
  ];
  const size = Math.sqrt(size2);
  return {
    atMm: [comMm[0] - 1000 * away[0], comMm[1] - 1000 * away[1], comMm[2] - 1000 * away[2]],
    axis: [turn[0] / size, turn[1] / size, turn[2] / size],
  };
}

function distanceTo({ atMm, axis }: { readonly atMm: V3; readonly axis: V3 }, point: V3): number {
  const d: V3 = [point[0] - atMm[0], point[1] - atMm[1], point[2] - atMm[2]];
  const along = d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2];
  return Math.sqrt(Math.max(0, d[0] ** 2 + d[1] ** 2 + d[2] ** 2 - along ** 2));
}

/** What the answers rest on, each with its own doubt; in the linear range a movement goes with load over stiffness. */
interface Doubts {
  readonly stiffness: Figure;
  readonly mass: Figure;
  readonly drive: Figure;
}

function doubtsOf(mounts: readonly MountInUse[], powertrain: Powertrain, drive: DriveReaction | undefined): Doubts {
  const worst = mounts.reduce((a, b) => (b.stiffnessDoubt > a.stiffnessDoubt ? b : a));
  const share = (f: Figure | Derived) => (f.value > 0 ? scatterOf(f as Figure) / f.value : 0);
  return {
    stiffness: madeFrom(
      { value: 1, plusMinus: worst.stiffnessDoubt, evidence: worstEvidence(mounts.map((m) => m.evidence)) },
      worst.from,
    ),
    mass: { ...powertrain.massKg, value: 1, plusMinus: share(powertrain.massKg) },
    drive: drive ? { value: 1, plusMinus: share(drive.forward), evidence: drive.forward.evidence } : exactly(1),
  };
}

const NAMES = {
  stiffness: 'stiffness of the mounts',
  mass: 'mass of engine and gearbox',
  drive: 'drive torque',
} as const;
const driven = (which: LoadCase) => which === 'first gear' || which === 'reverse';

function held({ candidate }: InCar, hangs: Hanging, mounts: readonly MountInUse[], { stiffness }: Doubts) {
  const perDeg = (hangs.softest.stiffnessNmPerRad * Math.PI) / 180;
  const figure = propagate(
    { stiffness },
    (v) => perDeg * v.stiffness,
    (key) => NAMES[key],
  );
  const leaning = mounts.filter((m) => m.fitted.link && Math.abs(hangs.weightShare[m.fitted.id]!) > LINK_WEIGHT);
  const [axis] = axisWords(hangs.softest.axis);
  const check = makeCheck({
    ...HELD,
    figure,
    limitKind: 'info',
    state: leaning.length > 0 ? 'blocked' : 'clear',
    because: `It gives most in ${axis}: ${sizeOf(perDeg)}. It sinks ${say(hangs.sagMm, 'lengthMm', { digits: 1 })} under its own weight.`,
  });
  const title =
    leaning.length > 0
      ? `${capital(leaning.map((m) => m.fitted.name).join(', '))} would carry ${say(100 * Math.abs(hangs.weightShare[leaning[0]!.fitted.id]!), 'percent')} of the weight: a link may carry ${say(100 * LINK_WEIGHT, 'percent')}`
      : `${mounts.length === 1 ? 'One mount holds' : `${mounts.length} mounts hold`} it; it gives most in ${axis}`;
  return {
    check,
    found: [
      findingOf(check, title, {
        about: [candidate.id],
        ...(leaning.length > 0
          ? { because: 'A link or torque bar limits a turn; weight wears it out. The mounts have to carry it.' }
          : {}),
      }),
    ],
  };
}
const sizeOf = (nmPerDeg: number) => say(nmPerDeg, 'rollNmPerDeg');

/** The turn that an axis stands for, by the axis of the car that it lies nearest to. */
function axisWords(axis: V3): ['roll' | 'pitch' | 'yaw'] {
  const size = axis.map(Math.abs);
  return [(['roll', 'pitch', 'yaw'] as const)[size.indexOf(Math.max(...size))]!];
}

/** The greatest load of a mount over all cases. */
function worstOf(id: string, cases: readonly CaseResult[]) {
  return cases.reduce((a, b) => (b.mounts[id]!.sizeN > a.mounts[id]!.sizeN ? b : a));
}

function loaded(
  { candidate }: InCar,
  hangs: Hanging,
  mounts: readonly MountInUse[],
  doubts: Doubts,
  missingDrive: readonly string[],
) {
  const index = (m: MountInUse) => (candidate.mounts ?? []).indexOf(m.fitted);
  const rated = mounts.flatMap((m) => {
    const worst = worstOf(m.fitted.id, hangs.cases);
    return m.ratingN ? [{ m, worst, loadN: worst.mounts[m.fitted.id]!.sizeN, ratingN: m.ratingN }] : [];
  });
  const unrated = mounts.filter((m) => !m.ratingN);
  const missing = [
    ...unrated.map((m) => `/candidates/${candidate.id}/mounts/${index(m)}/element/ratingN`),
    ...missingDrive,
  ];
  const top =
    rated.length > 0
      ? rated.reduce((a, b) => (b.loadN / b.ratingN.value > a.loadN / a.ratingN.value ? b : a))
      : undefined;
  const figure =
    top &&
    propagate(
      { load: driven(top.worst.case) ? doubts.drive : doubts.mass, rating: top.ratingN },
      (v) => (100 * top.loadN * v.load) / v.rating,
      (key) =>
        key === 'load' ? (driven(top.worst.case) ? NAMES.drive : NAMES.mass) : `rating of the ${top.m.fitted.name}`,
    );
  const over = figure !== undefined && figure.value > 100;
  const because = top
    ? `${capital(top.m.fitted.name)}: ${say(top.loadN, 'forceN')} in ${caseWords(top.worst.case)}, rated ${say(top.ratingN.value, 'forceN')}.${unrated.length > 0 ? ` Without a rating: ${unrated.map((m) => m.fitted.name).join(', ')}.` : ''}`
    : 'Nobody has entered what its mounts are rated for.';
  const check = makeCheck({
    ...LOAD,
    figure,
    ...(missing.length > 0 && !over ? { state: 'unknown' as const } : {}),
    because,
  });
  const title =
    check.state === 'unknown'
      ? 'Whether its mounts stand the load is not known'
      : check.state === 'blocked'
        ? `The ${top!.m.fitted.name} takes ${say(top!.loadN, 'forceN')} in ${caseWords(top!.worst.case)}, more than its ${say(top!.ratingN.value, 'forceN')}`
        : check.state === 'tight'
          ? `The ${top!.m.fitted.name} stands its load by less than the doubt`
          : 'Every mount stands its greatest load';
  return {
    check,
    found: [
      findingOf(check, title, {
        about: [top?.m.fitted.id ?? candidate.id],
        missing: check.state === 'unknown' ? missing : [],
      }),
    ],
  };
}

export const caseWords = (which: LoadCase): string =>
  which === 'bump'
    ? 'a 3 g bump'
    : which === 'braking'
      ? 'braking at 1 g'
      : which === 'rest'
        ? 'rest'
        : which.startsWith('cornering')
          ? `${which} at 1 g`
          : which;

function moving(hangs: Hanging, doubts: Doubts) {
  const cases = hangs.cases.slice(1);
  const size = (c: CaseResult) => Math.hypot(...c.shiftMm);
  const worst = cases.reduce((a, b) => (size(b) > size(a) ? b : a));
  const turnDeg = (c: CaseResult) => (Math.hypot(...c.turnRad) * 180) / Math.PI;
  const turns = cases.reduce((a, b) => (turnDeg(b) > turnDeg(a) ? b : a));
  const load = driven(worst.case) ? doubts.drive : doubts.mass;
  const figure = propagate(
    { load, stiffness: doubts.stiffness },
    (v) => (size(worst) * v.load) / v.stiffness,
    (key) => (key === 'load' ? (driven(worst.case) ? NAMES.drive : NAMES.mass) : NAMES.stiffness),
  );
  return {
    check: makeCheck({
      ...MOVES,
      figure,
      because: `Farthest in ${caseWords(worst.case)}; it turns most in ${caseWords(turns.case)}, ${say(turnDeg(turns), 'angleDeg', { digits: 1 })}.`,
    }),
    found: [],
  };
}

function isolation(
  hangs: Hanging,
  doubts: Doubts,
  rpm: Figure | Derived | undefined,
  cylinders: number | undefined,
): Isolation | undefined {
  if (!rpm || cylinders === undefined) return undefined;
  const hz = firingHz(rpm.value, cylinders, 4);
  const shaken = hangs.modes.filter((m) => (m.motion === 'up and down' || m.motion === 'roll') && m.hz > 0);
  if (shaken.length === 0) return undefined;
  const passes = (m: Mode) => transmissibility(hz, m.hz, hangs.damping);
  const worst = shaken.reduce((a, b) => (passes(b) > passes(a) ? b : a));
  const passesPct = propagate(
    { stiffness: doubts.stiffness, mass: doubts.mass },
    (v) => 100 * transmissibility(hz, worst.hz * Math.sqrt(Math.max(0.05, v.stiffness) / v.mass), hangs.damping),
    (key) => NAMES[key],
  );
  return { rpm: rpm.value, firingHz: hz, passesPct, by: worst.motion, modeHz: worst.hz };
}

function shaken(
  row: typeof IDLE | typeof CRUISE,
  found: Isolation | undefined,
  when: 'idle' | 'cruise',
  missing: readonly string[],
) {
  if (!found) {
    const because = 'Needs the shape of engine and gearbox, its cylinders and the speed of the engine.';
    const open = unanswered(
      { ...row, because },
      `Whether its mounts keep the shake of ${when} from the car is not known`,
      missing,
    );
    return { check: open.check, found: [open.finding] };
  }
  const { passesPct } = found;
  const check = makeCheck({
    ...row,
    figure: passesPct,
    // A shake is lived with: it never keeps a car from running.
    state: passesPct.value + passesPct.plusMinus > 100 ? 'tight' : 'clear',
    because: `It fires ${say(found.firingHz, 'frequencyHz')} at ${say(found.rpm, 'rpm')}; its own ${found.by} is at ${say(found.modeHz, 'frequencyHz')}. Below ${say(found.firingHz / Math.SQRT2, 'frequencyHz')} the mounts keep back more than they pass.`,
  });
  const title =
    passesPct.value > 100
      ? `At ${when} the mounts pass on more than they keep back: ${say(passesPct.value, 'percent')}`
      : `At ${when} ${say(passesPct.value, 'percent')} of the shake comes through`;
  return { check, found: [findingOf(check, title)] };
}

/** What a pad that is out of plane forces into a casting through a mount that hardly gives. */
function preloads({ candidate }: InCar, mounts: readonly MountInUse[]): Finding[] {
  return mounts.flatMap((m) => {
    const off = m.pad?.outOfPlaneMm;
    if (!off || off.value === 0) return [];
    const firmest = Math.max(...m.stiffnessNPerMm);
    const preloadN = firmest * off.value;
    const share = m.ratingN && preloadN / m.ratingN.value;
    const state =
      m.school !== 'solid' && m.school !== 'polyurethane'
        ? 'clear'
        : share === undefined
          ? 'unknown'
          : share > 1
            ? 'blocked'
            : share > 0.1
              ? 'tight'
              : 'clear';
    return [
      makeFinding({
        id: `mounts-preload-${m.fitted.id}`,
        state,
        step: 'mounts',
        title: `${capital(m.fitted.name)}: ${say(off.value, 'lengthMm', { digits: 1 })} out of plane forces ${say(preloadN, 'forceN')} into the casting`,
        because: `${capital(m.school)}, ${say(firmest, 'stiffnessNPerMm')}: what it is pulled straight by stays in it. ${state === 'clear' ? 'It gives enough to take that up.' : 'Shim or remake the chassis mount first.'}`,
        figure: preloadN,
        plusMinus: firmest * scatterOf(off),
        quantity: 'forceN',
        evidence: m.evidence,
        about: [m.fitted.id],
        missing:
          state === 'unknown'
            ? [`/candidates/${candidate.id}/mounts/${(candidate.mounts ?? []).indexOf(m.fitted)}/element/ratingN`]
            : [],
        ...(m.ratingN ? { limit: m.ratingN.value } : {}),
      }),
    ];
  });
}

function drawn(m: MountInUse, hangs: Hanging | undefined): MountFigures {
  const { id, name, link } = m.fitted;
  const worst = hangs && worstOf(id, hangs.cases);
  const at = worst?.mounts[id];
  const { freeTravelMm } = m;
  return {
    id,
    name,
    school: m.school,
    link: link === true,
    atMm: m.atMm,
    bossMm: m.bossMm,
    padMm: m.padMm,
    stiffnessNPerMm: m.stiffnessNPerMm,
    weightShare: hangs?.weightShare[id],
    worst: worst && at && { case: worst.case, loadN: at.sizeN, deflectionMm: Math.hypot(...at.deflectionMm) },
    ratingN: m.ratingN?.value,
    onStop:
      hangs && freeTravelMm !== undefined
        ? hangs.cases
            .filter((c) => alongOwn(m.axes, c.mounts[id]!.deflectionMm).some((d) => Math.abs(d) > freeTravelMm))
            .map((c) => c.case)
        : [],
  };
}
const alongOwn = (axes: MountInUse['axes'], by: V3) =>
  [0, 1, 2].map((i) => axes[0][i]! * by[0] + axes[1][i]! * by[1] + axes[2][i]! * by[2]);

/** Bosses and chassis mounts that no mount uses yet and that would hold it, nearest first: each as a mount to add. */
function addedMounts(
  subject: InCar,
  powertrain: Powertrain,
  inUse: readonly MountInUse[],
  drive: Drive | undefined,
): Remedy[] {
  const { candidate, chassis, parts } = subject;
  const usedPads = new Set(inUse.map((m) => m.fitted.padId));
  const usedBosses = new Set(inUse.map((m) => m.fitted.bossId));
  const like = inUse.find((m) => !m.fitted.link)?.fitted;
  if (!like || !elementOf(subject, like)) return [];
  const bosses = [...bossesAt(subject)].filter(([id]) => !usedBosses.has(id));
  const pairs = chassisMountsOf(chassis, parts)
    .filter((p) => !usedPads.has(p.id))
    .flatMap((pad) =>
      bosses.map(([bossId, boss]) => ({
        pad,
        bossId,
        boss,
        mm: Math.hypot(...pad.atMm.map((v, i) => v - boss.atMm[i]!)),
      })),
    )
    .filter((p) => p.mm <= REACH_MM)
    .sort((a, b) => a.mm - b.mm);
  const remedies: Remedy[] = [];
  for (const { pad, bossId, boss } of pairs) {
    let n = candidate.mounts!.length + 1;
    while (candidate.mounts!.some((m) => m.id === `mount-${n}`)) n++;
    const { price, hours, partId, element } = like;
    const added: FittedMount = {
      id: `mount-${n}`,
      name: pad.name,
      bossId,
      padId: pad.id,
      ...(partId ? { partId } : {}),
      ...(element ? { element } : {}),
      ...(price ? { price } : {}),
      ...(hours ? { hours } : {}),
    };
    const tried = attempt(() => mountInUse(subject, added));
    if (!tried.ok || !hang(powertrain, [...inUse, tried.value], drive).held) continue;
    remedies.push({
      title: `Add a mount between ${boss.name} and ${pad.name}, like the ${like.name}`,
      cost: price?.likely ?? 0,
      hours: hours?.likely ?? 0,
      accept: { kind: 'mount', ...added },
    });
    if (remedies.length === 2) break;
  }
  return remedies;
}
/** A bracket of ordinary weight reaches so far from boss to chassis mount, mm. */
const REACH_MM = 250;
