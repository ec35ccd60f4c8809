import { madeFrom, quadrature, scatterOf, worstEvidence, type Evidence, type Figure } from '../../units/index.ts';
import {
  USUAL_NEEDS,
  type Ancillary,
  type DressingOption,
  type Engine,
  type Gearbox,
  type MassRecord,
} from '../../model/index.ts';
import {
  shaftsOf,
  transmissionKind,
  TYPICAL_SHAFTS,
  TYPICAL_TRANSMISSION,
  type TransmissionKind,
} from './transmissions.ts';
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
  gearbox: Gearbox | undefined,
  /** Ancillaries whose mass another part brings (a flywheel or clutch in the candidate): left off here, counted there. */
  broughtByParts: readonly Ancillary[] = [],
  /** The gearbox that the record was weighed with, where it names one. */
  weighedWith?: Gearbox,
): MassBuildUp | undefined {
  if (record.basis === 'unknown') return undefined;
  const automatic = record.includes.includes('flexplate and converter');
  const on = new Set<Ancillary>([...coupled(BASIS_INCLUDES[record.basis], automatic), ...record.includes]);
  const needs = engine.needs ?? USUAL_NEEDS;
  const wanted = new Set<Ancillary>(
    // The coupling follows the gearbox: a converter where the box is automatic, else flywheel and clutch.
    (gearbox ? coupled(needs, gearbox.kind === 'automatic') : needs).filter((n) => !broughtByParts.includes(n)),
  );
  const steps: MassBuildUpStep[] = [];
  for (const item of wanted) if (!on.has(item)) steps.push({ name: item, sign: 1, mass: ancillaryMass(engine, item) });
  for (const item of on)
    if (!wanted.has(item)) steps.push({ name: `without ${item}`, sign: -1, mass: ancillaryMass(engine, item) });
  if (record.basis === 'dressed+gearbox' || record.basis === 'complete with shafts') {
    const kind = weighedWith ? transmissionKind(weighedWith) : kindAlike(gearbox, automatic);
    const mass = weighedWith?.massKg ?? TYPICAL_TRANSMISSION[kind];
    // The same box on both sides is one thing: it goes off and on without adding doubt.
    const same = weighedWith !== undefined && weighedWith.id === gearbox?.id;
    steps.push({ name: 'its own gearbox left off', sign: -1, mass: same ? { ...mass, plusMinus: 0 } : mass });
    if (record.basis === 'complete with shafts') {
      const shafts = shaftsOf(kind);
      steps.push({ name: `its own ${shafts} left off`, sign: -1, mass: TYPICAL_SHAFTS[shafts] });
    }
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

const COUPLING: readonly Ancillary[] = ['flywheel', 'clutch'];

/** Ancillaries with the coupling of an automatic, or of any other gearbox, in place of what they had. */
function coupled(list: readonly Ancillary[], automatic: boolean): readonly Ancillary[] {
  const has = list.some((a) => COUPLING.includes(a) || a === 'flexplate and converter');
  if (!has) return list;
  const rest = list.filter((a) => !COUPLING.includes(a) && a !== 'flexplate and converter');
  return [...rest, ...(automatic ? (['flexplate and converter'] as const) : COUPLING)];
}

/** The kind of gearbox of a record that names none: an automatic’s by its converter, else as the candidate’s lies. */
function kindAlike(gearbox: Gearbox | undefined, automatic: boolean): TransmissionKind {
  if (automatic) return 'automatic';
  return gearbox?.halfShaftsMm ? 'transaxle' : 'manual four/five-speed';
}

/** A tie when the difference is inside the scatter of both: |Δ| ≤ √(s₁² + s₂²). */
export function massDifference(a: { massKg: number; plusMinusKg: number }, b: { massKg: number; plusMinusKg: number }) {
  const differenceKg = b.massKg - a.massKg;
  const scatterKg = quadrature([a.plusMinusKg, b.plusMinusKg]);
  return { differenceKg: Math.abs(differenceKg), scatterKg, tie: Math.abs(differenceKg) <= scatterKg };
}
