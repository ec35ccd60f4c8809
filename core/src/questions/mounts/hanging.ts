import type { V3 } from '../../geometry/index.ts';
import type { MountSchool } from '../../model/index.ts';
import { GRAVITY } from '../../units/index.ts';
import {
  firingHz,
  freeMotions,
  isHeld,
  modesOf,
  onMounts,
  settle,
  softestAxis,
  strainShares,
  transmissibility,
  type FreeMotion,
  type Mode,
  type Mount,
} from './elastic.ts';
import { DAMPING, DYNAMIC, SOLID_N_PER_MM, typicalDoubt, type MountInUse } from './fittedMounts.ts';
import { LOAD_CASES, loadOf, type LoadCase } from './loads.ts';
import type { CaseMotion } from './movement.ts';
import type { Powertrain } from './powertrain.ts';
import { rubberMpa } from './rubber.ts';

/** What one mount does in one load case. */
export interface MountAtCase {
  /** Of the mount on the powertrain, N, and how large. */
  readonly forceN: V3;
  readonly sizeN: number;
  readonly deflectionMm: V3;
}

export interface CaseResult extends CaseMotion {
  readonly mounts: Readonly<Record<string, MountAtCase>>;
  /** Which mounts decide how far it moves, by id: their shares of the energy, 0 to 1. */
  readonly decidedBy: Shares;
}
type Shares = Readonly<Record<string, number>>;

export interface HangingMode extends Mode {
  readonly decidedBy: Shares;
}

/** A powertrain that hangs: every load case, its six motions, what gives most. */
export interface Hanging {
  readonly held: true;
  /** The case at rest first; motions of the others are from there. */
  readonly cases: readonly CaseResult[];
  /** How far it sinks under its weight, mm. */
  readonly sagMm: number;
  /** Of the weight, by mount; down is positive. */
  readonly weightShare: Readonly<Record<string, number>>;
  readonly softest: { readonly stiffnessNmPerRad: number; readonly axis: V3; readonly decidedBy: Shares };
  /** Shaken, not leaned on; empty where its inertia is not known. */
  readonly modes: readonly HangingMode[];
  /** Share of critical damping, by the stiffness of the mounts. */
  readonly damping: number;
}

/** One that nothing keeps from turning or sliding. */
export interface NotHeld {
  readonly held: false;
  readonly free: readonly FreeMotion[];
}

export type Drive = Parameters<typeof loadOf>[2];

const elastic = (m: MountInUse, times = 1): Mount => ({
  id: m.fitted.id,
  positionMm: m.atMm,
  stiffnessNPerMm: [m.stiffnessNPerMm[0] * times, m.stiffnessNPerMm[1] * times, m.stiffnessNPerMm[2] * times],
  axes: m.axes,
  freeTravelMm: m.freeTravelMm,
});

const less = (a: V3, b: V3, times: number): V3 => [(a[0] - b[0]) * times, (a[1] - b[1]) * times, (a[2] - b[2]) * times];

const stiffest = (m: MountInUse) => Math.max(...m.stiffnessNPerMm);

/** Each load case, the motions and what gives most, of a powertrain on its mounts; without a drive only what needs none. */
export function hang(
  powertrain: Powertrain,
  mounts: readonly MountInUse[],
  drive: Drive | undefined,
): Hanging | NotHeld {
  const { body } = powertrain;
  const on = onMounts(
    body,
    mounts.map((m) => elastic(m)),
  );
  if (!isHeld(on)) return { held: false, free: freeMotions(on) };
  const none: Drive = { forwardNm: 0, reverseNm: 0, about: [1, 0, 0] };
  let rest: ReturnType<typeof settle> | undefined;
  const cases = LOAD_CASES.filter((c) => drive !== undefined || (c !== 'first gear' && c !== 'reverse')).map(
    (which): CaseResult => {
      const { forceN, coupleNm } = loadOf(which, body.massKg, drive ?? none);
      const found = settle(on, forceN, coupleNm);
      rest ??= found;
      const shiftMm = less(found.comDisplacementMm, rest.comDisplacementMm, 1);
      const turnRad = less(found.rotationMrad, rest.rotationMrad, 0.001);
      return {
        case: which,
        shiftMm,
        turnRad,
        decidedBy: strainShares(on, [...shiftMm.map((mm) => mm / 1000), ...turnRad]),
        mounts: Object.fromEntries(
          mounts.map(({ fitted: { id } }) => {
            const force = found.mountForceOnPowertrainN[id]!;
            return [id, { forceN: force, sizeN: Math.hypot(...force), deflectionMm: found.mountDeflectionMm[id]! }];
          }),
        ),
      };
    },
  );
  const weight = body.massKg * GRAVITY;
  const softest = softestAxis(on);
  const shaken = body.inertiaKgM2
    ? onMounts(
        body,
        mounts.map((m) => elastic(m, DYNAMIC[m.school])),
      )
    : undefined;
  const total = mounts.reduce((sum, m) => sum + stiffest(m), 0);
  return {
    held: true,
    cases,
    sagMm: -rest!.comDisplacementMm[2],
    weightShare: Object.fromEntries(mounts.map(({ fitted: { id } }) => [id, cases[0]!.mounts[id]!.forceN[2] / weight])),
    softest: {
      stiffnessNmPerRad: softest.stiffnessNmPerRad,
      axis: softest.axis,
      decidedBy: strainShares(on, softest.motion),
    },
    modes: shaken ? modesOf(shaken).map((m) => ({ ...m, decidedBy: strainShares(shaken, m.shape) })) : [],
    damping: mounts.reduce((sum, m) => sum + (DAMPING[m.school] * stiffest(m)) / total, 0),
  };
}

