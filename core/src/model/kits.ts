import type { Part } from './part.ts';

/** A part with all that comes in it, and in those in turn, each once; what the library has not is left out. */
export function wholeOf(part: Part, parts: ReadonlyMap<string, Part>): readonly Part[] {
  if (!part.inKit) return [part];
  const all = new Set([part]);
  for (const each of all)
    for (const id of each.inKit ?? []) {
      const inside = parts.get(id);
      if (inside) all.add(inside);
    }
  return [...all];
}

/** The accepted part that brings another: itself, or the kit that it comes in. */
export const broughtIn = (part: Part, acceptedIds: readonly string[], parts: ReadonlyMap<string, Part>): Part =>
  acceptedIds.includes(part.id)
    ? part
    : (acceptedIds.flatMap((id) => parts.get(id) ?? []).find((kit) => wholeOf(kit, parts).includes(part)) ?? part);

/** The parts whose mass counts: what is in a kit that was weighed whole counts with it, a kit that was not with its parts. */
export function weighing(parts: readonly Part[]): readonly Part[] {
  if (!parts.some((p) => p.inKit)) return parts;
  const byId = new Map(parts.map((p) => [p.id, p]));
  const counted = new Set(parts.flatMap((p) => (p.inKit && p.massKg ? wholeOf(p, byId).filter((x) => x !== p) : [])));
  return parts.filter((p) => !counted.has(p) && !(p.inKit && p.inKit.length > 0 && !p.massKg));
}
