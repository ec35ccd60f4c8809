import type { Subject } from '../../model/index.ts';
import { notInBay } from './essential.ts';

/** Something that is not drawn or not measured: no gap of it can be told. */
export interface Unjudged {
  readonly id: string;
  /** "the gearbox is not drawn". */
  readonly words: string;
  /** Where it is entered. */
  readonly pointer: string;
  /** Of the powertrain; else of the bay. */
  readonly undrawn: boolean;
}

/** What stands between a clear fit and the word "clear": nothing undrawn or unmeasured clears anything. */
export function unjudgedOf(subject: Subject): readonly Unjudged[] {
  const { engine, gearbox, chassis, dressing, candidate } = subject;
  const drawn = (roles: readonly string[]) =>
    [...engine.solids, ...dressing.flatMap((d) => d.solids), ...(candidate.scanned ?? [])].some((s) =>
      roles.includes(s.role),
    );
  const things: Unjudged[] = [];
  const engineDrawn = engine.solids.length > 0 || (candidate.scanned ?? []).length > 0;
  if (!engineDrawn)
    things.push({
      id: engine.id,
      words: `the ${engine.shortName} is not drawn`,
      pointer: `/engines/${engine.id}/solids`,
      undrawn: true,
    });
  if (gearbox.solids.length === 0)
    things.push({
      id: gearbox.id,
      words: `the ${gearbox.shortName} is not drawn`,
      pointer: `/gearboxes/${gearbox.id}/solids`,
      undrawn: true,
    });
  if (
    engineDrawn &&
    !drawn(['exhaust manifold', 'turbo']) &&
    !(candidate.routes ?? []).some((r) => r.kind === 'exhaust')
  )
    things.push({
      id: 'exhaust',
      words: 'the exhaust is not drawn',
      pointer: `/engines/${engine.id}/slots`,
      undrawn: true,
    });
  for (const { roles, name } of chassis ? notInBay(chassis) : [])
    things.push({
      id: roles[0]!.replaceAll(' ', '-'),
      words: `${name} is not measured`,
      pointer: '/chassis/obstacles',
      undrawn: false,
    });
  return things;
}
