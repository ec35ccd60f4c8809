import { InputError, powerKwFrom } from '../../units/index.ts';
import { integrate, maximise, monotoneCubic, valueAt, type MonotoneCubic } from './monotone.ts';

/** A torque curve ready to be asked: N·m at the crank over rpm. */
export type Torque = MonotoneCubic;

/**
 * Builds the curve from points (rpm, N·m).
 * @throws InputError where rpm falls or repeats, a torque is negative, or the lists differ in length.
 */
export function torqueFrom(
  rpm: readonly number[],
  torqueNm: readonly number[],
  pointers = { rpm: '/curveRpm', torque: '/curveTorqueNm' },
): Torque {
  if (rpm.length < 2) throw new InputError(pointers.rpm, 'A torque curve needs at least two points.');
  if (rpm.length !== torqueNm.length) {
    throw new InputError(
      pointers.torque,
      `There must be as many torques as rpm points: ${rpm.length} rpm, ${torqueNm.length} torques.`,
    );
  }
  rpm.forEach((n, i) => {
    if (!(n > 0))
      throw new InputError(`${pointers.rpm}/${i}`, `Engine speed must be greater than 0 (point ${i + 1}: ${n}).`);
    if (i > 0 && !(n > rpm[i - 1]!)) {
      throw new InputError(
        `${pointers.rpm}/${i}`,
        `Engine speeds must increase: point ${i + 1} (${n} rpm) is not above ${rpm[i - 1]} rpm.`,
      );
    }
  });
  torqueNm.forEach((t, i) => {
    if (!(t >= 0))
      throw new InputError(`${pointers.torque}/${i}`, `Torque must not be negative (point ${i + 1}: ${t} N·m).`);
  });
  return monotoneCubic(rpm, torqueNm);
}

export const lowestRpm = (curve: Torque) => curve.x[0]!;
export const highestRpm = (curve: Torque) => curve.x.at(-1)!;

/** N·m, or undefined beyond the measured ends. */
export function torqueAt(curve: Torque, rpm: number): number | undefined {
  return valueAt(curve, rpm);
}

/** kW, or undefined beyond the measured ends. */
export function powerAt(curve: Torque, rpm: number): number | undefined {
  const torque = valueAt(curve, rpm);
  return torque === undefined ? undefined : powerKwFrom(torque, rpm);
}

export interface Peaks {
  readonly peakPowerKw: number;
  readonly peakPowerRpm: number;
  readonly peakTorqueNm: number;
  readonly peakTorqueRpm: number;
}

const peaks = new WeakMap<Torque, Peaks>();

/** Peaks of the curve itself, not only of its given points. */
export function peaksOf(curve: Torque): Peaks {
  const known = peaks.get(curve);
  if (known) return known;
  const power = maximise(curve, (n) => powerKwFrom(1, n));
  const torque = maximise(curve);
  const found = {
    peakPowerKw: power.value,
    peakPowerRpm: power.x,
    peakTorqueNm: torque.value,
    peakTorqueRpm: torque.x,
  };
  peaks.set(curve, found);
  return found;
}

const multiplied = new WeakMap<Torque, Map<number, Torque>>();
/** Factors kept for one curve: dressings, a hot day. */
const MOST_KEPT = 16;

/** The same curve with every torque multiplied: hot air, a dressing. The same object for the same factor, since tables and peaks are kept by curve. */
export function scaled(curve: Torque, factor: number): Torque {
  const known = multiplied.get(curve) ?? new Map<number, Torque>();
  multiplied.set(curve, known);
  let found = known.get(factor);
  if (!found) {
    if (known.size >= MOST_KEPT) known.clear();
    found = times(curve, factor);
    known.set(factor, found);
  }
  return found;
}

function times(curve: Torque, factor: number): Torque {
  return { x: curve.x, y: curve.y.map((t) => t * factor), slope: curve.slope.map((s) => s * factor) };
}

export interface BandFigures {
  readonly meanTorqueNm: number;
  readonly meanPowerKw: number;
  readonly areaNmRpm: number;
  readonly lowEndTorqueNm: number;
  readonly peakInBandNm: number;
}

/**
 * Figures over the driving band: means are integrals over rpm divided by the width of the band.
 * @throws InputError where the band is empty or reaches beyond the curve (there is no extrapolation).
 */
export function bandFigures(curve: Torque, lowRpm: number, highRpm: number): BandFigures {
  if (!(highRpm > lowRpm))
    throw new InputError('/bandHighRpm', `The upper rpm limit must be higher than the lower one, ${lowRpm} rpm.`);
  if (lowRpm < lowestRpm(curve))
    throw new InputError('/bandLowRpm', `Torque curve starts at ${lowestRpm(curve)} rpm: raise the lower rpm limit.`);
  if (highRpm > highestRpm(curve))
    throw new InputError('/bandHighRpm', `Torque curve ends at ${highestRpm(curve)} rpm: reduce the upper rpm limit.`);
  const width = highRpm - lowRpm;
  const area = integrate(curve, lowRpm, highRpm);
  const power = integrate(curve, lowRpm, highRpm, (n) => powerKwFrom(1, n));
  let peakInBandNm = Math.max(valueAt(curve, lowRpm)!, valueAt(curve, highRpm)!);
  for (const [i, n] of curve.x.entries())
    if (n > lowRpm && n < highRpm) peakInBandNm = Math.max(peakInBandNm, curve.y[i]!);
  return {
    meanTorqueNm: area / width,
    meanPowerKw: power / width,
    areaNmRpm: area,
    lowEndTorqueNm: valueAt(curve, lowRpm)!,
    peakInBandNm,
  };
}
