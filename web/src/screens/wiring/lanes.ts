import { PIN_FUNCTIONS } from '@sable/core/model';
import { pinKey, type PinRow, type Schedule } from '@sable/core/questions/wiring';
import type { Splice } from '@sable/core';

/** A row of the two combs: a pin on either side, or on one. */
export interface Lane {
  readonly left: PinRow | undefined;
  readonly right: PinRow | undefined;
}

const RANK = new Map(PIN_FUNCTIONS.map((f, i) => [f.id, i]));
/** By the dictionary of functions; what has none last, in the order of its plug. */
const rankOf = (row: PinRow): number => (row.fn ? RANK.get(row.fn.id)! : PIN_FUNCTIONS.length);
export const onLeft = (row: PinRow): boolean => row.plug.owner === 'engine' || row.plug.owner === 'gearbox';

/** The wires of a pin. */
export const splicesOf = (row: PinRow): readonly Splice[] => (row.state.how === 'unused' ? [] : row.state.splices);

/**
 * Pins in lanes, by their functions: what is joined lies in one lane as far as each pin has but one wire, so that few strands cross.
 */
export function lanesOf({ rows }: Schedule): Lane[] {
  const byKey = new Map(rows.map((r) => [r.key, r]));
  const placed = new Set<string>();
  const lanes: (Lane & { readonly rank: number })[] = [];
  for (const left of rows.filter(onLeft)) {
    const partner = splicesOf(left)
      .flatMap((s) => [s.a, s.b])
      .map((ref) => byKey.get(pinKey(ref)))
      .find((r) => r !== undefined && r.key !== left.key && !onLeft(r) && !placed.has(r.key));
    if (partner) placed.add(partner.key);
    lanes.push({ left, right: partner, rank: rankOf(left) });
  }
  // What is not joined yet faces what has the same function.
  for (const [i, lane] of lanes.entries()) {
    if (lane.right || !lane.left?.fn || splicesOf(lane.left).length > 0) continue;
    const { id } = lane.left.fn;
    const facing = rows.find((r) => !onLeft(r) && !placed.has(r.key) && r.fn?.id === id && splicesOf(r).length === 0);
    if (!facing) continue;
    placed.add(facing.key);
    lanes[i] = { ...lane, right: facing };
  }
  for (const right of rows)
    if (!onLeft(right) && !placed.has(right.key)) lanes.push({ left: undefined, right, rank: rankOf(right) + 0.5 });
  return lanes.sort((a, b) => a.rank - b.rank);
}

/** Colours of wires by their letters (IEC 60757). */
const INK: Readonly<Record<string, string>> = {
  BK: '#222222',
  BN: '#7b4a21',
  RD: '#c22a22',
  OG: '#df7a1c',
  YE: '#d9b411',
  GN: '#2d8a3c',
  BU: '#2a5bb8',
  VT: '#7a3d98',
  GY: '#8b8f90',
  WH: '#dcdcd6',
  PK: '#d983a6',
  TQ: '#2aa7a3',
};

/** The base of a wire and its tracer, as colours to draw with. */
export function inkOf(colour: string | undefined): { base: string; tracer: string | undefined } {
  const [base, tracer] = (colour ?? '').toUpperCase().split(/[/\-\s]+/);
  return { base: INK[base ?? ''] ?? 'var(--steel-edge)', tracer: INK[tracer ?? ''] };
}
