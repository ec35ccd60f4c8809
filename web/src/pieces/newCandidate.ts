import type { Build, Candidate, Library } from '@sable/core';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** What a person chooses of a new candidate. */
export type MadeOf = Pick<Candidate, 'engineId' | 'gearboxId' | 'finalDrive' | 'tyreCode'>;

/** Most candidates that have letters of their own. */
export const MOST_CANDIDATES = LETTERS.length;

/**
 * A new candidate of what was chosen, with the next letter and an id of its own. It stands where the engine in the car sits, or
 * where the first of the line-up stands; where nobody has said either, it is not placed until somebody places it in Fit.
 */
export function newCandidate(build: Build, library: Library, of: MadeOf): Candidate {
  const letter = [...LETTERS].find((l) => !build.candidates.some((c) => c.letter === l)) ?? 'Z';
  const ids = new Set(build.candidates.map((c) => c.id));
  let id = letter.toLowerCase();
  for (let n = 2; ids.has(id); n++) id = `${letter.toLowerCase()}${n}`;
  return {
    id,
    letter,
    name: library.engines.find((e) => e.id === of.engineId)?.name ?? of.engineId,
    ...of,
    dressing: {},
    ...whereItSits(build),
    mountSchool: build.brief.mountSchool,
    partIds: [],
    whyNot: '',
  };
}

/** Drawn there so that it can be taken hold of; nothing is judged by it. */
const TO_BEGIN_WITH = { xMm: -200, yMm: 0, zMm: 330, yawDeg: 0, pitchDeg: 0, cantDeg: 0 } as const;

function whereItSits({ chassis, candidates }: Build): Pick<Candidate, 'placement' | 'unplaced'> {
  const known = chassis?.engineAt ?? candidates.find((c) => !c.unplaced)?.placement;
  return known ? { placement: known } : { placement: TO_BEGIN_WITH, unplaced: true };
}
