import { MM_PER_IN } from '../../units/index.ts';

/** Where the mass of a tyre lies, as a share of its rolling radius; that of a rim, of half its diameter. */
const TYRE_AT = 0.88;
const RIM_AT = 0.7;

/** One wheel about its axle, kg·m². */
export function wheelInertiaKgM2(
  tyreKg: number,
  rimKg: number,
  rollingRadiusMm: number,
  rimDiameterIn: number,
): number {
  const r = rollingRadiusMm / 1000;
  const rim = (rimDiameterIn * MM_PER_IN) / 2 / 1000;
  return tyreKg * (TYRE_AT * r) ** 2 + rimKg * (RIM_AT * rim) ** 2;
}

/** Doubt of an engine's inertia that nobody has measured, as a share. */
const ENGINE_DOUBT = 0.3;

/** Crank with flywheel and clutch where nobody has measured it, kg·m²: by litres, and by what turns with the crank. */
export function engineInertiaKgM2(
  litres: number,
  flywheelKg: number,
  clutchKg: number,
): { value: number; plusMinus: number } {
  const value = 0.018 * litres + 0.0075 * flywheelKg + 0.004 * clutchKg;
  return { value, plusMinus: ENGINE_DOUBT * value };
}
