import { CholeskyDecomposition, EigenvalueDecomposition, inverse, Matrix, solve } from 'ml-matrix';
import { InputError, requirePositive } from '../../units/index.ts';
import type { RigidBody } from './rigidBody.ts';

type V3 = readonly [number, number, number];

/** A mount: where it sits, mm, and its stiffness along three directions of its own, N/mm. */
export interface Mount {
  readonly id: string;
  readonly positionMm: V3;
  readonly stiffnessNPerMm: V3;
  /** Columns are the mount's own directions in the axes of the car; those of the car where nothing is said. */
  readonly axes?: readonly [V3, V3, V3] | undefined;
  /** How far it moves along any of its directions before its stop is met, mm; without one it has no stop. */
  readonly freeTravelMm?: number | undefined;
}

/** Beyond its free travel a mount is stiffer by this. */
const STOP = 10;

/** Below this share of the stiffest motion nothing holds: rounding, not rubber. */
const SLACK = 1e-9;

/** A mount as the sums read it, in m and N. */
interface Hung {
  readonly mount: Mount;
  /** How its place moves with the body, from the shift and turn about the centre of mass: 3 × 6, row by row. */
  readonly moves: Float64Array;
  /** Its own directions, row by row, in the axes of the car. */
  readonly own: readonly [V3, V3, V3];
  readonly stiffness: V3;
  readonly free: number;
}

const CAR_AXES: readonly [V3, V3, V3] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** @throws InputError naming a stiffness or a free travel below nought. */
function hung(mount: Mount, comMm: V3, at: string): Hung {
  const { id, stiffnessNPerMm: k, freeTravelMm, positionMm: p, axes = CAR_AXES } = mount;
  k.forEach((x, i) => {
    if (!(Number.isFinite(x) && x >= 0))
      throw new InputError(
        `${at}/stiffnessNPerMm/${i}`,
        `A mount can’t push the way it is pushed: stiffness of “${id}” may not be below 0; it is ${x}.`,
      );
  });
  if (freeTravelMm !== undefined && !(freeTravelMm >= 0))
    throw new InputError(`${at}/freeTravelMm`, `Free travel of “${id}” may not be below 0; it is ${freeTravelMm}.`);
  const [x, y, z] = [(p[0] - comMm[0]) / 1000, (p[1] - comMm[1]) / 1000, (p[2] - comMm[2]) / 1000];
  return {
    mount,
    // A point at an arm a moves by u + θ × a.
    moves: Float64Array.of(1, 0, 0, 0, z, -y, 0, 1, 0, -z, 0, x, 0, 0, 1, y, -x, 0),
    own: [
      [axes[0][0], axes[1][0], axes[2][0]],
      [axes[0][1], axes[1][1], axes[2][1]],
      [axes[0][2], axes[1][2], axes[2][2]],
    ],
    stiffness: [1000 * k[0], 1000 * k[1], 1000 * k[2]],
    free: freeTravelMm === undefined ? Infinity : freeTravelMm / 1000,
  };
}

/** How a place moves, m, with the body shifted and turned by q. */
function movedBy(moves: Float64Array, q: ArrayLike<number>): [number, number, number] {
  const by: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < 3; i++) for (let j = 0; j < 6; j++) by[i]! += moves[6 * i + j]! * q[j]!;
  return by;
}

/** Rows of a 6 × 6 of noughts. */
const noughts = (): number[][] => [0, 1, 2, 3, 4, 5].map(() => [0, 0, 0, 0, 0, 0]);

/** Adds a stiffness along one direction at a place to that of the body, 6 × 6. */
function addStiffness(to: number[][], moves: Float64Array, along: V3, stiffness: number): void {
  if (stiffness === 0) return;
  for (let j = 0; j < 6; j++) ROW[j] = along[0] * moves[j]! + along[1] * moves[6 + j]! + along[2] * moves[12 + j]!;
  for (let i = 0; i < 6; i++) {
    const row = to[i]!;
    const by = stiffness * ROW[i]!;
    for (let j = 0; j < 6; j++) row[j]! += by * ROW[j]!;
  }
}
const ROW = new Float64Array(6);

/** What a mount does where its place has moved: its force on the powertrain, N, and how stiff it is along each of its directions there. */
function reaction({ own, stiffness, free }: Hung, moved: V3): { force: [number, number, number]; stiffness: V3 } {
  const force: [number, number, number] = [0, 0, 0];
  const there: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < 3; i++) {
    const along = own[i]!;
    const k = stiffness[i]!;
    const by = along[0] * moved[0] + along[1] * moved[1] + along[2] * moved[2];
    const over = Math.abs(by) - free;
    const pull = over <= 0 ? k * by : Math.sign(by) * k * (free + STOP * over);
    there[i] = over <= 0 ? k : STOP * k;
    for (let axis = 0; axis < 3; axis++) force[axis]! -= pull * along[axis]!;
  }
  return { force, stiffness: there };
}

