import type { BracketMetal } from '../../model/index.ts';

/** What a bracket's metal bears before it yields, N/mm² (aluminium: 6082 where it is welded), its Young's modulus, N/mm², and weight, kg/m³. */
export const METALS: Readonly<
  Record<BracketMetal, { readonly yieldMpa: number; readonly youngMpa: number; readonly kgM3: number }>
> = {
  steel: { yieldMpa: 235, youngMpa: 210_000, kgM3: 7850 },
  aluminium: { yieldMpa: 125, youngMpa: 70_000, kgM3: 2700 },
};
/** The worst load counts so many times. */
export const SAFETY = 1.5;
/** Of what its mount gives, a bracket may give so much. */
export const BRACKET_GIVES = 0.1;

export interface TubeSize {
  readonly outerDiameterMm: number;
  readonly wallMm: number;
}

/** Bending of a bar held at one end and pressed at the other, N and mm; stress in N/mm², what it gives at the end in mm. */
export interface Bent {
  readonly stressMpa: number;
  readonly givesMm: number;
}

/** A plate pressed square to its face: σ = 6·F·l/(b·t²), δ = F·l³/(3·E·I) with I = b·t³/12. */
export function plateBent(
  loadN: number,
  leverMm: number,
  widthMm: number,
  thicknessMm: number,
  metal: BracketMetal,
): Bent {
  const inertia = (widthMm * thicknessMm ** 3) / 12;
  return {
    stressMpa: (6 * loadN * leverMm) / (widthMm * thicknessMm ** 2),
    givesMm: (loadN * leverMm ** 3) / (3 * METALS[metal].youngMpa * inertia),
  };
}

/**
 * A round tube pressed at its end, so much beside its axis: √(σ² + 3τ²), with τ of its shear (twice the mean, thin wall) and of its twist.
 */
export function tubeBent(
  loadN: number,
  leverMm: number,
  besideMm: number,
  { outerDiameterMm, wallMm }: TubeSize,
  metal: BracketMetal,
): Bent {
  const inner = Math.max(0, outerDiameterMm - 2 * wallMm);
  const inertia = (Math.PI * (outerDiameterMm ** 4 - inner ** 4)) / 64;
  const area = (Math.PI * (outerDiameterMm ** 2 - inner ** 2)) / 4;
  const bending = (loadN * leverMm * outerDiameterMm) / 2 / inertia;
  const shear = (2 * loadN) / area + (loadN * besideMm * outerDiameterMm) / 2 / (2 * inertia);
  return {
    stressMpa: Math.hypot(bending, Math.sqrt(3) * shear),
    givesMm: (loadN * leverMm ** 3) / (3 * METALS[metal].youngMpa * inertia),
  };
}

/** The thickness that a plate needs at a load, mm: t = √(6·F·l·S/(b·R_e)), and for what it may give. */
export function plateNeedsMm(
  loadN: number,
  leverMm: number,
  widthMm: number,
  metal: BracketMetal,
  mayGiveMm: number | undefined,
): number {
  const { yieldMpa, youngMpa } = METALS[metal];
  const strong = Math.sqrt((6 * loadN * leverMm * SAFETY) / (widthMm * yieldMpa));
  const stiff =
    mayGiveMm === undefined ? 0 : Math.cbrt((12 * loadN * leverMm ** 3) / (3 * youngMpa * widthMm * mayGiveMm));
  return Math.max(strong, stiff);
}