/** Hardness that a bush of each type usually has, Shore A. */
const USUAL_SHORE_A: Readonly<Record<Exclude<MountSchool, 'solid'>, number>> = {
  rubber: 55,
  hydraulic: 48,
  polyurethane: 80,
};

/** A mount of the same size in another type: its rubber as hard as that type usually is. */
export function asType(mount: MountInUse, school: MountSchool): MountInUse {
  if (school === mount.school) return mount;
  const scale = (k: number): number => {
    if (k === 0) return 0;
    if (school === 'solid') return SOLID_N_PER_MM;
    const from = mount.school === 'solid' ? undefined : rubberMpa(USUAL_SHORE_A[mount.school]).youngMpa;
    const to = rubberMpa(USUAL_SHORE_A[school]).youngMpa;
    // Of a solid one nothing says how large its rubber would be: it takes that of an ordinary mount.
    return from === undefined ? (ORDINARY_N_PER_MM * to) / rubberMpa(USUAL_SHORE_A.rubber).youngMpa : (k * to) / from;
  };
  const [x, y, z] = mount.stiffnessNPerMm;
  return {
    ...mount,
    school,
    stiffnessNPerMm: [scale(x), scale(y), scale(z)],
    doubt: typicalDoubt(scale(stiffest(mount)), school === 'solid' ? 0.5 : 0.3, mount.doubt.figure),
    evidence: 'estimated',
    freeTravelMm: school === 'solid' ? undefined : school === 'polyurethane' ? 3 : 8,
  };
}
/** Of an ordinary rubber mount under a four-cylinder engine, N/mm. */
const ORDINARY_N_PER_MM = 250;

/** The greatest load of a mount over all cases. */
export function worstOf(id: string, cases: readonly CaseResult[]) {
  return cases.reduce((a, b) => (b.mounts[id]!.sizeN > a.mounts[id]!.sizeN ? b : a));
}

/** Of up and down and of roll, which firing shakes, the motion that passes more at so many firings a second. */
export function shakiest({ modes, damping }: Hanging, hz: number): HangingMode | undefined {
  const passes = (m: HangingMode) => transmissibility(hz, m.hz, damping);
  const shaken = modes.filter((m) => (m.motion === 'up and down' || m.motion === 'roll') && m.hz > 0);
  return shaken.length > 0 ? shaken.reduce((a, b) => (passes(b) > passes(a) ? b : a)) : undefined;
}

/** Of the shake of firing, what comes through, %; undefined where speed, cylinders or inertia are not known. */
export function shakePassedPct(
  hangs: Hanging,
  rpm: number | undefined,
  cylinders: number | undefined,
): number | undefined {
  if (rpm === undefined || cylinders === undefined) return undefined;
  const hz = firingHz(rpm, cylinders, 4);
  const worst = shakiest(hangs, hz);
  return worst && 100 * transmissibility(hz, worst.hz, hangs.damping);
}

/** The load cases in which a mount goes past its free travel. */
export function onStop({ fitted, axes, freeTravelMm }: MountInUse, cases: readonly CaseResult[]): LoadCase[] {
  if (freeTravelMm === undefined) return [];
  const past = (by: V3) =>
    [0, 1, 2].some((i) => Math.abs(axes[0][i]! * by[0] + axes[1][i]! * by[1] + axes[2][i]! * by[2]) > freeTravelMm);
  return cases.filter((c) => past(c.mounts[fitted.id]!.deflectionMm)).map((c) => c.case);
}
