/**
 * Engine speed at which a cam's torque peaks, rpm, from its intake duration at 1.27 mm (0.050 in) of lift: 3,000 at
 * 200° and 50 more for each degree with two valves a cylinder, 600 more with four (their curtain area breathes higher
 * for the same duration). A rule of the field, ± 400 rpm.
 */
export function camPeakTorqueRpm(durationDeg: number, valvesPerCylinder: number): number {
  return 3000 + 50 * (durationDeg - 200) + (valvesPerCylinder >= 4 ? 600 : 0);
}

/** Overlap at the lift at which the durations are given, degrees: half of both durations less both lobe centres. */
export function overlapDeg(intakeDeg: number, exhaustDeg: number, intakeCentreDeg: number, exhaustCentreDeg: number) {
  return (intakeDeg + exhaustDeg) / 2 - (intakeCentreDeg + exhaustCentreDeg);
}

/** Intake closing, degrees after bottom dead centre, at the lift at which the duration is given. */
export const intakeClosingDeg = (intakeDeg: number, intakeCentreDeg: number) => intakeCentreDeg + intakeDeg / 2 - 180;

/**
 * Idle vacuum, kPa, from overlap at 1.27 mm: 62 at −20°, three quarters of a kPa less for each degree. Vacuum is
 * starved below 35 for a brake servo. A rule of the field, ± 6 kPa.
 */
export const idleVacuumKpa = (overlap: number) => Math.max(5, Math.min(70, 62 - 0.75 * (overlap + 20)));

/** Valve lift, mm, of a lobe through a rocker, less the lash. */
export const valveLiftMm = (lobeMm: number, rockerRatio: number, lashMm: number) => lobeMm * rockerRatio - lashMm;

/**
 * What an inlet port may give, from its flow on a bench, l/s for each cylinder at 7 kPa (28 inches of water): 0.257 hp for
 * each cubic foot a minute, which is 0.406 kW for each litre a second. Unboosted four-stroke petrol engines whose exhaust,
 * cam and intake let them. A rule of the field, ± 10 %.
 */
export const portPowerKw = (flowLPerS: number, cylinders: number) => 0.406 * flowLPerS * cylinders;

/** Speed at which a port of that flow makes its peak power, rpm: 2,000 × cubic feet a minute over cubic inches a cylinder. */
export const portPeakRpm = (flowLPerS: number, cylinderCc: number) =>
  (2000 * flowLPerS * 2.11888) / (cylinderCc / 16.3871);
