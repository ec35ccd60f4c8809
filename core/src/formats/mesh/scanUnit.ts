import { MM_PER_IN } from '../../units/index.ts';

/** Units that scans come in; the files themselves don’t say. */
export const SCAN_UNITS = ['mm', 'cm', 'in', 'm'] as const;
export type ScanUnit = (typeof SCAN_UNITS)[number];

export const MM_PER: Readonly<Record<ScanUnit, number>> = { mm: 1, cm: 10, in: MM_PER_IN, m: 1000 };

/** What is scanned of a car is about so long: an engine, a gearbox, one side of a bay. mm */
const USUAL_MM = 700;
/** Scanners write millimetres unless told otherwise: so they are taken while they make a size between a starter and half a car, mm. */
const IN_MM = { least: 100, most: 4000 } as const;

/** The unit in which a body so long comes nearest to what is usually scanned of a car. A guess: whoever scanned it is asked. */
export function guessUnit(longest: number): ScanUnit {
  if (!(longest > 0) || (longest >= IN_MM.least && longest <= IN_MM.most)) return 'mm';
  const off = (unit: ScanUnit) => Math.abs(Math.log((longest * MM_PER[unit]) / USUAL_MM));
  return SCAN_UNITS.reduce((a, b) => (off(b) < off(a) ? b : a));
}
