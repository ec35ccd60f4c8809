import { gripThrustN, type GripInput } from '../gearing/index.ts';
import { requirePositive } from '../../units/index.ts';
import type { Brief } from '../../model/index.ts';

/** Service factor by use. */
export const SERVICE_FACTOR: Readonly<Record<Brief['use'], number>> = {
  street: 1,
  'touring and tow': 1.15,
  track: 1.25,
  'off-road': 1.3,
  drift: 1.5,
  'drag with slicks': 1.8,
};

/** Torque at the input shaft at which the tyres give up in a gear: T = F_grip·r/(i_g·i_f·η). N·m for N and mm. */
export function gripTorqueNm(
  gripN: number,
  rollingRadiusMm: number,
  gearRatio: number,
  finalDrive: number,
  efficiency: number,
): number {
  requirePositive('/rollingRadiusMm', rollingRadiusMm, 'mm');
  requirePositive('/firstGearRatio', gearRatio);
  requirePositive('/finalDrive', finalDrive);
  requirePositive('/drivelineEfficiency', efficiency);
  return (gripN * (rollingRadiusMm / 1000)) / (gearRatio * finalDrive * efficiency);
}

/** Grip of a driven axle whose load is known, or of a car with load transfer. N. */
export function gripOf(
  input: { frictionCoefficient: number } & ({ drivenAxleLoadN: number } | Omit<GripInput, 'frictionCoefficient'>),
): number {
  if ('drivenAxleLoadN' in input) {
    requirePositive('/drivenAxleLoadN', input.drivenAxleLoadN, 'N');
    requirePositive('/frictionCoefficient', input.frictionCoefficient);
    return input.frictionCoefficient * input.drivenAxleLoadN;
  }
  return gripThrustN(input);
}

/** What the box sees in a gear: the lesser of peak × service factor and grip; no factor on grip. */
export function loadInGear(
  peakTorqueNm: number,
  serviceFactor: number,
  gripNm: number,
): { loadNm: number; governs: 'engine' | 'grip' } {
  const engine = peakTorqueNm * serviceFactor;
  return gripNm < engine ? { loadNm: gripNm, governs: 'grip' } : { loadNm: engine, governs: 'engine' };
}
