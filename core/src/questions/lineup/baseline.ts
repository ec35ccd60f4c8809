import type { Build, Candidate } from '../../model/index.ts';

/**
 * The car as it was found, as a candidate that is in no line-up: its original engine, gearbox, axle and tyres. Its
 * driving and noise figures are what every change is measured against; its placement says nothing, for what stays in the car is
 * not weighed anew, and its fit is not shown. Undefined where the survey does not say what was in it.
 */
export function baselineCandidate(build: Build): Candidate | undefined {
  const { chassis, brief } = build;
  if (!chassis?.originalEngineId || !chassis.originalGearboxId) return undefined;
  return {
    id: 'as-found',
    letter: 'Z',
    name: 'The car as found',
    engineId: chassis.originalEngineId,
    dressing: {},
    gearboxId: chassis.originalGearboxId,
    finalDrive: (chassis.axleRatios.find((r) => r.fitted) ?? chassis.axleRatios[0]!).ratio,
    tyreCode: (chassis.tyres.find((t) => t.fitted) ?? chassis.tyres[0]!).code,
    placement: { xMm: -200, yMm: 0, zMm: 330, yawDeg: 0, pitchDeg: 0, cantDeg: 0 },
    mountSchool: brief.mountSchool,
    partIds: [],
    whyNot: '',
  };
}