/** One mount along the axes of the car, for those who try many layouts: what it adds to the stiffness, and its force at a movement. */
export interface Spring {
  /** 6 × 6 about the centre of mass, row by row; N/m, N, N·m. */
  readonly stiffness: readonly (readonly number[])[];
  /** How large its force is with the body shifted (m) and turned (rad) by q, N. */
  forceN(q: readonly number[]): number;
}

export function springOf(positionMm: V3, stiffnessNPerMm: V3, comMm: V3, axes?: Mount['axes']): Spring {
  const h = hung({ id: 'spring', positionMm, stiffnessNPerMm, axes }, comMm, '/mounts');
  const along = (i: number, [x, y, z]: V3) => h.own[i]![0] * x + h.own[i]![1] * y + h.own[i]![2] * z;
  const stiffness = noughts();
  for (let i = 0; i < 3; i++) addStiffness(stiffness, h.moves, h.own[i]!, h.stiffness[i]!);
  return {
    stiffness,
    forceN: (q) => {
      const by = movedBy(h.moves, q);
      return axes
        ? Math.hypot(h.stiffness[0] * along(0, by), h.stiffness[1] * along(1, by), h.stiffness[2] * along(2, by))
        : Math.hypot(h.stiffness[0] * by[0], h.stiffness[1] * by[1], h.stiffness[2] * by[2]);
    },
  };
}

/** A powertrain on its mounts, for small movements. SI units inside. */
export interface OnMounts {
  readonly body: Pick<RigidBody, 'massKg' | 'comMm'> & Partial<RigidBody>;
  readonly hung: readonly Hung[];
  /** 6 × 6 about the centre of mass: shift in m, then turn in rad. */
  readonly stiffness: Matrix;
  /** Of the stiffness with every turn counted at an arm of typical length: what holds least, from the least. */
  readonly holds: () => Holds;
  /** K⁻¹, where it is held. */
  readonly compliance: () => Matrix;
}
interface Holds {
  readonly values: readonly number[];
  readonly motions: Matrix;
}

/** Worked out when it is first asked. */
function once<T>(work: () => T): () => T {
  let kept: { readonly value: T } | undefined;
  return () => (kept ??= { value: work() }).value;
}

/** An arm by which turns are weighed against shifts where no inertia is asked, m. */
const ARM = 0.3;

/** @throws InputError naming a stiffness below nought, or where there is no mount. */
export function onMounts(body: OnMounts['body'], mounts: readonly Mount[]): OnMounts {
  if (mounts.length === 0) throw new InputError('/mounts', 'Nothing carries it: enter one mount at least.');
  const all = mounts.map((mount, i) => hung(mount, body.comMm, `/mounts/${i}`));
  const k = noughts();
  for (const h of all) for (let i = 0; i < 3; i++) addStiffness(k, h.moves, h.own[i]!, h.stiffness[i]!);
  const stiffness = new Matrix(k);
  return {
    body,
    hung: all,
    stiffness,
    holds: once(() => {
      const weighed = stiffness.clone();
      for (let i = 0; i < 6; i++)
        for (let j = 0; j < 6; j++) weighed.set(i, j, weighed.get(i, j) / ((i > 2 ? ARM : 1) * (j > 2 ? ARM : 1)));
      const found = new EigenvalueDecomposition(weighed, { assumeSymmetric: true });
      return { values: found.realEigenvalues, motions: found.eigenvectorMatrix };
    }),
    compliance: once(() => inverse(stiffness)),
  };
}

/** Whether every motion is held by some mount. */
export function isHeld({ holds }: OnMounts): boolean {
  const { values } = holds();
  const most = Math.max(...values);
  return most > 0 && values.every((v) => v > SLACK * most);
}

/** A motion that nothing holds: its turn, and where the line lies about which it turns, mm; no turn where it only slides. */
export interface FreeMotion {
  readonly shift: V3;
  readonly turn: V3;
}

/** What nothing holds, that which turns most first. */
export function freeMotions({ holds }: OnMounts): FreeMotion[] {
  const { values, motions } = holds();
  const most = Math.max(...values);
  return values
    .flatMap((v, i): FreeMotion[] => {
      if (most > 0 && v > SLACK * most) return [];
      const m = motions.getColumn(i);
      return [{ shift: [m[0]!, m[1]!, m[2]!], turn: [m[3]! / ARM, m[4]! / ARM, m[5]! / ARM] }];
    })
    .sort((a, b) => Math.hypot(...b.turn) - Math.hypot(...a.turn));
}

