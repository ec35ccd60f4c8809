import { worstState, type Check, type Finding } from '../../model/index.ts';
import { movementOf, type Movement } from './movement.ts';
import type { MountsResult } from './mountsFigures.ts';

/** Where the car is parted between engine and gearbox: a plane across it, and whether the gearbox stands behind it. */
export interface Parted {
  readonly splitXMm: number;
  readonly behind: boolean;
}

const ofGearbox = (f: Finding): Finding => ({ ...f, id: `${f.id}-gearbox`, title: `Gearbox: ${f.title}` });

/** Each row by the one of both that is worse off, saying which that is. */
function worseOf(engine: readonly Check[], box: readonly Check[]): Check[] {
  const rows = [...engine, ...box.filter((b) => !engine.some((e) => e.id === b.id))];
  return rows.map((row) => {
    const [own, other] = [engine.find((c) => c.id === row.id), box.find((c) => c.id === row.id)];
    if (!own || !other) return row;
    const worst = worstState([own.state, other.state]);
    const chosen = own.state === worst ? own : other;
    return { ...chosen, because: `${chosen === own ? 'Engine' : 'Gearbox'}: ${chosen.because}` };
  });
}

/** What the mounts of an engine and those of a gearbox that hangs away from it come to together. */
export function together(engine: MountsResult, box: MountsResult, parted: Parted): MountsResult {
  const join = (a: Movement, b: Movement) => ({ ...a.data, apart: { data: b.data, ...parted } });
  const data = join(engine.movement, box.movement);
  return {
    checks: worseOf(engine.checks, box.checks),
    findings: [...engine.findings, ...box.findings.map(ofGearbox)],
    figures: { ...engine.figures, movement: data, mounts: [...engine.figures.mounts, ...box.figures.mounts] },
    movement: movementOf(data),
    firmer: () => {
      const [a, b] = [engine.firmer(), box.firmer()];
      return a || b ? movementOf(join(a ?? engine.movement, b ?? box.movement)) : undefined;
    },
  };
}
