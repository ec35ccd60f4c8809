import { InputError, requirePositive } from '../../units/index.ts';

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
  requirePositive('/weighedFrontKg', input.weighedFrontKg, 'kg');
  requirePositive('/weighedRearKg', input.weighedRearKg, 'kg');
  requirePositive('/wheelbaseMm', input.wheelbaseMm, 'mm');
  for (const side of ['out', 'in'] as const) {
    input[side].forEach((lump, i) => {
      if (!(lump.massKg >= 0))
        throw new InputError(`/${side}/${i}/massKg`, `massKg may not be negative; it is ${lump.massKg} kg.`);
    });
  }
  const L = input.wheelbaseMm;
  let total = input.weighedFrontKg + input.weighedRearKg;
  const before = total;
  let rear = input.weighedRearKg;
  let my = (input.carComYMm ?? 0) * total;
  let mz = (input.carComZMm ?? 0) * total;
  const move = (lump: PlacedMass, sign: 1 | -1) => {
    total += sign * lump.massKg;
    rear += (sign * lump.massKg * -lump.comMm[0]) / L;
    my += sign * lump.massKg * lump.comMm[1];
    mz += sign * lump.massKg * lump.comMm[2];
  };
  for (const lump of input.out) move(lump, -1);
  for (const lump of input.in) move(lump, 1);
  if (!(total > 0)) throw new InputError('/out', `More comes out than the car weighs: ${before} kg.`);
  const front = total - rear;
  return {
    frontKg: front,
    rearKg: rear,
    totalKg: total,
    frontPct: (100 * front) / total,
    comXMm: (-rear * L) / total,
    ...(input.carComYMm === undefined ? {} : { comYMm: my / total }),
    ...(input.carComZMm === undefined ? {} : { comZMm: mz / total }),
    changeFrontKg: front - input.weighedFrontKg,
    changeRearKg: rear - input.weighedRearKg,
  };
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
    if (!(c[key] >= 0)) throw new InputError(key, `${key} may not be negative; it is ${c[key]} kg.`);
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
