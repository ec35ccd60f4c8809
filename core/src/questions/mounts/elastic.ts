import { CholeskyDecomposition, EigenvalueDecomposition, inverse, Matrix } from 'ml-matrix';
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

/** a × b as a matrix on b. */
const across = (a: V3): Matrix =>
  new Matrix([
    [0, -a[2], a[1]],
    [a[2], 0, -a[0]],
    [-a[1], a[0], 0],
  ]);

/** How a point moves with the body, from its shift and turn about the centre of mass; lengths in m. 3 × 6. */
function motionAt(pointMm: V3, comMm: V3): Matrix {
  const arm: V3 = [(pointMm[0] - comMm[0]) / 1000, (pointMm[1] - comMm[1]) / 1000, (pointMm[2] - comMm[2]) / 1000];
  const b = Matrix.zeros(3, 6);
  b.setSubMatrix(Matrix.eye(3), 0, 0);
  b.setSubMatrix(across(arm).mul(-1), 0, 3);
  return b;
}

/** Stiffness of a mount in the axes of the car, N/m. 3 × 3. */
function stiffnessOf(mount: Mount, at: string): Matrix {
  const { id, stiffnessNPerMm, freeTravelMm } = mount;
  stiffnessNPerMm.forEach((k, i) => {
    if (!(Number.isFinite(k) && k >= 0))
      throw new InputError(
        `${at}/stiffnessNPerMm/${i}`,
        `A mount can’t push the way it is pushed: stiffnessNPerMm of “${id}” may not be below 0; it is ${k}.`,
      );
  });
  if (freeTravelMm !== undefined && !(freeTravelMm >= 0))
    throw new InputError(`${at}/freeTravelMm`, `freeTravelMm of “${id}” may not be below 0; it is ${freeTravelMm}.`);
  const turn = directionsOf(mount);
  return turn.mmul(Matrix.diag(stiffnessNPerMm.map((k) => 1000 * k))).mmul(turn.transpose());
}

/** Directions of a mount in the axes of the car, as columns. 3 × 3. */
const directionsOf = ({ axes }: Mount): Matrix => (axes ? new Matrix(axes.map((row) => [...row])) : Matrix.eye(3));

/** What a mount does at a movement (3 × 1, m, axes of the car): its force on the powertrain, N, and how stiff it is there. */
function mountAt(mount: Mount, moved: Matrix): { force: Matrix; stiffness: Matrix } {
  const turn = directionsOf(mount);
  const along = turn.transpose().mmul(moved).to1DArray();
  const free = mount.freeTravelMm === undefined ? Infinity : mount.freeTravelMm / 1000;
  const own = mount.stiffnessNPerMm.map((k, i) => {
    const by = along[i]!;
    const over = Math.abs(by) - free;
    const at = 1000 * k;
    return over <= 0
      ? { force: at * by, stiffness: at }
      : { force: Math.sign(by) * at * (free + STOP * over), stiffness: STOP * at };
  });
  return {
    force: turn.mmul(Matrix.columnVector(own.map((o) => -o.force))),
    stiffness: turn.mmul(Matrix.diag(own.map((o) => o.stiffness))).mmul(turn.transpose()),
  };
}

/** A powertrain on its mounts, for small movements. SI units inside. */
interface OnMounts {
  readonly body: RigidBody;
  readonly mounts: readonly Mount[];
  /** 6 × 6 about the centre of mass: shift in m, then turn in rad. */
  readonly stiffness: Matrix;
  readonly mass: Matrix;
}

/** @throws InputError naming a stiffness below nought, or where there is no mount. */
export function onMounts(body: RigidBody, mounts: readonly Mount[]): OnMounts {
  if (mounts.length === 0) throw new InputError('/mounts', 'Nothing carries it: enter one mount at least.');
  const stiffness = Matrix.zeros(6, 6);
  mounts.forEach((mount, i) => {
    const b = motionAt(mount.positionMm, body.comMm);
    stiffness.add(
      b
        .transpose()
        .mmul(stiffnessOf(mount, `/mounts/${i}`))
        .mmul(b),
    );
  });
  const mass = Matrix.zeros(6, 6);
  mass.setSubMatrix(Matrix.eye(3).mul(body.massKg), 0, 0);
  mass.setSubMatrix(new Matrix(body.inertiaKgM2), 3, 3);
  return { body, mounts, stiffness, mass };
}

/** What a motion mostly is, by where its energy lies. */
const MOTIONS = ['fore and aft', 'sideways', 'up and down', 'roll', 'pitch', 'yaw'] as const;
type Motion = (typeof MOTIONS)[number];

interface Mode {
  readonly hz: number;
  readonly motion: Motion;
  /** Share of the energy in each of the six, 0 to 1. */
  readonly shares: readonly number[];
  /** Shift in m and turn in rad of the centre of mass, of no size in particular. */
  readonly shape: readonly number[];
}

