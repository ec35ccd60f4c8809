import type { Build, Candidate } from '../../model/index.ts';

/** Where nobody has entered where the engine sits, nothing is judged by where it sits. */
const NOWHERE = { xMm: 0, yMm: 0, zMm: 0, yawDeg: 0, pitchDeg: 0, cantDeg: 0 } as const;

/**
 * The car as it was found, as a candidate that is in no line-up: its original engine, gearbox, axle and tyres. Its
 * driving and noise figures are what every change is measured against; its placement says nothing, for what stays in the car is
 * not weighed anew. Undefined where the survey does not say what was in it, or on which final drive it ran.
 */
export function baselineCandidate(build: Pick<Build, 'chassis' | 'brief'>): Candidate | undefined {
  const { chassis, brief } = build;
  const axle = chassis?.axleRatios.find((r) => r.fitted) ?? chassis?.axleRatios[0];
  if (!chassis?.originalEngineId || !chassis.originalGearboxId || !axle) return undefined;
  return {
    id: 'as-found',
    letter: 'Z',
    name: 'Original car',
    engineId: chassis.originalEngineId,
    dressing: {},
    gearboxId: chassis.originalGearboxId,
    finalDrive: axle.ratio,
    tyreCode: (chassis.tyres.find((t) => t.fitted) ?? chassis.tyres[0])?.code ?? 'none',
    ...(chassis.engineAt ? { placement: chassis.engineAt } : { placement: NOWHERE, unplaced: true as const }),
    mountSchool: brief.mountSchool,
    partIds: [],
    whyNot: '',
  };
}
