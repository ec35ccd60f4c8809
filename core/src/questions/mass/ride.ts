import { GRAVITY } from '../../units/index.ts';

/** Rate at the wheel of one corner, N/mm: spring rate times motion ratio squared. Milliken, Race Car Vehicle Dynamics, 16.2. */
export const wheelRate = (springRateNPerMm: number, motionRatio: number) => springRateNPerMm * motionRatio ** 2;

/**
 * How far an axle sinks, mm: what its springs give under the sprung load now, less what they gave as weighed. With the
 * same springs that is ΔF/(2·k_wheel); another rate is taken at the same free length.
 */
export function rideDropMm(
  sprungBeforeKg: number,
  sprungAfterKg: number,
  wheelRateBefore: number,
  wheelRateAfter = wheelRateBefore,
): number {
  return (GRAVITY / 2) * (sprungAfterKg / wheelRateAfter - sprungBeforeKg / wheelRateBefore);
}

/**
 * What an axle holds against roll, N·m for each degree: its springs at the wheels, k_wheel·t²/2, and its bar. Milliken, 16.3. For
 * an axle that is led as a whole the springs act over their own distance: then this is the most that they hold.
 */
export const rollStiffnessNmPerDeg = (wheelRateNPerMm: number, trackMm: number, barNmPerDeg: number) =>
  ((wheelRateNPerMm * trackMm ** 2) / 2 / 1000) * (Math.PI / 180) + barNmPerDeg;

/** Ride frequency, Hz: (1/2π)·√(k_wheel/m), m the sprung mass of the corner. */
export const rideFrequencyHz = (wheelRateNPerMm: number, sprungCornerKg: number) =>
  Math.sqrt((wheelRateNPerMm * 1000) / sprungCornerKg) / (2 * Math.PI);

/** The spring that keeps height and frequency: both go with rate over sprung mass, so one spring restores both. */
export const springToRestore = (rateNPerMm: number, sprungBeforeKg: number, sprungAfterKg: number) =>
  (rateNPerMm * sprungAfterKg) / sprungBeforeKg;

/** Deceleration at which the brakes are asked, in g: hard on a dry road, below what locks. */
export const BRAKED_AT_G = 0.7;

/** Front share of braking, percent, at which both axles use the same grip: static load and load transfer. */
export function idealBrakeFrontPct(
  frontKg: number,
  totalKg: number,
  comHeightMm: number,
  wheelbaseMm: number,
  decelerationG = BRAKED_AT_G,
): number {
  return 100 * (frontKg / totalKg + (decelerationG * comHeightMm) / wheelbaseMm);
}

/** Load of a tyre, kg, by its load index: 45·10^(index/80), within 1 % of the table of ISO 4000-1. */
export const loadOfIndex = (index: number) => 45 * 10 ** (index / 80);

/** Yaw inertia of a car, kg·m², from its mass and the distances of its centre of mass to the axles: dynamic index 0.95. */
export const yawInertia = (massKg: number, toFrontMm: number, toRearMm: number) =>
  0.95 * massKg * (toFrontMm / 1000) * (toRearMm / 1000);
