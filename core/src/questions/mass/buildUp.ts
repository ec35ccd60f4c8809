import { madeFrom, quadrature, scatterOf, worstEvidence, type Evidence, type Figure } from '../../units/index.ts';
import {
  USUAL_NEEDS,
  ofGearbox,
  type Ancillary,
  type DressingOption,
  type Engine,
  type Gearbox,
  type MassRecord,
} from '../../model/index.ts';
import { BASIS_INCLUDES, COOLANT_KG_PER_L, OIL_KG_PER_L, TYPICAL_MASS } from './ancillaries.ts';

/** One step of the bridge: added (+1) or taken off (−1). */
export interface MassBuildUpStep {
  readonly name: string;
  readonly sign: 1 | -1;
  readonly mass: Figure;
}

export interface MassBuildUp {
  readonly quoted: Figure;
  readonly basis: string;
  readonly recordId: string;
  readonly steps: readonly MassBuildUpStep[];
  readonly installedMassKg: number;
  readonly plusMinusKg: number;
  readonly evidence: Evidence;
}

/** Sum of signed items; scatter in quadrature, what is taken off adds its scatter too. Masses in kg. */
export function sumMassBuildUp(
  quoted: Figure,
  steps: readonly MassBuildUpStep[],
): { installedMassKg: number; plusMinusKg: number } {
  return {
    installedMassKg: steps.reduce((sum, s) => sum + s.sign * s.mass.value, quoted.value),
    plusMinusKg: quadrature([scatterOf(quoted), ...steps.map((s) => scatterOf(s.mass))]),
  };
}

/** The mass of one ancillary on this engine: its own record, else from its litres, else the typical mass. */
function ancillaryMass(engine: Engine, item: Ancillary): Figure {
  const own = engine.ancillaryMasses.find((a) => a.item === item);
  if (own) return own.massKg;
  if (item === 'oil' && engine.oilL) return litres(engine.oilL, OIL_KG_PER_L);
  if (item === 'coolant' && engine.coolantL) return litres(engine.coolantL, COOLANT_KG_PER_L);
  return TYPICAL_MASS[item];
}

function litres(volume: Figure, kgPerL: number): Figure {
  const figure = {
    value: volume.value * kgPerL,
    plusMinus: scatterOf(volume) * kgPerL,
    evidence: volume.evidence,
    source: 'from its litres',
  };
  return madeFrom(figure, volume);
}

/**
 * Brings a quoted engine mass to the installed basis: everything that must be bolted on for it to run in this car and
 * is not in the quoted mass is added, everything in the quoted mass that will not run is taken off, the chosen dressing
 * stands in for the stock one. Undefined when the basis of the record is unknown: nobody can tell what to add.
 */
export function installedMass(
  engine: Engine,
  record: MassRecord,
  dressing: readonly DressingOption[],
  gearbox: Pick<Gearbox, 'id' | 'massKg'> | undefined,
  /** Ancillaries whose mass another part brings (a flywheel or clutch in the candidate): left off here, counted there. */
  broughtByParts: readonly Ancillary[] = [],
): MassBuildUp | undefined {
  if (record.basis === 'unknown') return undefined;
  const on = new Set<Ancillary>([...BASIS_INCLUDES[record.basis], ...record.includes]);
  const wanted = new Set<Ancillary>((engine.needs ?? USUAL_NEEDS).filter((n) => !broughtByParts.includes(n)));
  const steps: MassBuildUpStep[] = [];
  for (const item of wanted) if (!on.has(item)) steps.push({ name: item, sign: 1, mass: ancillaryMass(engine, item) });
  for (const item of on)
    if (!wanted.has(item)) steps.push({ name: `${item} left off`, sign: -1, mass: ancillaryMass(engine, item) });
  if (record.basis === 'dressed+gearbox' && gearbox) {
    const mass = ofGearbox(gearbox, 'massKg');
    steps.push({
      name: `its own gearbox left off`,
      sign: -1,
      mass: { ...mass, evidence: 'estimated', plusMinus: mass.value * 0.15 },
    });
  }
  for (const option of dressing) {
    const { massKg } = option;
    if (!option.stock && massKg.value !== 0) {
      steps.push({
        name: option.name,
        sign: massKg.value < 0 ? -1 : 1,
        mass: { ...massKg, value: Math.abs(massKg.value) },
      });
    }
  }
  const { installedMassKg, plusMinusKg } = sumMassBuildUp(record.massKg, steps);
  const important = [
    { evidence: record.massKg.evidence, scatter: scatterOf(record.massKg) },
    ...steps.map((s) => ({ evidence: s.mass.evidence, scatter: scatterOf(s.mass) })),
  ].filter((p) => p.scatter ** 2 >= 0.1 * plusMinusKg ** 2);
  return {
    quoted: record.massKg,
    basis: record.basis,
    recordId: record.id,
    steps,
    installedMassKg,
    plusMinusKg,
    evidence: worstEvidence(important.map((p) => p.evidence)),
  };
}

/** A tie when the difference is inside the scatter of both: |Δ| ≤ √(s₁² + s₂²). */
export function massDifference(a: { massKg: number; plusMinusKg: number }, b: { massKg: number; plusMinusKg: number }) {
  const differenceKg = b.massKg - a.massKg;
  const scatterKg = quadrature([a.plusMinusKg, b.plusMinusKg]);
  return { differenceKg: Math.abs(differenceKg), scatterKg, tie: Math.abs(differenceKg) <= scatterKg };
}
