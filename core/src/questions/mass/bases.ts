import { InputError, quadrature } from '../../units/index.ts';

interface Massed {
  readonly massKg: number;
  readonly plusMinusKg: number;
}
interface Named extends Massed {
  readonly name: string;
}
interface Transmission {
  readonly kind: string;
  readonly massKg: number | null;
  readonly plusMinusKg: number | null;
}

/** A quoted engine mass with what is on it, and what runs here in its place. Masses in kg. */
export interface MassBasesInput {
  readonly quotedMassKg: number;
  readonly quotedPlusMinusKg: number;
  readonly quotedBasis: string;
  readonly includedInQuote: readonly string[];
  readonly recordTransmission: Transmission | null;
  readonly recordShafts: readonly string[];
  readonly recordFluids: readonly Named[];
  readonly candidateTransmission: Transmission;
  readonly candidateAncillaries: readonly string[];
  readonly candidateShafts: readonly string[];
  readonly candidateFluids: readonly Named[];
  readonly comesOut: readonly Named[];
  readonly ancillaryTable: Readonly<Record<string, Massed>>;
  readonly typicalTransmissions: Readonly<Record<string, Massed>>;
}

const coupling = (kind: string): readonly string[] =>
  kind === 'automatic' ? ['flexplate and converter'] : ['flywheel', 'clutch cover and plate'];
const COUPLINGS = [...coupling('automatic'), ...coupling('')];
/** Bases in which the record’s own gearbox, shafts and fluids hang. */
const WITH_GEARBOX: ReadonlySet<string> = new Set(['dressed+gearbox', 'complete with shafts']);

/**
 * From a quoted mass on its basis to what is installed, and the change against what comes out: what the quote holds and does not run here
 * goes off, what runs here and the quote lacks comes on; the record’s own gearbox, shafts and fluids off, the candidate’s on. The same
 * ancillary on both sides stays without doubt; two gearboxes, sets of shafts or fillings are two things. All independent, in quadrature.
 *
 * @throws InputError where nothing comes out (that is not known, not nought), or a mass is nowhere.
 */
export function massBases(i: MassBasesInput) {
  if (i.comesOut.length === 0)
    throw new InputError('/comesOut', 'List the removed parts: an empty list counts as unknown, not as 0.');
  const of = (name: string): Massed => {
    const mass = i.ancillaryTable[name];
    if (!mass) throw new InputError(`/ancillaryTable/${name}`, `${name}: mass missing.`);
    return mass;
  };
  const box = (t: Transmission): Massed => {
    const mass =
      t.massKg === null ? i.typicalTransmissions[t.kind] : { massKg: t.massKg, plusMinusKg: t.plusMinusKg ?? 0 };
    if (!mass) throw new InputError('/typicalTransmissions', `Gearbox type “${t.kind}”: mass missing.`);
    return mass;
  };
  const on = new Set(i.includedInQuote);
  const wanted = new Set([
    ...i.candidateAncillaries.filter((a) => !COUPLINGS.includes(a)),
    ...coupling(i.candidateTransmission.kind),
  ]);
  const withBox = WITH_GEARBOX.has(i.quotedBasis);
  const off: Massed[] = [
    ...[...on].filter((a) => !wanted.has(a)).map(of),
    ...(withBox && i.recordTransmission ? [box(i.recordTransmission)] : []),
    ...i.recordShafts.map(of),
    ...i.recordFluids,
  ];
  const added: Massed[] = [
    ...[...wanted].filter((a) => !on.has(a)).map(of),
    box(i.candidateTransmission),
    ...i.candidateShafts.map(of),
    ...i.candidateFluids,
  ];
  const sum = (list: readonly Massed[]) => list.reduce((s, m) => s + m.massKg, 0);
  const scatters = (list: readonly Massed[]) => list.map((m) => m.plusMinusKg);
  const installedMassKg = i.quotedMassKg - sum(off) + sum(added);
  const plusMinusKg = quadrature([i.quotedPlusMinusKg, ...scatters(off), ...scatters(added)]);
  return {
    installedMassKg,
    plusMinusKg,
    changeKg: installedMassKg - sum(i.comesOut),
    changePlusMinusKg: quadrature([plusMinusKg, ...scatters(i.comesOut)]),
  };
}
