import { InputError, requirePositive } from '../../units/index.ts';

/** A formula of rubber is known by this share; two of one mould differ by as much. */
export const RUBBER_DOUBT = 0.3;

/** Hardness within which the relation was found, Shore A. */
const HARDNESS = [20, 95] as const;

/**
 * Young’s modulus of rubber by its hardness in Shore A, MPa; the shear modulus is a third of it. Gent, 1958.
 * @throws InputError outside 20 to 95 Shore A.
 */
export function rubberMpa(shoreA: number): { readonly youngMpa: number; readonly shearMpa: number } {
  if (!(shoreA >= HARDNESS[0] && shoreA <= HARDNESS[1]))
    throw new InputError('/shoreA', `Rubber is between ${HARDNESS.join(' and ')} Shore A hard; shoreA is ${shoreA}.`);
  const youngMpa = (0.0981 * (56 + 7.62336 * shoreA)) / (0.137505 * (254 - 2.54 * shoreA));
  return { youngMpa, shearMpa: youngMpa / 3 };
}

interface BushStiffness {
  readonly axialNPerMm: number;
  /** As long as it is wide or longer, and short: a bush lies between. */
  readonly radialLongNPerMm: number;
  readonly radialShortNPerMm: number;
}

/**
 * A round bush bonded inside and out, N/mm: inner and outer radius and length in mm. Adkins and Gent, 1954: axial 2πGl/ln(b/a),
 * radial between the one of a long bush and that of a short one.
 * @throws InputError where a size is not above nought or the rubber has no wall.
 */
export function roundBush(shearMpa: number, innerMm: number, outerMm: number, lengthMm: number): BushStiffness {
  requirePositive('/shearMpa', shearMpa, 'MPa');
  requirePositive('/innerMm', innerMm, 'mm');
  requirePositive('/lengthMm', lengthMm, 'mm');
  if (!(outerMm > innerMm))
    throw new InputError('/outerMm', 'The rubber has a wall: its outer radius is above its inner one.');
  const wall = Math.log(outerMm / innerMm);
  const [a2, b2] = [innerMm ** 2, outerMm ** 2];
  const stiff = Math.PI * shearMpa * lengthMm;
  return {
    axialNPerMm: (2 * stiff) / wall,
    radialLongNPerMm: (4 * stiff) / (wall - (b2 - a2) / (b2 + a2)),
    radialShortNPerMm: (80 * stiff * (a2 + b2)) / (25 * (a2 + b2) * wall - 9 * (b2 - a2)),
  };
}

/** Radial stiffness between the long bush and the short one, by how far its length reaches over its wall; its doubt as a share. */
export function bushBetween(
  { radialLongNPerMm, radialShortNPerMm }: BushStiffness,
  innerDiameterMm: number,
  outerDiameterMm: number,
  lengthMm: number,
): { readonly nPerMm: number; readonly doubt: number } {
  const wallMm = (outerDiameterMm - innerDiameterMm) / 2;
  const long = Math.min(1, lengthMm / (4 * wallMm));
  const nPerMm = long * radialLongNPerMm + (1 - long) * radialShortNPerMm;
  // Half of what lies between both formulas.
  return { nPerMm, doubt: Math.abs(long * (1 - long) * (radialLongNPerMm - radialShortNPerMm)) / nPerMm };
}

/**
 * A block between two plates, N/mm: pressed EA(1 + 1.2·S²)/t with the shape factor S, area over the free surface round it, and
 * sheared GA/t. Sizes in mm.
 * @throws InputError where a size is not above nought.
 */
export function block(
  youngMpa: number,
  { lengthMm, widthMm, thickMm }: { readonly lengthMm: number; readonly widthMm: number; readonly thickMm: number },
): { readonly pressedNPerMm: number; readonly shearedNPerMm: number; readonly shapeFactor: number } {
  requirePositive('/lengthMm', lengthMm, 'mm');
  requirePositive('/widthMm', widthMm, 'mm');
  requirePositive('/thickMm', thickMm, 'mm');
  const areaMm2 = lengthMm * widthMm;
  const shapeFactor = areaMm2 / (2 * (lengthMm + widthMm) * thickMm);
  return {
    pressedNPerMm: (youngMpa * areaMm2 * (1 + 1.2 * shapeFactor ** 2)) / thickMm,
    shearedNPerMm: ((youngMpa / 3) * areaMm2) / thickMm,
    shapeFactor,
  };
}
