import type { AdapterPlate, Candidate, Engine, Gearbox, PlateHole } from '../../model/index.ts';

export interface PlatePattern {
  readonly holes: readonly PlateHole[];
  /** How surely each hole was placed, mm; undefined where nobody has said. */
  readonly plusMinusMm: number | undefined;
  /** Entered with the plate, or that of the library. */
  readonly from: 'plate' | 'library';
}

/** A plate with the patterns that it is drawn by. */
export interface PlateInForce {
  readonly plate: AdapterPlate;
  readonly engine: PlatePattern;
  readonly gearbox: PlatePattern;
}

const UNDRAWN: AdapterPlate = { engineHoles: [], gearboxHoles: [], clockingDeg: 0 };

/** The plate of a candidate: holes that are entered with it, else those that engine and gearbox have in the library. */
export function plateInForce({
  candidate,
  engine,
  gearbox,
}: {
  readonly candidate: Pick<Candidate, 'plate'>;
  readonly engine: Pick<Engine, 'bellPattern'> | undefined;
  readonly gearbox: Pick<Gearbox, 'bellPattern'> | undefined;
}): PlateInForce {
  const plate = candidate.plate ?? UNDRAWN;
  const patternOf = (own: readonly PlateHole[], known: Engine['bellPattern']): PlatePattern =>
    own.length === 0 && known
      ? { holes: known.holes, plusMinusMm: known.plusMinusMm, from: 'library' }
      : { holes: own, plusMinusMm: plate.plusMinusMm, from: 'plate' };
  const ofEngine = patternOf(plate.engineHoles, engine?.bellPattern);
  const ofGearbox = patternOf(plate.gearboxHoles, gearbox?.bellPattern);
  return {
    plate: { ...plate, engineHoles: [...ofEngine.holes], gearboxHoles: [...ofGearbox.holes] },
    engine: ofEngine,
    gearbox: ofGearbox,
  };
}
