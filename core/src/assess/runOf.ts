import { judging } from '../pipeline/index.ts';
import { resolveSubject, settingOf, type Build, type Candidate, type Library } from '../model/index.ts';
import {
  boostLost,
  imbalance,
  inGears,
  oilRiseC,
  plantOf,
  QUARTER_MILE_M,
  simulate,
  SIXTY_MPH_KPH,
  type BoostLost,
  type EnergyLedger,
  type InGear,
  type Loaded,
  type Milestone,
  type RunChoices,
  type TracePoint,
} from '../questions/acceleration/index.ts';

/** A run of a candidate, whole. */
export interface RunAnswer {
  readonly zeroTo100S: number | undefined;
  readonly zeroTo60MphS: number | undefined;
  readonly quarterMile: Milestone | undefined;
  readonly inGears: readonly InGear[];
  readonly energy: EnergyLedger;
  readonly imbalance: number;
  readonly trace: readonly TracePoint[];
  readonly shifts: readonly { readonly timeS: number; readonly fromGear: number; readonly speedKph: number }[];
  readonly gripLimitedS: number;
  readonly launchRpm: number;
  readonly shiftRpm: readonly number[];
  readonly shiftTimeS: number;
  readonly launchHeatJ: number;
  readonly starts: boolean;
  readonly converter: boolean;
  /** What was done before it left, held against the brake, with how much it warms the oil of the gearbox. */
  readonly loaded: (Loaded & { readonly oilRiseC: number | undefined }) | undefined;
  readonly boost: BoostLost | undefined;
}

/**
 * Runs a candidate as asked; undefined where its curve, the car's mass, a tyre or its converter is not known.
 * @throws InputError naming a choice that can't be run with.
 */
export function runOf(
  build: Build,
  candidate: Candidate,
  library: Library,
  choices: RunChoices,
): RunAnswer | undefined {
  const { subject } = resolveSubject(settingOf(build), candidate, library);
  if (!subject) return undefined;
  const judged = judging(subject);
  const mass = judged.get('mass').figures;
  const gearing = judged.get('gearing').figures;
  const holdsN = judged.find('brakes')?.figures.holdsN;
  const plant = plantOf(subject, mass, gearing, choices, holdsN);
  if (!plant) return undefined;
  const run = simulate(plant, { speedsKph: [100, SIXTY_MPH_KPH], distanceM: QUARTER_MILE_M, trace: true });
  return {
    zeroTo100S: run.speeds[0]?.timeS,
    zeroTo60MphS: run.speeds[1]?.timeS,
    quarterMile: run.distance,
    inGears: inGears(plant),
    energy: run.energy,
    imbalance: imbalance(run.energy),
    trace: run.trace,
    shifts: run.shifts,
    gripLimitedS: run.gripLimitedS,
    launchRpm: plant.launchRpm,
    shiftRpm: plant.shiftRpm,
    shiftTimeS: plant.shiftTimeS,
    launchHeatJ: run.launchHeatJ,
    starts: run.starts,
    converter: plant.converter !== undefined,
    loaded: run.loaded && { ...run.loaded, oilRiseC: oilRiseC(subject.gearbox, run.loaded.heatJ) },
    boost: boostLost(subject, mass, gearing, choices, undefined, holdsN),
  };
}
