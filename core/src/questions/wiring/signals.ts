import { InputError, requireAllPositive } from '../../units/index.ts';

export const TACHO_SIGNALS = ['coil-single', 'coil-per-cylinder', 'wasted-spark', 'computer'] as const;
export type TachoSignal = (typeof TACHO_SIGNALS)[number];

/**
 * Pulses each crank turn: of one coil for all, cylinders/2 of a four-stroke; of a coil to each cylinder ½; of a wasted spark 1. A
 * computer’s own output is told, not reckoned.
 */
export function pulsesPerRev(signal: Exclude<TachoSignal, 'computer'>, cylinders: number, strokes: 2 | 4 = 4): number {
  if (!(cylinders >= 1)) throw new InputError('/engineCylinders', 'The engine needs at least one cylinder.');
  const each = 2 / strokes;
  if (signal === 'coil-single') return cylinders * each;
  return signal === 'coil-per-cylinder' ? each : 2 * each;
}

/** What a rev counter shows that expects so many cylinders behind one coil, and the factor on the pulses that puts it right. */
export function tachoReading(pulses: number, expectsCylinders: number, engineRpm: number) {
  requireAllPositive({ pulsesPerRev: pulses, gaugeExpectsCylinders: expectsCylinders, engineRpm });
  const expected = expectsCylinders / 2;
  return { pulsesPerRev: pulses, gaugeReadsRpm: (engineRpm * pulses) / expected, correctionFactor: expected / pulses };
}

export interface SpeedSignal {
  readonly sensorPulsesPerOutputRev: number;
  readonly oldFinalDrive: number;
  readonly newFinalDrive: number;
  readonly oldRollingCircumferenceMm: number;
  readonly newRollingCircumferenceMm: number;
  readonly trueSpeedKph: number;
}

/** A speedometer behind another axle or tyre: pulses each km = pulses each turn of the output × final drive × 10⁶ / circumference in mm. */
export function speedoReading(s: SpeedSignal) {
  requireAllPositive({ ...s });
  const perKm = (finalDrive: number, mm: number) => (s.sensorPulsesPerOutputRev * finalDrive * 1e6) / mm;
  const was = perKm(s.oldFinalDrive, s.oldRollingCircumferenceMm);
  const now = perKm(s.newFinalDrive, s.newRollingCircumferenceMm);
  return {
    oldPulsesPerKm: was,
    newPulsesPerKm: now,
    indicatedKph: (s.trueSpeedKph * now) / was,
    errorPct: 100 * (now / was - 1),
    correctionFactor: was / now,
  };
}
