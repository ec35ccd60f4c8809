import type { State } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';

/** What a clutch pedal works: lever ratios, cylinders, and what the cover asks. */
export interface Release {
  readonly pedalTravelMm: number;
  readonly pedalRatio: number;
  readonly masterDiameterMm: number;
  readonly slaveOuterDiameterMm: number;
  /** Of a slave around the shaft; nought of one beside it. */
  readonly slaveInnerDiameterMm: number;
  readonly forkRatio: number;
  readonly bearingLoadN: number;
  readonly travelAskedMm: number;
}

export interface Released {
  readonly bearingTravelMm: number;
  readonly travelAskedWithReserveMm: number;
  readonly travelEnough: boolean;
  readonly travelState: State;
  readonly pedalForceN: number;
  readonly forceState: State;
}

/** Of the pedal's travel, what is left after free play and what hoses swell by; the same of its force after friction. */
const PASSED = 0.9;
const RESERVE = 1.1;
const LIGHT_N = 180;
const HEAVY_N = 250;

/**
 * Bearing travel 0.9·pedal travel/i_pedal·(A_master/A_slave)/i_fork; pedal force = bearing load/(0.9·i_pedal·(A_slave/A_master)·i_fork). Travel
 * below what the cover asks is blocked, under 1.1 of it tight; force to 180 N clear, to 250 tight.
 * @throws InputError naming what is not above nought.
 */
export function clutchRelease(r: Release): Released {
  for (const key of [
    'pedalTravelMm',
    'pedalRatio',
    'masterDiameterMm',
    'slaveOuterDiameterMm',
    'forkRatio',
    'bearingLoadN',
    'travelAskedMm',
  ] as const)
    requirePositive(`/${key}`, r[key]);
  if (!(r.slaveInnerDiameterMm >= 0 && r.slaveInnerDiameterMm < r.slaveOuterDiameterMm))
    throw new InputError(
      '/slaveInnerDiameterMm',
      'Slave cylinder: the inner diameter must be greater than 0 and less than the outer diameter.',
    );
  const areas = r.masterDiameterMm ** 2 / (r.slaveOuterDiameterMm ** 2 - r.slaveInnerDiameterMm ** 2);
  const bearingTravelMm = ((PASSED * r.pedalTravelMm) / r.pedalRatio) * (areas / r.forkRatio);
  const travelAskedWithReserveMm = RESERVE * r.travelAskedMm;
  const pedalForceN = r.bearingLoadN / (PASSED * r.pedalRatio * (1 / areas) * r.forkRatio);
  return {
    bearingTravelMm,
    travelAskedWithReserveMm,
    travelEnough: bearingTravelMm >= travelAskedWithReserveMm,
    travelState:
      bearingTravelMm < r.travelAskedMm ? 'blocked' : bearingTravelMm < travelAskedWithReserveMm ? 'tight' : 'clear',
    pedalForceN,
    forceState: pedalForceN <= LIGHT_N ? 'clear' : pedalForceN <= HEAVY_N ? 'tight' : 'blocked',
  };
}
