import { requirePositive } from '../../units/index.ts';

export interface FlywheelSlot {
  readonly offsetOnDiameterMm: number;
  readonly slotLengthMm: number;
  readonly slotWidthMm: number;
  readonly ligamentToRegisterMm: number;
  readonly breaksIntoRegister: boolean;
}

/**
 * A flywheel whose bolt circle is off the crank's by Δ on diameter: the slot that each of its holes would have to become, d + Δ/2 along
 * the radius, and the metal left to its register. All mm. A slotted hole carries no torque by its wall: a proper flywheel is better.
 */
export function flywheelSlot(
  holeDiameterMm: number,
  flywheelCircleMm: number,
  crankCircleMm: number,
  registerDiameterMm: number,
): FlywheelSlot {
  requirePositive('/holeDiameterMm', holeDiameterMm);
  requirePositive('/flywheelCircleMm', flywheelCircleMm);
  requirePositive('/crankCircleMm', crankCircleMm);
  requirePositive('/registerDiameterMm', registerDiameterMm);
  const offsetOnDiameterMm = Math.abs(flywheelCircleMm - crankCircleMm);
  const ligamentToRegisterMm =
    Math.min(flywheelCircleMm, crankCircleMm) / 2 - holeDiameterMm / 2 - registerDiameterMm / 2;
  return {
    offsetOnDiameterMm,
    slotLengthMm: holeDiameterMm + offsetOnDiameterMm / 2,
    slotWidthMm: holeDiameterMm,
    ligamentToRegisterMm,
    breaksIntoRegister: ligamentToRegisterMm <= 0,
  };
}
