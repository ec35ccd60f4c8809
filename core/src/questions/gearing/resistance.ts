import { GRAVITY } from '../../units/index.ts';

/** Density of the ISO standard air at 20 °C, kg/m³. */
export const STANDARD_AIR_DENSITY = 1.2041;

export interface Road {
  readonly massKg: number;
  readonly trailerMassKg?: number | undefined;
  readonly rollingCoefficient: number;
  readonly dragAreaM2: number;
  readonly airDensityKgPerM3?: number | undefined;
  /** Slope, radians. */
  readonly slope?: number | undefined;
}

/** Rolling c_r·m·g·cosθ, air ½ρC_dA·v² and grade m·g·sinθ, N at m/s; a trailer rolls and climbs too. */
export function resistanceN(road: Road, speedMps: number): number {
  const weight = (road.massKg + (road.trailerMassKg ?? 0)) * GRAVITY;
  const slope = road.slope ?? 0;
  return (
    weight * (road.rollingCoefficient * Math.cos(slope) + Math.sin(slope)) +
    0.5 * (road.airDensityKgPerM3 ?? STANDARD_AIR_DENSITY) * road.dragAreaM2 * speedMps ** 2
  );
}

/** F = T·i_g·i_f·η/r. N for N·m and mm. */
export function tractiveForceN(
  torqueNm: number,
  gearRatio: number,
  finalDrive: number,
  efficiency: number,
  rollingRadiusMm: number,
): number {
  return (torqueNm * gearRatio * finalDrive * efficiency) / (rollingRadiusMm / 1000);
}
