/** Where the engine's work went, J. `tyreSlip` is nought while the driver feathers a clutch; see `simulate`. */
export interface EnergyLedger {
  readonly engineWorkJ: number;
  /** Gain of body, wheels and engine rotation; the engine starts at launch rpm. */
  readonly kineticJ: number;
  readonly dragJ: number;
  readonly rollingJ: number;
  readonly gradeJ: number;
  readonly drivelineLossJ: number;
  readonly clutchSlipJ: number;
  readonly tyreSlipJ: number;
  readonly engineRevDropJ: number;
}

/** What is left unaccounted for, as a share of the engine's work. */
export function imbalance(e: EnergyLedger): number {
  const sinks =
    e.kineticJ + e.dragJ + e.rollingJ + e.gradeJ + e.drivelineLossJ + e.clutchSlipJ + e.tyreSlipJ + e.engineRevDropJ;
  return e.engineWorkJ === 0 ? 0 : Math.abs(sinks - e.engineWorkJ) / e.engineWorkJ;
}

/** One moment of a run, for drawing. */
export interface TracePoint {
  readonly timeS: number;
  readonly speedKph: number;
  readonly distanceM: number;
  readonly rpm: number;
  /** First is 1; nought while nothing drives. */
  readonly gear: number;
  readonly thrustN: number;
  readonly gripN: number | undefined;
  readonly resistanceN: number;
  /** Speed of the engine over that of the input shaft, above it, rpm. */
  readonly slipRpm: number;
}

export interface Milestone {
  readonly timeS: number;
  readonly speedKph: number;
  readonly distanceM: number;
}

/** A converter loaded against the brake before the start. */
export interface Loaded {
  readonly rpm: number;
  /** Of its boost, 0 to 1. */
  readonly boostShare: number;
  /** All that the engine gives meanwhile goes into the converter’s oil, J. */
  readonly heatJ: number;
  /** What ends it: the engine at its stall, or the brakes, which hold no more. */
  readonly heldBy: 'stall' | 'brakes';
}

export interface RunResult {
  /** Time to each speed asked for, in the same order; undefined where it is never reached. */
  readonly speeds: readonly (Milestone | undefined)[];
  readonly distance: Milestone | undefined;
  /** At the end of the distance where one is asked for, else at the end of the run. */
  readonly energy: EnergyLedger;
  readonly trace: readonly TracePoint[];
  readonly shifts: readonly { readonly timeS: number; readonly fromGear: number; readonly speedKph: number }[];
  /** Seconds in which the tyres set the pace. */
  readonly gripLimitedS: number;
  readonly launchedAtS: number | undefined;
  readonly starts: boolean;
  /** What was done before it left, if it was held against the brake. */
  readonly loaded: Loaded | undefined;
  /** Heat in the clutch until it locks, J. */
  readonly launchHeatJ: number;
  readonly steps: number;
}

export interface RunQuestion {
  readonly speedsKph: readonly number[];
  readonly distanceM?: number | undefined;
  /** Starts in gear, clutch locked, instead of from rest. */
  readonly from?: { readonly speedKph: number; readonly gear: number } | undefined;
  /** Whether points for drawing are kept. */
  readonly trace?: boolean | undefined;
  /** Error asked of one step: m/s and m, relative to 1 m/s and to the figure; 2e-5 if nothing is said. */
  readonly tolerance?: number | undefined;
}
