import { GRAVITY, requirePositive } from '../../units/index.ts';

/** Pedal, servo, master and callipers; lengths in mm, areas in mm², a calliper’s piston area on one side. */
export interface Hydraulics {
  readonly massKg: number;
  readonly pedalForceN: number;
  readonly pedalRatio: number;
  readonly servoRatio: number;
  readonly masterDiameterMm: number;
  readonly padFriction: number;
  readonly frontPistonAreaOneSideMm2: number;
  readonly rearPistonAreaOneSideMm2: number;
  readonly frontEffectiveRadiusMm: number;
  readonly rearEffectiveRadiusMm: number;
  readonly rollingRadiusMm: number;
  readonly targetDecelerationG: number;
}

/**
 * From the foot to the road: pressure p = F·i·k/A, wheel torque 2·μ·p·A·r, two wheels an axle; without preload, valve or limit of grip.
 * Pressure in MPa (N/mm²), torque in N·m, deceleration in g, forces in N.
 *
 * @throws InputError naming the first figure that is not above nought.
 */
export function brakeHydraulics(h: Hydraulics) {
  for (const [key, value] of Object.entries(h) as [keyof Hydraulics, number][]) requirePositive(`/${key}`, value, '');
  const masterMm2 = (Math.PI / 4) * h.masterDiameterMm ** 2;
  const pressureMpa = (h.pedalForceN * h.pedalRatio * h.servoRatio) / masterMm2;
  const torque = (areaMm2: number, radiusMm: number) => (2 * h.padFriction * pressureMpa * areaMm2 * radiusMm) / 1000;
  const frontWheelTorqueNm = torque(h.frontPistonAreaOneSideMm2, h.frontEffectiveRadiusMm);
  const rearWheelTorqueNm = torque(h.rearPistonAreaOneSideMm2, h.rearEffectiveRadiusMm);
  const both = frontWheelTorqueNm + rearWheelTorqueNm;
  const decelerationG = (2 * both) / (h.rollingRadiusMm / 1000) / (h.massKg * GRAVITY);
  const pedalForceForTargetN = (h.pedalForceN * h.targetDecelerationG) / decelerationG;
  return {
    pressureMpa,
    frontWheelTorqueNm,
    rearWheelTorqueNm,
    frontShare: frontWheelTorqueNm / both,
    decelerationG,
    pedalForceForTargetN,
    pedalForceForTargetServoFailedN: pedalForceForTargetN * h.servoRatio,
    volumePerMmPedalMm3: masterMm2 / h.pedalRatio,
  };
}

/**
 * Travel of the master’s piston until both circuits press, mm: a tandem master of one bore, the sum of both volumes (mm³) over its area.
 * @throws InputError on a bore that is not above nought.
 */
export function masterStrokeMm(volumeMm3: number, masterDiameterMm: number): number {
  requirePositive('/masterDiameterMm', masterDiameterMm, 'mm');
  return volumeMm3 / ((Math.PI / 4) * masterDiameterMm ** 2);
}
