import { choiceWords } from '../../model/index.ts';
import { madeFrom, type Figure } from '../../units/index.ts';
import type { Ancillary, Gearbox, MassRecord, Part } from '../../model/index.ts';

/** Densities in use, kg per litre. */
export const OIL_KG_PER_L = 0.86;
export const COOLANT_KG_PER_L = 1.05;
/** Pump petrol at 15 °C (EN 228: 0.720 to 0.775). */
export const PETROL_KG_PER_L = 0.745;

const typical = (value: number, plusMinus: number): Figure => ({
  value,
  plusMinus,
  evidence: 'estimated',
  source: 'typical mass',
});

/** Typical masses of what bolts to an engine of one to three litres, kg ± one standard deviation. Fluids come from their litres. */
export const TYPICAL_MASS: Readonly<Record<Ancillary, Figure>> = {
  alternator: typical(5.5, 0.8),
  starter: typical(4, 0.7),
  flywheel: typical(8, 1.5),
  clutch: typical(5.5, 1),
  intake: typical(6, 2),
  'exhaust manifold': typical(8.5, 2),
  turbocharger: typical(7.5, 1.5),
  'charge cooler': typical(7, 2),
  supercharger: typical(12, 3),
  'steering pump': typical(3.6, 0.6),
  'A/C compressor': typical(6, 0.8),
  brackets: typical(6, 1.5),
  oil: typical(4 * OIL_KG_PER_L, 0.3),
  coolant: typical(6 * COOLANT_KG_PER_L, 0.4),
  'loom and computer': typical(5.5, 1.5),
  'flexplate and converter': typical(14, 3),
};

const DRESSED: readonly Ancillary[] = [
  'alternator',
  'starter',
  'flywheel',
  'clutch',
  'intake',
  'exhaust manifold',
  'brackets',
];

/** What counts as already on the engine for each basis; a record may list more. */
export const BASIS_INCLUDES: Readonly<Record<Exclude<MassRecord['basis'], 'unknown'>, readonly Ancillary[]>> = {
  bare: [],
  dressed: DRESSED,
  'dressed+gearbox': DRESSED,
  'complete with shafts': [...DRESSED, 'oil', 'coolant', 'loom and computer'],
};

/** What parts of a class weigh where nobody has weighed them, kg: wide, for a class holds much. */
const TYPICAL_PART: Readonly<Record<Part['class'], readonly [number, number]>> = {
  'adapter plate': [6, 3],
  flywheel: [8, 2],
  'clutch kit': [5.5, 1.5],
  'mount kit': [4, 2],
  mount: [1.2, 0.5],
  crossmember: [7, 3],
  sump: [4, 2],
  manifold: [6, 3],
  silencer: [6, 3],
  'trigger kit': [0.5, 0.3],
  computer: [1, 0.5],
  'harness adapter': [1, 0.7],
  'signal box': [0.4, 0.3],
  sensor: [0.2, 0.15],
  gauge: [0.4, 0.3],
  propshaft: [9, 2],
  'half shafts': [13, 2.5],
  radiator: [6, 3],
  fan: [3, 1.5],
  'oil cooler': [2.5, 1.5],
  'charge cooler': [7, 2],
  hose: [1.5, 1],
  pump: [1.5, 1],
  injectors: [1, 0.5],
  brakes: [12, 8],
  'anti-roll bar': [4, 1.5],
  'control arms': [8, 4],
  steering: [7, 3],
  wheels: [0, 8],
  'shifter kit': [2, 1],
  'refresh kit': [0, 0.5],
  'rebuild kit': [0, 0.5],
  'swap kit': [15, 10],
  alternator: [6, 1],
};

/** What a part weighs where nobody has weighed it: typical of its class, estimated. */
export const typicalPart = (part: Part): Figure => {
  const [value, plusMinus] = TYPICAL_PART[part.class];
  return madeFrom({ ...typical(value, plusMinus), source: `typical of a ${choiceWords(part.class)}` }, part);
};

/** What a gearbox holds where nobody has entered it, l: typical, estimated. */
export const typicalOil = (gearbox: Gearbox): Figure =>
  madeFrom(gearbox.kind === 'automatic' ? typicalLitres(7, 2) : typicalLitres(2, 0.6), gearbox.massKg ?? gearbox);
const typicalLitres = (value: number, plusMinus: number): Figure => ({
  value,
  plusMinus,
  evidence: 'estimated',
  source: 'typical of its kind',
});
