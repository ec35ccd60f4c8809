import { InputError, requirePositive } from '../../units/index.ts';

/** A propshaft tube: diameters mm, E GPa, density kg/m³. */
export interface ShaftTube {
  readonly outerDiameterMm: number;
  readonly innerDiameterMm: number;
  readonly youngModulusGpa: number;
  readonly densityKgPerM3: number;
}

/** Share of the critical speed above which a shaft is flagged at top speed. */
export const CRITICAL_SHARE = 0.7;

/**
 * First bending critical speed of a uniform pinned tube, rpm: n = 30π·√(E·I/(m'·L⁴)), E·I/m' = E·(D² + d²)/(16·ρ), L the
 * length between joints. Euler–Bernoulli; SAE AE-7, Universal Joint and Driveshaft Design Manual.
 * @throws InputError where the bore is not smaller than the tube.
 */
export function criticalRpm(tube: ShaftTube, lengthMm: number): number {
  requirePositive('/outerDiameterMm', tube.outerDiameterMm, 'mm');
  requirePositive('/lengthMm', lengthMm, 'mm');
  requirePositive('/youngModulusGpa', tube.youngModulusGpa, 'GPa');
  requirePositive('/densityKgPerM3', tube.densityKgPerM3, 'kg/m³');
  if (!(tube.innerDiameterMm >= 0 && tube.innerDiameterMm < tube.outerDiameterMm))
    throw new InputError(
      '/innerDiameterMm',
      `Inner diameter must lie between 0 and outer diameter, ${tube.outerDiameterMm} mm; it is ${tube.innerDiameterMm}.`,
    );
  const D = tube.outerDiameterMm / 1000;
  const d = tube.innerDiameterMm / 1000;
  const L = lengthMm / 1000;
  return (
    30 * Math.PI * Math.sqrt((tube.youngModulusGpa * 1e9 * (D ** 2 + d ** 2)) / (16 * tube.densityKgPerM3 * L ** 4))
  );
}

/** The longest shaft of that tube that stays below the flag at a speed, mm. */
export function longestMm(tube: ShaftTube, rpm: number): number {
  requirePositive('/propshaftRpmAtTopSpeed', rpm, 'rpm');
  return 1000 * Math.sqrt((CRITICAL_SHARE * criticalRpm(tube, 1000)) / rpm);
}

/** Steel tube, where nobody says otherwise. */
export const STEEL = { youngModulusGpa: 206, densityKgPerM3: 7850 } as const;
