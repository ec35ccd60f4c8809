import { keyWords, InputError, requirePositive } from '../../units/index.ts';

/** A mass and where it sits, vehicle axes (ISO 8855), mm. */
export interface PlacedMass {
  readonly massKg: number;
  readonly comMm: readonly [number, number, number];
}

export interface AxleInput {
  readonly weighedFrontKg: number;
  readonly weighedRearKg: number;
  readonly wheelbaseMm: number;
  readonly carComYMm?: number | undefined;
  readonly carComZMm?: number | undefined;
  readonly out: readonly PlacedMass[];
  readonly in: readonly PlacedMass[];
}

export interface Axles {
  readonly frontKg: number;
  readonly rearKg: number;
  readonly totalKg: number;
  readonly frontPct: number;
  readonly comXMm: number;
  readonly comYMm?: number;
  readonly comZMm?: number;
  readonly changeFrontKg: number;
  readonly changeRearKg: number;
}

/**
 * Axle loads after lumps come out and go in, by moments about the front axle: ΔR_rear = m·(−x)/L. Centre of mass in x,
 * y, z (y and z only where the car's own are known).
 * @throws InputError on a mass or wheelbase that is not above 0, or where more comes out than the car weighs.
 */
export function axlesAfter(input: AxleInput): Axles {
  for (const [way, masses] of [
    ['out', input.out],
    ['in', input.in],
  ] as const)
    masses.forEach(({ massKg }, i) => {
      if (!(massKg >= 0)) throw new InputError(`/${way}/${i}/massKg`, `Mass may not be negative; it is ${massKg} kg.`);
    });
  return axlesMoved(input, [...input.out.map(({ massKg, comMm }) => ({ massKg: -massKg, comMm })), ...input.in]);
}

/**
 * The same of moves with a sign: what leaves weighs less than nothing.
 * @throws InputError on a weight or wheelbase that is not above 0, or where more comes out than the car weighs.
 */
export function axlesMoved(car: Omit<AxleInput, 'out' | 'in'>, moves: readonly PlacedMass[]): Axles {
  requirePositive('/weighedFrontKg', car.weighedFrontKg, 'kg');
  requirePositive('/weighedRearKg', car.weighedRearKg, 'kg');
  requirePositive('/wheelbaseMm', car.wheelbaseMm, 'mm');
  const L = car.wheelbaseMm;
  const before = car.weighedFrontKg + car.weighedRearKg;
  let total = before;
  let rear = car.weighedRearKg;
  let my = (car.carComYMm ?? 0) * total;
  let mz = (car.carComZMm ?? 0) * total;
  for (const { massKg, comMm } of moves) {
    total += massKg;
    rear += (massKg * -comMm[0]) / L;
    my += massKg * comMm[1];
    mz += massKg * comMm[2];
  }
  if (!(total > 0)) throw new InputError('/out', `Removed mass exceeds vehicle mass, ${before} kg.`);
  const front = total - rear;
  const axles: { -readonly [K in keyof Axles]: Axles[K] } = {
    frontKg: front,
    rearKg: rear,
    totalKg: total,
    frontPct: (100 * front) / total,
    comXMm: (-rear * L) / total,
    changeFrontKg: front - car.weighedFrontKg,
    changeRearKg: rear - car.weighedRearKg,
  };
  if (car.carComYMm !== undefined) axles.comYMm = my / total;
  if (car.carComZMm !== undefined) axles.comZMm = mz / total;
  return axles;
}

export interface Corners {
  readonly wheelbaseMm: number;
  readonly trackFrontMm: number;
  readonly trackRearMm: number;
  readonly frontLeftKg: number;
  readonly frontRightKg: number;
  readonly rearLeftKg: number;
  readonly rearRightKg: number;
}

/** Centre of mass from four corner weights, by moments; y left positive. */
export function comFromCorners(c: Corners) {
  for (const key of ['wheelbaseMm', 'trackFrontMm', 'trackRearMm'] as const) requirePositive(key, c[key], 'mm');
  for (const key of ['frontLeftKg', 'frontRightKg', 'rearLeftKg', 'rearRightKg'] as const) {
    if (!(c[key] >= 0)) throw new InputError(key, `${keyWords(key)} may not be negative; it is ${c[key]} kg.`);
  }
  const totalKg = c.frontLeftKg + c.frontRightKg + c.rearLeftKg + c.rearRightKg;
  requirePositive('/frontLeftKg', totalKg, 'kg in all');
  const rear = c.rearLeftKg + c.rearRightKg;
  return {
    totalKg,
    comXMm: (-rear * c.wheelbaseMm) / totalKg,
    comYMm:
      ((c.frontLeftKg - c.frontRightKg) * (c.trackFrontMm / 2) + (c.rearLeftKg - c.rearRightKg) * (c.trackRearMm / 2)) /
      totalKg,
    frontPct: (100 * (totalKg - rear)) / totalKg,
    leftPct: (100 * (c.frontLeftKg + c.rearLeftKg)) / totalKg,
  };
}

/** A car weighed level and again with one axle lifted. Loads in kg, lengths in mm; the wheels of the other axle stay on their scales. */
export interface LiftedWeighing {
  readonly wheelbaseMm: number;
  /** Radius under load of the wheels that stay down. */
  readonly wheelRadiusMm: number;
  readonly totalKg: number;
  /** On the axle that stays down, level and with the other one lifted. */
  readonly levelKg: number;
  readonly liftedKg: number;
  /** How far the other hubs were lifted. */
  readonly liftMm: number;
}

/**
 * Height of the centre of mass over the ground, mm, from what an axle gains when the other is lifted by H: with the hubs L apart and
 * tan θ = H/√(L² − H²), h = r + L·ΔF/(m·tan θ). Springs blocked, tanks full or empty: what moves inside is not in it. Source: moments
 * about the lifted hubs, as in Gillespie, Fundamentals of Vehicle Dynamics (1992), appendix.
 *
 * @throws InputError where nothing was lifted, it was lifted as far as the wheelbase, or the axle that stays down gained nothing.
 */
export function comHeightFromLift(w: LiftedWeighing): number {
  if (!(w.liftMm > 0 && w.liftMm < w.wheelbaseMm))
    throw new InputError('/liftMm', 'Lift the axle by more than nothing and less than the wheelbase.');
  const gained = w.liftedKg - w.levelKg;
  if (!(gained > 0))
    throw new InputError(
      '/liftedKg',
      'The axle that stays down gains load when the other is lifted: check the readings.',
    );
  const tan = w.liftMm / Math.sqrt(w.wheelbaseMm ** 2 - w.liftMm ** 2);
  return w.wheelRadiusMm + (w.wheelbaseMm * gained) / (w.totalKg * tan);
}
