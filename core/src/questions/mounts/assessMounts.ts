import {
  costOfPart,
  findingOf,
  Gaps,
  makeCheck,
  makeFinding,
  MissingInput,
  staysPut,
  unanswered,
  type Check,
  type Finding,
  type FittedMount,
  type MountSchool,
  type Subject,
} from '../../model/index.ts';
import { capital } from '../../units/index.ts';
import type { GearingFigures } from '../gearing/index.ts';
import { apartAt, type MassFigures } from '../mass/index.ts';
import { together } from './apart.ts';
import { boltFindings } from './assessBolts.ts';
import { bossesMissing } from './bosses.ts';
import { doubtsOf } from './doubts.ts';
import { mountInUse, seatsOf, type MountInUse } from './fittedMounts.ts';
import { asType, hang, type Drive } from './hanging.ts';
import { driveReaction } from './loads.ts';
import { CRUISE, HELD, held, IDLE, isolation, loaded, moving, openRows, shaken, type InCar } from './mountRows.ts';
import { drawn, type MountsFigures, type MountsResult } from './mountsFigures.ts';
import { movementOf, typicalMovement, type MovementData } from './movement.ts';
import { carriedWithEngine, isCarried, powertrainOf, type Carried } from './powertrain.ts';
import { preloads } from './preload.ts';
import { rocking, weightless } from './rocking.ts';
import { shellFindings } from './shell.ts';

/** Mounts of a kit that is not among the parts. */
function kitsMissing({ candidate, library }: Subject, mounts: readonly FittedMount[]): Finding[] {
  const kits = new Set(mounts.flatMap((m) => (m.partId === undefined ? [] : [m.partId])));
  return [...kits].flatMap((id) => {
    const kit = library.parts.find((p) => p.id === id);
    if (!kit || kit.class === 'mount' || candidate.partIds.includes(id)) return [];
    const of = mounts.filter((m) => m.partId === id).map((m) => m.name);
    return [
      makeFinding({
        id: `mounts-kit-${id}`,
        state: 'unknown',
        step: 'mounts',
        title: `${kit.name} is not among the parts, and brings the ${of.join(' and the ')}`,
        because: 'Without it these mounts are not there. Add it, or say what they are instead.',
        about: [candidate.id],
        missing: [`/candidates/${candidate.id}/mounts`],
        remedies: [{ ...costOfPart(kit, `Fit ${kit.name}`), accept: { kind: 'part', partId: id } }],
      }),
    ];
  });
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
    return without(
      [check, ...(state === 'clear' ? [] : openRows(subject, because))],
      [findingOf(check, title, { missing: [...missing], about: [candidate.id] })],
    );
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
  const at = `/candidates/${candidate.id}/mounts`;
  if (mounts.length === 0)
    return said(
      'unknown',
      'Mounts missing',
      `Enter its mounts in Mounts. Until then every gap counts what is typical of ${candidate.mountSchool} mounts.`,
      [at],
    );
  const inCar = { ...subject, chassis };
  const carried = carriedWithEngine(chassis);
  if (carried === 'both') return judge(inCar, mounts, mass, gearing, without);
  if (carried === undefined)
    return said(
      'unknown',
      'Whether engine and gearbox hang as one is not known',
      'Gearbox at the driven axle: a torque tube makes one body of it and the engine, behind an open shaft each hangs by itself.',
      ['/chassis/torqueTube'],
    );
  const half = (which: 'engine' | 'gearbox') => {
    const own = mounts.filter((m) => isCarried(which, subject, m.bossId ?? ''));
    return own.length > 0
      ? judge(inCar, own, mass, gearing, without, which)
      : said('unknown', `${capital(which)}: mounts missing`, `Enter the mounts of the ${which} in Mounts.`, [at]);
  };
  const [engineX, boxX] = [candidate.placement.xMm, apartAt(subject)?.xMm ?? candidate.placement.xMm - 1];
  return together(half('engine'), half('gearbox'), { splitXMm: (engineX + boxX) / 2, behind: boxX < engineX });
}

