import { length, sub } from '../../geometry/index.ts';
import { indexOf, makeFinding, type Engine, type Finding, type Subject } from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';

/** Bosses nearer to each other than this take the same bracket, mm. */
const SAME_MM = 1;

/** What differs between two engines for what carries them: bosses by their names, each in its engine’s own frame, and weight. */
function differences(now: Engine, later: Engine): string[] {
  const words: string[] = [];
  const off = now.bosses.flatMap((boss) => {
    const other = later.bosses.find((b) => b.name === boss.name);
    if (!other) return [`no boss “${boss.name}”`];
    const mm = length(sub(other.atMm, boss.atMm));
    const thread = other.thread === boss.thread ? '' : `, ${other.thread} where this has ${boss.thread}`;
    if (mm <= SAME_MM && thread === '') return [];
    return [`boss “${boss.name}” ${say(mm, 'lengthMm', { digits: 0 })} elsewhere${thread}`];
  });
  words.push(...(off.length > 0 ? off : now.bosses.length > 0 ? ['the same bosses'] : []));
  const [a, b] = [now.massRecords[0]?.massKg, later.massRecords[0]?.massKg];
  if (a && b) {
    const kg = b.value - a.value;
    words.push(`${say(Math.abs(kg), 'massKg', { digits: 0 })} ${kg < 0 ? 'lighter' : 'heavier'} as listed`);
  }
  return words;
}

/** Which engine of a later stage a carrier takes too, and what differs for it. */
export function laterEngineFindings({ engine, parts, library }: Subject): Finding[] {
  const { engines } = indexOf(library);
  return parts.flatMap((part) =>
    (part.carries?.alsoFits ?? []).flatMap((id): Finding[] => {
      const later = engines.get(id);
      if (!later || id === engine.id) return [];
      const differs = differences(engine, later);
      return [
        makeFinding({
          id: `carrier-later-${part.id}-${id}`,
          state: 'clear',
          step: 'fit',
          title: `${capital(part.name)} also fits the ${later.shortName} later (manufacturer)`,
          because:
            differs.length > 0
              ? `Against the ${engine.shortName}: ${differs.join(', ')}. The rest is checked in its own candidate.`
              : 'Mount bosses or mass of both missing: checked in its own candidate.',
          about: [part.id, id],
        }),
      ];
    }),
  );
}
