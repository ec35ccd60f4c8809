import type { BoltClass, BossMaterial } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';

/** Coarse pitches, ISO 261: nominal diameter to pitch, mm. */
const COARSE_MM: Readonly<Record<number, number>> = {
  5: 0.8,
  6: 1,
  8: 1.25,
  10: 1.5,
  12: 1.75,
  14: 2,
  16: 2,
  18: 2.5,
  20: 2.5,
};
/** Proof stress, N/mm²: ISO 898-1. */
const PROOF: Readonly<Record<BoltClass, number>> = { '8.8': 600, '10.9': 830, '12.9': 970 };
/** Threads that must be in, in diameters, by what they are cut into. */
const ENGAGED: Readonly<Record<BossMaterial, number>> = { steel: 1, 'cast iron': 1.5, aluminium: 2 };
/** Share of proof load that a bolt is tightened to, and what of the torque friction takes (dry, as bought). */
const TIGHTENED = 0.75;
const NUT_FACTOR = 0.2;

export interface Thread {
  readonly diameterMm: number;
  readonly pitchMm: number;
}

/** "M10" or "M10x1.25": its diameter and pitch, coarse where none is said. @throws InputError where it can't be read. */
export function readThread(thread: string, pointer = '/thread'): Thread {
  const found = /^\s*M\s*(\d+(?:[.,]\d+)?)(?:\s*[x×]\s*(\d+(?:[.,]\d+)?))?\s*$/i.exec(thread);
  const number = (text: string | undefined) => (text === undefined ? undefined : Number(text.replace(',', '.')));
  const diameterMm = number(found?.[1]);
  const pitchMm = number(found?.[2]) ?? (diameterMm === undefined ? undefined : COARSE_MM[diameterMm]);
  if (diameterMm === undefined || pitchMm === undefined || !(pitchMm > 0 && pitchMm < diameterMm))
    throw new InputError(pointer, `A thread reads like M10 or M10×1.25; “${thread}” does not.`);
  return { diameterMm, pitchMm };
}

export interface BoltInBoss {
  /** Threads that hold, mm, and how many must. */
  readonly engagedMm: number;
  readonly neededMm: number;
  /** How far it would go past the last thread but one, mm; below nought there is room. */
  readonly bottomsByMm: number | undefined;
  /** Lengths under the head that hold and don’t bottom, mm; upside down where none does. */
  readonly leastLengthMm: number;
  readonly mostLengthMm: number | undefined;
}

/**
 * A bolt into a boss: it holds with 1.0 d of thread in steel, 1.5 d in cast iron, 2.0 d in aluminium, and bottoms where length − stack
 * goes past the full thread less one pitch. Lengths in mm.
 * @throws InputError where a length is not above nought.
 */
export function boltInBoss(
  { diameterMm, pitchMm }: Thread,
  material: BossMaterial,
  lengthMm: number,
  stackMm: number,
  threadDepthMm?: number,
): BoltInBoss {
  requirePositive('/lengthMm', lengthMm, 'mm');
  if (!(stackMm >= 0))
    throw new InputError('/stackMm', `What a bolt clamps is not below 0 mm thick; it is ${stackMm}.`);
  const neededMm = ENGAGED[material] * diameterMm;
  const reachMm = lengthMm - stackMm;
  const room = threadDepthMm === undefined ? undefined : threadDepthMm - pitchMm;
  return {
    engagedMm: Math.max(0, Math.min(reachMm, room ?? reachMm)),
    neededMm,
    bottomsByMm: room === undefined ? undefined : reachMm - room,
    leastLengthMm: stackMm + neededMm,
    mostLengthMm: room === undefined ? undefined : stackMm + room,
  };
}

/** Lengths that bolts are sold in, mm (ISO 4014 and 4017). */
const SOLD_MM = [
  10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160, 180, 200,
];

/** The shortest bolt sold that holds and does not bottom; undefined where there is none. */
export const boltToBuy = ({ leastLengthMm, mostLengthMm = Infinity }: BoltInBoss): number | undefined =>
  SOLD_MM.find((l) => l >= leastLengthMm - 1e-9 && l <= mostLengthMm + 1e-9);

/** Tightening torque, N·m: nut factor × d × 0.75 × proof load, stress area π/4·(d − 0.9382·p)². Shigley, ch. 8. */
export function tighteningNm({ diameterMm, pitchMm }: Thread, boltClass: BoltClass): number {
  const area = (Math.PI / 4) * (diameterMm - 0.9382 * pitchMm) ** 2;
  return (NUT_FACTOR * diameterMm * TIGHTENED * PROOF[boltClass] * area) / 1000;
}
