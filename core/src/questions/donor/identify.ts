import type { CastingMark, Engine, Family } from '../../model/index.ts';
import type { Figure } from '../../units/index.ts';

/** What the marks that were read say together; a field is absent where no mark tells it. */
export interface Identity {
  readonly engineIds: readonly string[];
  readonly builtFrom?: number;
  readonly builtTo?: number;
  readonly bosses?: 'there' | 'missing';
  readonly chamberCc?: Figure;
  readonly crankWheel?: string;
  /** Pairs of marks that can't have left the works on one engine, in words. */
  readonly contradictions: readonly string[];
  /** What none of the marks read tells, and the marks that would. */
  readonly unknown: readonly { readonly what: string; readonly readAt: readonly string[] }[];
}

const at = (m: CastingMark) => `“${m.reads}” on the ${m.on}`;

/**
 * Narrows down what stands on the floor from the marks that were read on it. Years and engines are cut to what all marks
 * allow; where two marks exclude each other both are named, and the pieces did not leave the works together.
 */
export function identify(family: Family, engines: readonly Engine[], readIds: readonly string[]): Identity {
  const read = family.marks.filter((m) => readIds.includes(m.id));
  const ofFamily = engines.filter((e) => e.family === family.name);
  const contradictions: string[] = [];
  for (const [i, a] of read.entries()) {
    for (const b of read.slice(i + 1)) {
      const years = (a.builtFrom ?? 0) <= (b.builtTo ?? 9999) && (b.builtFrom ?? 0) <= (a.builtTo ?? 9999);
      const engine = a.engineIds.some((id) => b.engineIds.includes(id));
      const bosses = !a.bosses || !b.bosses || a.bosses === b.bosses;
      if (!years || !engine || !bosses)
        contradictions.push(
          `${at(a)} and ${at(b)} ${!engine ? 'belong to different engines' : !years ? 'are of different years' : 'have different mount bosses'}: parts are from different engines.`,
        );
    }
  }
  const engineIds = ofFamily.map((e) => e.id).filter((id) => read.every((m) => m.engineIds.includes(id)));
  const from = maxOf(read.map((m) => m.builtFrom));
  const to = minOf(read.map((m) => m.builtTo));
  const fits = contradictions.length === 0;
  const first = <K extends keyof CastingMark>(key: K) => read.find((m) => m[key] !== undefined)?.[key];
  const bosses = first('bosses');
  const chamberCc = first('chamberCc');
  const crankWheel = first('crankWheel');
  const lacking = (what: string, known: boolean, tells: (m: CastingMark) => boolean) => {
    const readAt = family.marks.filter((m) => tells(m) && !readIds.includes(m.id)).map((m) => `${m.on}, ${m.where}`);
    return known ? [] : [{ what, readAt: [...new Set(readAt)] }];
  };
  return {
    engineIds,
    ...(fits && from !== undefined ? { builtFrom: from } : {}),
    ...(fits && to !== undefined ? { builtTo: to } : {}),
    ...(fits && bosses ? { bosses } : {}),
    ...(chamberCc ? { chamberCc } : {}),
    ...(crankWheel ? { crankWheel } : {}),
    contradictions,
    unknown: [
      ...lacking('build years', from !== undefined || to !== undefined, (m) => m.builtFrom !== undefined),
      ...lacking('side mount bosses', bosses !== undefined, (m) => m.bosses !== undefined),
      ...lacking('chamber volume', chamberCc !== undefined, (m) => m.chamberCc !== undefined),
      ...lacking('crank trigger wheel (tone wheel)', crankWheel !== undefined, (m) => m.crankWheel !== undefined),
    ],
  };
}

const defined = (list: readonly (number | undefined)[]) => list.filter((n): n is number => n !== undefined);
const maxOf = (list: readonly (number | undefined)[]) =>
  defined(list).length > 0 ? Math.max(...defined(list)) : undefined;
const minOf = (list: readonly (number | undefined)[]) =>
  defined(list).length > 0 ? Math.min(...defined(list)) : undefined;
