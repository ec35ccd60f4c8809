import { makeFinding, type Finding, type Subject } from '../../model/index.ts';
import { say } from '../../units/index.ts';

/** What of a candidate has to be mapped: a bought computer always, the engine’s own where something of the engine was changed. */
export function computersToMap({ parts, engine, candidate }: Subject): string[] {
  const bought = parts.filter((p) => p.class === 'computer').map((p) => p.name);
  if (bought.length > 0) return bought;
  if (candidate.wiring?.plan === 'standalone computer') return ['standalone computer'];
  return engine.computer && (candidate.workings ?? []).length > 0 ? [engine.computer.name] : [];
}

const plain = (text: string) =>
  text
    .toLocaleLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Whether a tuner’s words name a computer: one is part of the other, case and signs aside. */
export function mapsIt(computers: readonly string[], name: string): boolean {
  const wanted = plain(name);
  return computers.some((c) => {
    const has = plain(c);
    return has !== '' && (wanted.includes(has) || has.includes(wanted));
  });
}

/** Whether somebody near maps the computers of a candidate; nothing where nobody has said who is near. */
export function tuningFindings(subject: Subject): Finding[] {
  const { tuners } = subject.brief;
  if (!tuners || tuners.length === 0) return [];
  return computersToMap(subject).map((name) => {
    const able = tuners
      .filter((t) => mapsIt(t.computers, name))
      .sort((a, b) => (a.distanceKm ?? Infinity) - (b.distanceKm ?? Infinity));
    const [first] = able;
    const far = first?.distanceKm === undefined ? '' : `, ${say(first.distanceKm, 'travelledKm')} away`;
    return makeFinding({
      id: `tuner-${name}`,
      state: first ? 'clear' : 'tight',
      step: 'wiring',
      title: first ? `${first.name}${far} maps the ${name}` : `${name}: no tuner nearby`,
      because: first
        ? `${able.length === 1 ? 'The only one' : `One of ${able.length}`} of the tuners in the brief who works with it.`
        : `${tuners.map((t) => `${t.name}: ${t.computers.join(', ') || 'no computer entered'}`).join('; ')}. Calibrate it yourself, use a more distant tuner, or use an ECU they support.`,
      about: [name],
    });
  });
}
