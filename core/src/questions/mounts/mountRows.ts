import {
  findingOf,
  makeCheck,
  unanswered,
  type Chassis,
  type Check,
  type Engine,
  type Subject,
} from '../../model/index.ts';
import { capital, propagate, say, type Derived, type Figure } from '../../units/index.ts';
import type { V3 } from '../../geometry/index.ts';
import { DRIVE, LOAD_KEY, MASS, together, type Doubts } from './doubts.ts';
import { firingHz, transmissibility } from './elastic.ts';
import type { MountInUse } from './fittedMounts.ts';
import { onStop, shakiest, worstOf, type CaseResult, type Hanging } from './hanging.ts';
import { caseWords, isDriven } from './loads.ts';
import type { Isolation } from './mountsFigures.ts';

const GROUP = 'Mounts';
/** A link may be asked for so much of the weight, as a share. */
export const LINK_WEIGHT = 0.05;

export const HELD = {
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
export const IDLE = {
  id: 'mounts-idle',
  step: 'mounts',
  group: GROUP,
  title: 'Vibration passed at idle',
  quantity: 'percent',
  limitKind: 'at most',
  limit: 100,
  span: 150,
} as const;
export const CRUISE = { ...IDLE, id: 'mounts-cruise', title: 'Vibration passed at cruise' } as const;

/** The other rows where they can't be told: without the reason that stands at the first. */
export function openRows({ brief }: Subject, because: string): Check[] {
  return [LOAD, MOVES, IDLE, ...(brief.cruise ? [CRUISE] : [])].map((row) =>
    makeCheck({ ...row, figure: undefined, state: 'unknown', because }),
  );
}

export type InCar = Subject & { readonly chassis: Chassis };

export function held({ candidate }: InCar, hangs: Hanging, mounts: readonly MountInUse[], doubts: Doubts) {
  const perDeg = (hangs.softest.stiffnessNmPerRad * Math.PI) / 180;
  const figure = propagate(
    doubts.mounts,
    (v) => perDeg * together(doubts, v, hangs.softest.decidedBy),
    (id) => doubts.names[id]!,
  );
  const leaning = mounts.filter((m) => m.fitted.link && Math.abs(hangs.weightShare[m.fitted.id]!) > LINK_WEIGHT);
  const [axis] = axisWords(hangs.softest.axis);
  const check = makeCheck({
    ...HELD,
    figure,
    limitKind: 'info',
    state: leaning.length > 0 ? 'blocked' : 'clear',
    because: `Softest in ${axis}: ${sizeOf(perDeg)}. It sinks ${say(hangs.sagMm, 'lengthMm', { digits: 1 })} under its own weight.`,
  });
  const title =
    leaning.length > 0
      ? `${capital(leaning.map((m) => m.fitted.name).join(', '))} would carry ${say(100 * Math.abs(hangs.weightShare[leaning[0]!.fitted.id]!), 'percent', { digits: 0 })} of the weight: a link may carry ${say(100 * LINK_WEIGHT, 'percent', { digits: 0 })}`
      : `${mounts.length === 1 ? 'One mount holds' : `${mounts.length} mounts hold`} it; softest in ${axis}`;
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

export function loaded(
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
      { load: isDriven(top.worst.case) ? doubts.drive : doubts.mass, rating: top.ratingN },
      (v) => (100 * top.loadN * v.load) / v.rating,
      (key) => (key === 'load' ? (isDriven(top.worst.case) ? DRIVE : MASS) : `rating of the ${top.m.fitted.name}`),
    );
  const over = figure !== undefined && figure.value > 100;
  const because = top
    ? `${capital(top.m.fitted.name)}: ${say(top.loadN, 'forceN')} in ${caseWords(top.worst.case)}, rated ${say(top.ratingN.value, 'forceN')}.${unrated.length > 0 ? ` Without a rating: ${unrated.map((m) => m.fitted.name).join(', ')}.` : ''}`
    : 'Load rating of the mounts missing.';
  const check = makeCheck({
    ...LOAD,
    figure,
    ...(missing.length > 0 && !over ? { state: 'unknown' as const } : {}),
    because,
  });
  const title =
    check.state === 'unknown'
      ? 'Mount load: rating missing'
      : check.state === 'blocked'
        ? `The ${top!.m.fitted.name} takes ${say(top!.loadN, 'forceN')} in ${caseWords(top!.worst.case)}, more than its ${say(top!.ratingN.value, 'forceN')}`
        : check.state === 'tight'
          ? `${top!.m.fitted.name}: load rating met, but margin less than uncertainty`
          : 'All mounts are rated for their maximum load';
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

export function moving(hangs: Hanging, mounts: readonly MountInUse[], doubts: Doubts, driveKnown: boolean) {
  const cases = hangs.cases.slice(1);
  const size = (c: CaseResult) => Math.hypot(...c.shiftMm);
  const worst = cases.reduce((a, b) => (size(b) > size(a) ? b : a));
  const turnDeg = (c: CaseResult) => (Math.hypot(...c.turnRad) * 180) / Math.PI;
  const turns = cases.reduce((a, b) => (turnDeg(b) > turnDeg(a) ? b : a));
  const load = isDriven(worst.case) ? doubts.drive : doubts.mass;
  const stopped = mounts.flatMap((m) => {
    const on = onStop(m, hangs.cases);
    return on.length > 0 ? [`${m.fitted.name} in ${on.map(caseWords).join(', ')}`] : [];
  });
  const figure = propagate(
    { ...doubts.mounts, [LOAD_KEY]: load },
    (v) => (size(worst) * v[LOAD_KEY]) / together(doubts, v, worst.decidedBy),
    (key) => (key === LOAD_KEY ? (isDriven(worst.case) ? DRIVE : MASS) : doubts.names[key]!),
  );
  return {
    check: makeCheck({
      ...MOVES,
      figure,
      ...(driveKnown ? {} : { state: 'unknown' as const }),
      because: `${driveKnown ? '' : 'Drive torque missing. '}Farthest in ${caseWords(worst.case)}; it turns most in ${caseWords(turns.case)}, ${say(turnDeg(turns), 'angleDeg', { digits: 1 })}.${stopped.length > 0 ? ` On its stop: ${stopped.join(', ')}.` : ''}`,
    }),
    found: [],
  };
}

export function isolation(
  hangs: Hanging,
  doubts: Doubts,
  rpm: Figure | Derived | undefined,
  { cylinders, arrangement }: Pick<Engine, 'cylinders' | 'arrangement'>,
): Isolation | undefined {
  if (!rpm || cylinders === undefined) return undefined;
  const hz = firingHz(rpm.value, cylinders, 4);
  const worst = shakiest(hangs, hz);
  if (!worst) return undefined;
  const passesPct = propagate(
    { ...doubts.mounts, [LOAD_KEY]: doubts.mass },
    (v) =>
      100 *
      transmissibility(hz, worst.hz * Math.sqrt(together(doubts, v, worst.decidedBy) / v[LOAD_KEY]), hangs.damping),
    (key) => (key === LOAD_KEY ? MASS : doubts.names[key]!),
  );
  return {
    rpm: rpm.value,
    firingHz: hz,
    passesPct,
    by: worst.motion,
    modeHz: worst.hz,
    unbalanced: unbalancedWords(arrangement, cylinders),
  };
}

/**
 * What an even-firing engine of this kind leaves unbalanced besides its firing, in words; nothing where it is balanced or its kind
 * says nothing. C. F. Taylor, The Internal-Combustion Engine, vol. 2, ch. 8.
 */
function unbalancedWords(arrangement: Engine['arrangement'], cylinders: number): string | undefined {
  if (arrangement === 'inline' && cylinders === 3) return 'a triple has a first-order rocking couple';
  if (arrangement === 'inline' && cylinders === 4) return 'an inline four has a second-order vertical vibration';
  if (arrangement === 'vee' && cylinders === 6) return 'a V6 has a second-order rocking couple';
  return undefined;
}

export function shaken(
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
    because: `Firing frequency ${say(found.firingHz, 'frequencyHz')} at ${say(found.rpm, 'rpm')}; natural frequency, ${found.by}: ${say(found.modeHz, 'frequencyHz')}. Isolation below ${say(found.firingHz / Math.SQRT2, 'frequencyHz')}.${found.unbalanced ? ` Besides, ${found.unbalanced}.` : ''}`,
  });
  const title =
    passesPct.value > 100
      ? `Vibration at ${when} amplified by the mounts: ${say(passesPct.value, 'percent')} transmitted`
      : `${say(passesPct.value, 'percent')} of the vibration transmitted at ${when}`;
  return { check, found: [findingOf(check, title)] };
}
