import type { PinRef, Splice } from '../../model/index.ts';
import { mismatchOf, type PinRow, type PlugOwner, type Schedule } from './pins.ts';

/** Who is wired to whom first: a bought computer or loom to the engine, then both to car and gearbox. */
const MEET: readonly (readonly [PlugOwner, PlugOwner])[] = [
  ['part', 'engine'],
  ['engine', 'car'],
  ['part', 'car'],
  ['engine', 'gearbox'],
  ['part', 'gearbox'],
  ['gearbox', 'car'],
];

/** A pair that has the same function and can’t be joined by a wire alone. */
export interface Unlike {
  readonly a: PinRef;
  readonly b: PinRef;
  readonly because: string;
}

const refOf = ({ plug, pin }: PinRow): PinRef => ({ plug: plug.key, pin: pin.pin });

/** Wires between open pins of the same function, in the order of their plugs; what one wire can’t carry is told apart. */
export function matchByFunction(schedule: Schedule): { splices: Splice[]; unlike: Unlike[] } {
  const open = new Map<string, PinRow[]>();
  for (const row of schedule.rows)
    if (row.fn && row.state.how === 'open' && row.state.splices.length === 0)
      open.set(row.fn.id, [...(open.get(row.fn.id) ?? []), row]);
  const splices: Splice[] = [];
  const unlike: Unlike[] = [];
  for (const rows of open.values()) {
    const left = new Set(rows);
    for (const [from, to] of MEET)
      for (const a of rows) {
        if (!left.has(a) || a.plug.owner !== from) continue;
        const others = rows.filter((r) => left.has(r) && r.plug.owner === to);
        const b = others.find((r) => mismatchOf(a.pin, r.pin) === undefined) ?? others[0];
        if (!b) continue;
        const because = mismatchOf(a.pin, b.pin);
        left.delete(a);
        left.delete(b);
        if (because) unlike.push({ a: refOf(a), b: refOf(b), because: because.words });
        else splices.push({ a: refOf(a), b: refOf(b), how: 'straight' });
      }
  }
  return { splices, unlike };
}