/** The six motions of the body on its mounts from the slowest, K·φ = ω²·M·φ; one that nothing holds has 0 Hz. */
export function modesOf({ stiffness, mass }: OnMounts): Mode[] {
  const lower = new CholeskyDecomposition(mass).lowerTriangularMatrix;
  const back = inverse(lower);
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

/** Whether every motion is held by some mount. */
export const isHeld = (modes: readonly Mode[]): boolean => modes.every((m) => m.hz > 0);

interface Softest {
  /** N·m for each radian about the axis; 0 where nothing holds it. */
  readonly stiffnessNmPerRad: number;
  readonly axis: V3;
}

const unit = (v: readonly number[]): V3 => {
  const size = Math.hypot(...v);
  return [v[0]! / size, v[1]! / size, v[2]! / size];
};

/** The axis about which a couple turns it most: the greatest eigenvalue of the turning block of K⁻¹, wherever it is taken. */
export function softestAxis(on: OnMounts, modes = modesOf(on)): Softest {
  if (!isHeld(modes)) {
    // Of what nothing holds, the motion that turns most.
    const free = modes.filter((m) => m.hz === 0).sort((a, b) => turnOf(b) - turnOf(a))[0]!;
    return { stiffnessNmPerRad: 0, axis: turnOf(free) > 0 ? unit(free.shape.slice(3)) : [1, 0, 0] };
  }
  const gives = inverse(on.stiffness).subMatrix(3, 5, 3, 5);
  const found = new EigenvalueDecomposition(gives, { assumeSymmetric: true });
  const values = found.realEigenvalues;
  const at = values.indexOf(Math.max(...values));
  return { stiffnessNmPerRad: 1 / values[at]!, axis: unit(found.eigenvectorMatrix.getColumn(at)) };
}
const turnOf = (m: Mode) => Math.hypot(...m.shape.slice(3));

/** Where a load moves it, and what each mount does then. */
interface Settled {
  readonly comDisplacementMm: V3;
  readonly rotationMrad: V3;
  /** Of the mount on the powertrain, N. */
  readonly mountForceOnPowertrainN: Readonly<Record<string, V3>>;
  readonly mountDeflectionMm: Readonly<Record<string, V3>>;
}

const triple = (m: Matrix, from: number, times: number): V3 => [
  times * m.get(from, 0),
  times * m.get(from + 1, 0),
  times * m.get(from + 2, 0),
];

/** Turns of the search for rest; each stop that is met or left asks for one. */
const MOST_TURNS = 60;
/** At rest once what is left over is this share of the load. */
const AT_REST = 1e-10;

/**
 * Where it comes to rest under a force (N) and a couple (N·m) at the centre of mass, by small turns; stops are met as they come
 * (Newton's steps on a stiffness that only rises, halved where they lead astray).
 * @throws InputError where nothing holds it: no answer would be one.
 */
export function settle(on: OnMounts, forceN: V3, coupleNm: V3): Settled {
  if (!isHeld(modesOf(on)))
    throw new InputError('/mounts', 'These mounts leave it free to turn or to slide: add one, or set one aslant.');
  const load = Matrix.columnVector([...forceN, ...coupleNm]);
  const motions = on.mounts.map((m) => motionAt(m.positionMm, on.body.comMm));
  const at = (q: Matrix) => {
    const left = load.clone();
    const stiffness = Matrix.zeros(6, 6);
    on.mounts.forEach((mount, i) => {
      const b = motions[i]!;
      const { force, stiffness: k } = mountAt(mount, b.mmul(q));
      left.add(b.transpose().mmul(force));
      stiffness.add(b.transpose().mmul(k).mmul(b));
    });
    return { left, stiffness, size: left.norm() };
  };
  let q = Matrix.zeros(6, 1);
  let now = at(q);
  const whole = now.size;
  for (let turn = 0; turn < MOST_TURNS && now.size > AT_REST * whole; turn++) {
    const step = inverse(now.stiffness).mmul(now.left);
    let share = 1;
    let next = at(Matrix.add(q, step));
    while (next.size > now.size && share > 1 / 1024) {
      share /= 2;
      next = at(Matrix.add(q, Matrix.mul(step, share)));
    }
    q = Matrix.add(q, Matrix.mul(step, share));
    now = next;
  }
  const forces: Record<string, V3> = {};
  const deflections: Record<string, V3> = {};
  on.mounts.forEach((mount, i) => {
    const moved = motions[i]!.mmul(q);
    deflections[mount.id] = triple(moved, 0, 1000);
    forces[mount.id] = triple(mountAt(mount, moved).force, 0, 1);
  });
  return {
    comDisplacementMm: triple(q, 0, 1000),
    rotationMrad: triple(q, 3, 1000),
    mountForceOnPowertrainN: forces,
    mountDeflectionMm: deflections,
  };
}

/** Force that comes through a mount over the force that shakes it: one mass, viscous damping. */
export function transmissibility(excitationHz: number, naturalHz: number, dampingRatio: number): number {
  requirePositive('/excitationHz', excitationHz, 'Hz');
  requirePositive('/naturalHz', naturalHz, 'Hz');
  if (!(dampingRatio >= 0))
    throw new InputError('/dampingRatio', `dampingRatio may not be below 0; it is ${dampingRatio}.`);
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