/** What a decomposition makes; undefined where it can’t. */
function orNothing<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch {
    return undefined;
  }
}

/** What a motion mostly is, by where its energy lies. */
const MOTIONS = ['fore and aft', 'sideways', 'up and down', 'roll', 'pitch', 'yaw'] as const;
type Motion = (typeof MOTIONS)[number];

export interface Mode {
  readonly hz: number;
  readonly motion: Motion;
  /** Share of the energy in each of the six, 0 to 1. */
  readonly shares: readonly number[];
  /** Shift in m and turn in rad of the centre of mass, of no size in particular. */
  readonly shape: readonly number[];
}

/**
 * The six motions of the body on its mounts from the slowest, K·φ = ω²·M·φ; one that nothing holds has 0 Hz.
 * @throws InputError where the body has no inertia, or one that no body of its mass can have.
 */
export function modesOf({ stiffness, body: { massKg, inertiaKgM2 } }: OnMounts): Mode[] {
  if (!inertiaKgM2) throw new InputError('/inertiaKgM2', 'Motions require the moments of inertia.');
  const mass = Matrix.zeros(6, 6);
  mass.setSubMatrix(Matrix.eye(3).mul(massKg), 0, 0);
  mass.setSubMatrix(new Matrix(inertiaKgM2), 3, 3);
  const back = orNothing(() => inverse(new CholeskyDecomposition(mass).lowerTriangularMatrix));
  if (!back)
    throw new InputError(
      '/inertiaKgM2',
      'Mass and inertia do not match: movement cannot be calculated. Check size and mass.',
    );
  const scaled = back.mmul(stiffness).mmul(back.transpose());
  const found = new EigenvalueDecomposition(scaled, { assumeSymmetric: true });
  const squares = found.realEigenvalues;
  const most = Math.max(...squares);
  return squares
    .map((omega2, i): Mode => {
      const shape = back.transpose().mmul(found.eigenvectorMatrix.getColumnVector(i));
      const momentum = mass.mmul(shape);
      const energy = shape.to1DArray().map((q, k) => Math.max(0, q * momentum.get(k, 0)));
      const all = energy.reduce((a, b) => a + b, 0);
      const shares = energy.map((e) => e / all);
      return {
        hz: omega2 > SLACK * most ? Math.sqrt(omega2) / (2 * Math.PI) : 0,
        motion: MOTIONS[shares.indexOf(Math.max(...shares))]!,
        shares,
        shape: shape.to1DArray(),
      };
    })
    .sort((a, b) => a.hz - b.hz);
}

/** Of the energy that a movement of the body stores in its mounts, the share of each, by its id; in the linear range. */
export function strainShares({ hung: all }: OnMounts, q: ArrayLike<number>): Record<string, number> {
  const energy = all.map(({ moves, own, stiffness }) => {
    const by = movedBy(moves, q);
    return own.reduce((sum, d, i) => sum + stiffness[i]! * (d[0] * by[0] + d[1] * by[1] + d[2] * by[2]) ** 2, 0);
  });
  const whole = energy.reduce((a, b) => a + b, 0);
  return Object.fromEntries(all.map((h, i) => [h.mount.id, whole > 0 ? energy[i]! / whole : 1 / all.length]));
}

interface Softest {
  /** N·m for each radian about the axis; 0 where nothing holds it. */
  readonly stiffnessNmPerRad: number;
  readonly axis: V3;
  /** How it moves under a couple about that axis: shift, then turn; nothing where it is not held. */
  readonly motion: readonly number[];
}

const unit = (v: readonly number[]): V3 => {
  const size = Math.hypot(...v);
  return [v[0]! / size, v[1]! / size, v[2]! / size];
};

/** The axis about which a couple turns it most: the greatest eigenvalue of the turning block of K⁻¹, wherever it is taken. */
export function softestAxis(on: OnMounts): Softest {
  if (!isHeld(on)) {
    const [free] = freeMotions(on);
    return {
      stiffnessNmPerRad: 0,
      axis: free && Math.hypot(...free.turn) > 1e-6 ? unit(free.turn) : [1, 0, 0],
      motion: [],
    };
  }
  const compliance = on.compliance();
  const gives = compliance.subMatrix(3, 5, 3, 5);
  const found = new EigenvalueDecomposition(gives, { assumeSymmetric: true });
  const values = found.realEigenvalues;
  const at = values.indexOf(Math.max(...values));
  const axis = unit(found.eigenvectorMatrix.getColumn(at));
  const motion = compliance.mmul(Matrix.columnVector([0, 0, 0, ...axis])).to1DArray();
  return { stiffnessNmPerRad: 1 / values[at]!, axis, motion };
}

