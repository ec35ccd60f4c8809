import { InputError, requirePositive } from '../../units/index.ts';

type V3 = readonly [number, number, number];
type M3 = [[number, number, number], [number, number, number], [number, number, number]];

/** A piece of the powertrain: mass in kg, centre in mm, and the box that its own inertia is taken from, mm. */
export interface BodyLump {
  readonly massKg: number;
  readonly comMm: V3;
  readonly boxSizeMm: V3;
  /** How its box is turned in the car, rows of the matrix; along the axes of the car where nothing is said. */
  readonly turn?: M3Read | undefined;
}
type M3Read = readonly [V3, V3, V3];
const STRAIGHT: M3Read = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

export interface RigidBody {
  readonly massKg: number;
  readonly comMm: V3;
  /** About the centre of mass, kg·m², products with the sign of the tensor (minus Σ m·x·y). */
  readonly inertiaKgM2: M3;
}

/**
 * Mass, centre and inertia tensor of lumps as boxes of even density, by parallel axes.
 * @throws InputError naming a mass or size that is not above nought, or where there is no lump.
 */
export function rigidBody(lumps: readonly BodyLump[]): RigidBody {
  if (lumps.length === 0) throw new InputError('/lumps', 'A powertrain of no lump weighs nothing: enter one at least.');
  lumps.forEach(({ massKg, boxSizeMm }, i) => {
    requirePositive(`/lumps/${i}/massKg`, massKg, 'kg');
    boxSizeMm.forEach((size, axis) => requirePositive(`/lumps/${i}/boxSizeMm/${axis}`, size, 'mm'));
  });
  const massKg = lumps.reduce((sum, l) => sum + l.massKg, 0);
  const comOf = (axis: 0 | 1 | 2) => lumps.reduce((sum, l) => sum + l.massKg * l.comMm[axis], 0) / massKg;
  const comMm: V3 = [comOf(0), comOf(1), comOf(2)];
  const inertiaKgM2: M3 = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (const l of lumps) {
    const away = l.comMm.map((x, axis) => (x - comMm[axis]!) / 1000);
    const size = l.boxSizeMm.map((s) => s / 1000);
    const far2 = away.reduce((sum, a) => sum + a * a, 0);
    const size2 = size.reduce((sum, s) => sum + s * s, 0);
    const { turn = STRAIGHT } = l;
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++) {
        let own = i === j ? far2 : 0;
        for (let k = 0; k < 3; k++) own += (turn[i]![k]! * turn[j]![k]! * (size2 - size[k]! ** 2)) / 12;
        inertiaKgM2[i]![j]! += l.massKg * (own - away[i]! * away[j]!);
      }
  }
  return { massKg, comMm, inertiaKgM2 };
}
