import { dressingOf, type DressingOption, type PartRole, type Slot, type Subject } from '../../model/index.ts';
import { apartUnplaced } from '../mass/index.ts';
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

/** What a slot puts outside of the engine, where it is not the exhaust, which a route may stand for. */
const SLOT_ROLES: Partial<Record<Slot, readonly PartRole[]>> = {
  sump: ['sump'],
  intake: ['intake', 'throttle body'],
  'blower or turbo': ['turbo', 'intake'],
  cover: ['rocker cover'],
};

/** Chosen dressing without a shape, where nothing else of the engine is drawn in its place. */
function undrawnOptions({ engine, candidate }: Subject): readonly DressingOption[] {
  if (engine.solids.length === 0) return [];
  return dressingOf(engine, candidate)
    .filter(({ slot, option }) => {
      const roles = SLOT_ROLES[slot];
      // What takes something away has no shape.
      if (!roles || option.solids.length > 0 || option.massKg.value < 0) return false;
      return !engine.solids.some((s) => roles.includes(s.role));
    })
    .map(({ option }) => option);
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
  if (gearbox.solids.length > 0 && apartUnplaced(subject))
    things.push({
      id: 'gearbox-place',
      words: 'gearbox position not entered',
      pointer: `/candidates/${candidate.id}/gearboxPlacement`,
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
  for (const option of undrawnOptions(subject))
    things.push({
      id: option.id,
      words: `${option.name} is not drawn`,
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
