import { quantityOf, type Engine, type OfferedItem, type PortSpec, type Subject } from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import type { JointFigures } from './assessJoints.ts';
import { placeWords } from './kind.ts';
import { JOINT_KINDS } from './kinds/index.ts';
import { swapSources } from './swaps.ts';
import { jointsOf } from './ports.ts';

/** A part that moves from one thing to another, and why. */
export interface SwapRow {
  /** The joint that it closes, and the engine that it comes from. */
  readonly joint: string;
  readonly engineId: string;
  readonly what: string;
  readonly from: string;
  readonly to: string;
  readonly because: string;
  /** Whether it stands in the candidate already; else it could be so. */
  readonly accepted: boolean;
}

/** What to take off before the old engine is sold, and what the bought one comes without. */
export interface SwapOver {
  readonly rows: readonly SwapRow[];
  /** Of the engine that was bought: missing or broken, and to be found. */
  readonly toFind: readonly { readonly item: OfferedItem; readonly why: 'missing' | 'broken' }[];
}

/** The swap-over list of a candidate: what moves from what to what because of which joint, what could, and what is to be found. */
export function swapOver(subject: Subject, { joints }: JointFigures): SwapOver {
  const { engine, candidate } = subject;
  const instances = new Map(jointsOf(subject).map((j) => [j.key, j]));
  const rows = joints.flatMap(({ key, title, closure }): SwapRow[] => {
    if (closure.how === 'swapped')
      return [
        {
          joint: key,
          engineId: closure.work.engineId,
          what: closure.what,
          from: closure.from,
          to: engine.name,
          because: title,
          accepted: true,
        },
      ];
    const joint = instances.get(key);
    if (closure.how !== 'open' || !joint) return [];
    return swapSources(subject, joint).map(({ engine: from, guide }) => ({
      joint: key,
      engineId: from.id,
      what: guide.what,
      from: from.name,
      to: engine.name,
      because: title,
      accepted: false,
    }));
  });
  const offer = candidate.bought?.listing;
  return {
    rows,
    toFind: [
      ...(offer?.missing ?? []).map((item) => ({ item, why: 'missing' as const })),
      ...(offer?.broken ?? []).map((item) => ({ item, why: 'broken' as const })),
    ],
  };
}

/** One way in which two engines are not the same, in sentences that carry their figures. */
export interface EngineDifference {
  readonly what: string;
  readonly here: string;
  readonly there: string;
}

const NOTHING = 'not entered';

const specWords = (spec: PortSpec | undefined): string =>
  spec === undefined
    ? NOTHING
    : Object.entries(spec)
        .map(([key, v]) => {
          if (typeof v === 'boolean') return v ? 'none' : '';
          const quantity = quantityOf(key);
          return typeof v === 'string' || quantity === 'number' ? String(v) : say(v, quantity, { digits: 1 });
        })
        .filter((v) => v !== '')
        .join(', ');

/**
 * What differs between two engines as they come, such as the same one from another car: arms, sump, intake, computer, faces. A
 * list to look through before buying; what neither record says is not in it.
 */
export function engineDifferences(here: Engine, there: Engine): EngineDifference[] {
  const list: EngineDifference[] = [];
  const tell = (what: string, a: string | undefined, b: string | undefined) => {
    if ((a ?? NOTHING) !== (b ?? NOTHING)) list.push({ what, here: a ?? NOTHING, there: b ?? NOTHING });
  };
  const years = (e: Engine) =>
    e.builtFrom === undefined && e.builtTo === undefined ? undefined : `${e.builtFrom ?? '…'} to ${e.builtTo ?? '…'}`;
  tell('Production years', years(here), years(there));
  const slots = [...new Set([...here.slots, ...there.slots].map((s) => s.slot))];
  const stock = (e: Engine, slot: string) => {
    const options = e.slots.find((s) => s.slot === slot)?.options;
    return (options?.find((o) => o.stock) ?? options?.[0])?.name;
  };
  for (const slot of slots) tell(capital(slot), stock(here, slot), stock(there, slot));
  const bosses = [...new Set([...here.bosses, ...there.bosses].map((b) => b.name))];
  const boss = (e: Engine, name: string) => {
    const found = e.bosses.find((b) => b.name === name);
    return found && (found.fromYear === undefined ? 'there' : `there from ${found.fromYear} on`);
  };
  for (const name of bosses) tell(`Mount boss ${name}`, boss(here, name), boss(there, name));
  for (const kind of JOINT_KINDS)
    for (const side of ['a', 'b'] as const) {
      const places = new Set(
        [...here.ports, ...there.ports].flatMap((p) => (p.kind === kind.kind && p.side === side ? [p.place] : [])),
      );
      const port = (e: Engine, place: string | undefined) =>
        e.ports.find((p) => p.kind === kind.kind && p.side === side && p.place === place)?.spec;
      for (const place of places) {
        const [a, b] = [port(here, place), port(there, place)];
        tell(
          `${kind.title}${place === undefined ? '' : `, ${placeWords(place)}`}: ${kind.sides[side]}`,
          a && specWords(a),
          b && specWords(b),
        );
      }
    }
  tell('Computer', here.computer?.name, there.computer?.name);
  tell('It wants', here.computer?.wants.join(', '), there.computer?.wants.join(', '));
  tell('It sends', here.computer?.sends.join(', '), there.computer?.sends.join(', '));
  return list;
}
