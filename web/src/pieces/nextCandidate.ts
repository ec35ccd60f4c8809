import type { Build, Candidate, Library } from '@sable/core';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** A candidate to begin with: the first engine not yet in the line-up, with the car's own gearbox or the first. Undefined without a library. */
export function nextCandidate(build: Build, library: Library): Candidate | undefined {
  const letter = [...LETTERS].find((l) => !build.candidates.some((c) => c.letter === l));
  const engine =
    library.engines.find(
      (e) =>
        !e.retired && !build.candidates.some((c) => c.engineId === e.id) && e.id !== build.chassis?.originalEngineId,
    ) ?? library.engines[0];
  const gearbox = library.gearboxes.find((g) => g.id === build.chassis?.originalGearboxId) ?? library.gearboxes[0];
  if (!letter || !engine || !gearbox) return undefined;
  const model = build.candidates[0];
  const ids = new Set(build.candidates.map((c) => c.id));
  let id = letter.toLowerCase();
  for (let n = 2; ids.has(id); n++) id = `${letter.toLowerCase()}${n}`;
  return {
    id,
    letter,
    name: engine.name,
    engineId: engine.id,
    dressing: {},
    gearboxId: gearbox.id,
    finalDrive: build.chassis?.axleRatios.find((r) => r.fitted)?.ratio ?? 4,
    tyreCode: build.chassis?.tyres.find((t) => t.fitted)?.code ?? '185/65R15',
    placement: model?.placement ?? { xMm: -200, yMm: 0, zMm: 330, yawDeg: 0, pitchDeg: 2.5, cantDeg: 0 },
    mountSchool: build.brief.mountSchool,
    partIds: [],
    whyNot: '',
  };
}
