import type { WheelBrake } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';

/** Cast iron, kg/m³. */
export const IRON_KG_PER_M3 = 7200;
/** Share of the metal of a disc that its channels leave. */
const VENTED = 0.7;

type Sizes =
  | (Omit<Extract<WheelBrake, { kind: 'disc' }>, 'massKg'> & { readonly massKg?: number | null | undefined })
  | (Omit<Extract<WheelBrake, { kind: 'drum' }>, 'massKg'> & { readonly massKg?: number | null | undefined });

/**
 * What takes the heat at one wheel, kg: the weighed mass, else ρ·π/4·(D² − d²)·t·k of the disc’s ring, k = 0.70 where it is vented, or
 * π·D·w·t·ρ of the drum’s. Lengths in mm.
 *
 * @throws InputError where a length is not above nought or the disc’s hole is as large as the disc.
 */
export function brakeMassKg(b: Sizes, densityKgPerM3 = IRON_KG_PER_M3, at = ''): number {
  if (b.massKg != null) {
    requirePositive(`${at}/massKg`, b.massKg, 'kg');
    return b.massKg;
  }
  requirePositive(`${at}/thicknessMm`, b.thicknessMm, 'mm');
  if (b.kind === 'drum') {
    requirePositive(`${at}/diameterMm`, b.diameterMm, 'mm');
    requirePositive(`${at}/widthMm`, b.widthMm, 'mm');
    return Math.PI * b.diameterMm * b.widthMm * b.thicknessMm * densityKgPerM3 * 1e-9;
  }
  if (!(b.innerDiameterMm >= 0 && b.innerDiameterMm < b.outerDiameterMm))
    throw new InputError(`${at}/innerDiameterMm`, 'The inner diameter of a disc must be smaller than the outer one.');
  const ring = (Math.PI / 4) * (b.outerDiameterMm ** 2 - b.innerDiameterMm ** 2);
  return ring * b.thicknessMm * (b.vented ? VENTED : 1) * densityKgPerM3 * 1e-9;
}
