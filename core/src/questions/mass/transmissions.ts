import type { Gearbox } from '../../model/index.ts';
import type { Figure } from '../../units/index.ts';

const typical = (value: number, plusMinus: number): Figure => ({
  value,
  plusMinus,
  evidence: 'estimated',
  source: 'typical mass',
});

/** Gearboxes by kind, without oil, kg. */
export const TYPICAL_TRANSMISSION = {
  'manual four/five-speed': typical(32, 6),
  'manual six-speed': typical(45, 8),
  transaxle: typical(38, 7),
  automatic: typical(70, 12),
} as const;
export type TransmissionKind = keyof typeof TYPICAL_TRANSMISSION;

/** Shafts that a donor comes with, kg. */
export const TYPICAL_SHAFTS = { propshaft: typical(9, 2), 'half shafts pair': typical(13, 2.5) } as const;
export type ShaftKind = keyof typeof TYPICAL_SHAFTS;

export function transmissionKind(box: Pick<Gearbox, 'kind' | 'ratios' | 'halfShaftsMm'>): TransmissionKind {
  if (box.kind === 'automatic') return 'automatic';
  if (box.halfShaftsMm) return 'transaxle';
  return box.ratios.length >= 6 ? 'manual six-speed' : 'manual four/five-speed';
}

/** A transaxle has no propshaft. */
export const shaftsOf = (kind: TransmissionKind): ShaftKind =>
  kind === 'transaxle' ? 'half shafts pair' : 'propshaft';