function judge(
  subject: InCar,
  mounts: readonly FittedMount[],
  mass: MassFigures | undefined,
  gearing: GearingFigures | undefined,
  without: (checks: Check[], findings: Finding[], more?: Partial<MountsFigures>) => MountsResult,
  which: Carried = 'both',
): MountsResult {
  const { candidate, engine, gearbox } = subject;
  const about = [candidate.id];
  const gaps = new Gaps();
  const seats = seatsOf(subject);
  const inUse = mounts.flatMap((m) => gaps.find(() => mountInUse(subject, m, seats)) ?? []);
  const powertrain = gaps.find(() => {
    if (!mass) throw new MissingInput(`/engines/${engine.id}/massRecords`);
    return powertrainOf(subject, mass, which);
  });
  const bolts = boltFindings(subject, mounts);
  bolts.findings.unshift(...bossesMissing(subject, mounts));
  const drive = gaps.find(() => {
    if (!gearing) throw new MissingInput(`/engines/${engine.id}/curves`);
    return driveReaction(subject, gearing, which);
  });
  const asked: Drive | undefined = drive && {
    forwardNm: drive.forward.value,
    reverseNm: drive.reverse.value,
    about: drive.about,
  };
  // Whether they hold it is a matter of where they sit, not of what it weighs.
  const hangs = inUse.length === mounts.length ? hang(powertrain ?? weightless(inUse), inUse, asked) : undefined;
  if (hangs?.held === false) {
    const rocks = rocking(subject, powertrain, inUse, hangs, drive, asked);
    return without([...rocks.checks, ...bolts.checks], [...rocks.findings, ...bolts.findings], rocks.figures);
  }
  if (!powertrain || !hangs) {
    const because = 'Missing: mass and position of engine and gearbox, and the stiffness of all mounts.';
    const open = unanswered({ ...HELD, limitKind: 'info', because }, 'Mounts: data missing', gaps.pointers, about);
    return without([open.check, ...openRows(subject, because), ...bolts.checks], [open.finding, ...bolts.findings], {
      mounts: inUse.map((m) => drawn(m)),
    });
  }
  const { body } = powertrain;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const own = { massKg: body.massKg, comMm: body.comMm };
  const doubt = doubtsOf(inUse, powertrain, drive);
  put(held(subject, hangs, inUse, doubt));
  put(loaded(subject, hangs, inUse, doubt, drive === undefined ? gaps.pointers : []));
  put(moving(hangs, inUse, doubt, drive !== undefined));
  // Its firing shakes what the engine hangs on.
  const shakes = which !== 'gearbox';
  const idle = shakes ? isolation(hangs, doubt, engine.idleRpm, engine) : undefined;
  if (shakes)
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
    wish && shakes
      ? isolation(hangs, doubt, cruiseRpm ?? { value: wish.rpm, plusMinus: 0, evidence: 'measured' }, engine)
      : undefined;
  if (wish && shakes)
    put(
      shaken(CRUISE, cruise, 'cruise', [
        ...powertrain.undrawn,
        ...(engine.cylinders === undefined ? [`/engines/${engine.id}/cylinders`] : []),
      ]),
    );
  findings.push(...preloads(subject, inUse), ...shellFindings(subject, inUse), ...kitsMissing(subject, mounts));
  findings.push(...gaps.findings('mounts', 'mounts', 'Mounts', [engine.id, gearbox.id]));
  checks.push(...bolts.checks);
  findings.push(...bolts.findings);
  // Without its drive torque the loads that move it most are missing: then what is typical stands in, as where nothing is known.
  const movement: MovementData = drive
    ? { on: typesOf(inUse), comMm: body.comMm, cases: hangs.cases.slice(1) }
    : typicalMovement(candidate);
  return {
    checks,
    findings,
    figures: {
      ...own,
      movement,
      mounts: inUse.map((m) => drawn(m, hangs, doubt)),
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
      if (!drive || !inUse.some((m) => m.school === 'rubber' || m.school === 'hydraulic')) return undefined;
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