/** Where a load moves it, and what each mount does then. */
interface Settled {
  readonly comDisplacementMm: V3;
  readonly rotationMrad: V3;
  /** Of the mount on the powertrain, N. */
  readonly mountForceOnPowertrainN: Readonly<Record<string, V3>>;
  readonly mountDeflectionMm: Readonly<Record<string, V3>>;
}

/** Turns of the search for rest; each stop that is met or left asks for one. */
const MOST_TURNS = 60;
/** At rest once what is left over is this share of the load. */
const AT_REST = 1e-10;

const size = (v: ArrayLike<number>) => {
  let sum = 0;
  for (let i = 0; i < v.length; i++) sum += v[i]! ** 2;
  return Math.sqrt(sum);
};
const times = (v: ArrayLike<number>, by: number): V3 => [by * v[0]!, by * v[1]!, by * v[2]!];

/**
 * Where it comes to rest under a force (N) and a couple (N·m) at the centre of mass, by small turns; stops are met as they come
 * (Newton's steps on a stiffness that only rises, halved where they lead astray).
 * @throws InputError where nothing holds it: no answer would be one.
 */
export function settle(on: OnMounts, forceN: V3, coupleNm: V3): Settled {
  if (!isHeld(on))
    throw new InputError('/mounts', 'These mounts leave it free to turn or to slide: add one, or set one aslant.');
  const load = [...forceN, ...coupleNm];
  const at = (q: readonly number[]) => {
    const left = [...load];
    const reactions = on.hung.map((h) => {
      const found = reaction(h, movedBy(h.moves, q));
      for (let j = 0; j < 6; j++)
        left[j]! += h.moves[j]! * found.force[0] + h.moves[6 + j]! * found.force[1] + h.moves[12 + j]! * found.force[2];
      return found;
    });
    return { q, left, reactions, size: size(left) };
  };
  const stiffnessAt = (reactions: ReturnType<typeof at>['reactions']) => {
    const k = noughts();
    on.hung.forEach((h, n) => {
      for (let i = 0; i < 3; i++) addStiffness(k, h.moves, h.own[i]!, reactions[n]!.stiffness[i]!);
    });
    return new Matrix(k);
  };
  const step = (stiffness: Matrix, left: readonly number[]) =>
    solve(stiffness, Matrix.columnVector([...left])).to1DArray();
  // Straight to rest where no stop is met; from there on where one is.
  const compliance = on.compliance();
  const whole = size(load);
  const straight = [0, 1, 2, 3, 4, 5].map((i) => {
    let sum = 0;
    for (let j = 0; j < 6; j++) sum += compliance.get(i, j) * load[j]!;
    return sum;
  });
  let now = at(straight);
  for (let turn = 0; turn < MOST_TURNS && now.size > AT_REST * whole; turn++) {
    const by = step(stiffnessAt(now.reactions), now.left);
    let share = 1;
    const along = () => at(now.q.map((x, i) => x + share * by[i]!));
    let next = along();
    while (next.size > now.size && share > 1 / 1024) {
      share /= 2;
      next = along();
    }
    now = next;
  }
  const { q, reactions } = now;
  return {
    comDisplacementMm: times(q, 1000),
    rotationMrad: times(q.slice(3), 1000),
    mountForceOnPowertrainN: Object.fromEntries(on.hung.map((h, i) => [h.mount.id, reactions[i]!.force])),
    mountDeflectionMm: Object.fromEntries(on.hung.map((h) => [h.mount.id, times(movedBy(h.moves, q), 1000)])),
  };
}

/** Force that comes through a mount over the force that shakes it: one mass, viscous damping. */
export function transmissibility(excitationHz: number, naturalHz: number, dampingRatio: number): number {
  requirePositive('/excitationHz', excitationHz, 'Hz');
  requirePositive('/naturalHz', naturalHz, 'Hz');
  if (!(dampingRatio >= 0))
    throw new InputError('/dampingRatio', `Damping ratio may not be below 0; it is ${dampingRatio}.`);
  const r = excitationHz / naturalHz;
  const damped = (2 * dampingRatio * r) ** 2;
  return Math.sqrt((1 + damped) / ((1 - r * r) ** 2 + damped));
}

/** Firings a second: n/60 × cylinders × 2/strokes. */
export function firingHz(engineRpm: number, cylinders: number, strokes: 2 | 4): number {
  requirePositive('/engineRpm', engineRpm, 'rpm');
  requirePositive('/cylinders', cylinders);
  return ((engineRpm / 60) * cylinders * 2) / strokes;
}
