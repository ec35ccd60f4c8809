import { peaksOf, torqueFrom, type Torque } from '../curve/index.ts';
import { InputError } from '../../units/index.ts';

export const BREATHING_KINDS = ['two valves', 'four valves', 'boosted'] as const;
export type BreathingKind = (typeof BREATHING_KINDS)[number];

/** Brake mean effective pressure that each kind reaches at its best, bar: two valves 9 to 10.5, four 11 to 13. */
const BEST_BMEP_BAR: Readonly<Record<Exclude<BreathingKind, 'boosted'>, { low: number; high: number }>> = {
  'two valves': { low: 9, high: 10.5 },
  'four valves': { low: 11, high: 13 },
};

/** Mean effective pressure of a torque, bar: 4π·T/V for a four-stroke. Heywood, eq. 2.20. */
export const bmepBar = (torqueNm: number, displacementCc: number) => (4 * Math.PI * torqueNm * 10) / displacementCc;
export const torqueOfBmep = (bar: number, displacementCc: number) => (bar * displacementCc) / (40 * Math.PI);

/** Efficiency of the ideal Otto cycle at κ = 1.3, for the ratio of two compressions. */
const otto = (compression: number) => 1 - compression ** -0.3;

export interface SisterInput {
  readonly sister: Torque;
  readonly sisterDisplacementCc: number;
  readonly displacementCc: number;
  readonly sisterCompression: number;
  readonly compression: number;
  /** How far the cam and head move the speed of peak torque: 1.1 puts it a tenth higher. */
  readonly speedFactor: number;
  /** How much better (above 1) it fills than its sister where both are at their best. */
  readonly fillingFactor: number;
  /** Charge density against the sister's: 1 where both breathe the same air. */
  readonly chargeDensity: number;
  readonly kind: BreathingKind;
}

export interface SisterCurve {
  readonly rpm: readonly number[];
  readonly torqueNm: readonly number[];
  /** Points that the mean effective pressure of the kind held back. */
  readonly heldBack: readonly boolean[];
  readonly boundBar: number;
  readonly peakBmepBar: number;
}

/** Share of torque that such a forecast may be off, one standard deviation. */
export const SISTER_SCATTER = 0.1;

/**
 * A torque curve for an engine that was never run: the sister's, scaled by displacement, by compression (ideal Otto
 * cycle), by filling and by charge density, its speeds stretched by what cam and head do. Never above the mean effective
 * pressure that its kind is known to reach. Evidence is `estimated`, ± 10 %.
 */
export function curveFromSister(i: SisterInput): SisterCurve {
  const factor =
    (i.displacementCc / i.sisterDisplacementCc) *
    (otto(i.compression) / otto(i.sisterCompression)) *
    i.fillingFactor *
    i.chargeDensity;
  const rpm = i.sister.x.map((n) => Math.round(n * i.speedFactor));
  if (rpm.some((n, k) => k > 0 && !(n > rpm[k - 1]!)))
    throw new InputError('/speedFactor', 'With this speed factor, points of the curve coincide.');
  const boundBar =
    i.kind === 'boosted'
      ? BEST_BMEP_BAR['four valves'].high *
        i.chargeDensity *
        Math.max(1, peakBmep(i.sister, i.sisterDisplacementCc) / 13)
      : BEST_BMEP_BAR[i.kind].high;
  const most = torqueOfBmep(boundBar, i.displacementCc);
  const raw = i.sister.y.map((t) => t * factor);
  const torqueNm = raw.map((t) => Math.min(t, most));
  return {
    rpm,
    torqueNm,
    heldBack: raw.map((t) => t > most),
    boundBar,
    peakBmepBar: bmepBar(Math.max(...torqueNm), i.displacementCc),
  };
}

function peakBmep(curve: Torque, displacementCc: number): number {
  return bmepBar(peaksOf(curve).peakTorqueNm, displacementCc);
}

/** The forecast as a curve that can be asked. */
export const torqueOfSister = (s: SisterCurve): Torque => torqueFrom(s.rpm, s.torqueNm);
