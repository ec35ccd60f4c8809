// Written by scripts/tables.mjs from the files beside it; npm test says when it is not current.
import { accessories } from './accessories.ts';
import { bellhousing } from './bellhousing.ts';
import { brakeHydraulics } from './brakeHydraulics.ts';
import { camTrigger } from './camTrigger.ts';
import { chain } from './chain.ts';
import { chargeTract } from './chargeTract.ts';
import { clutch } from './clutch.ts';
import { clutchRelease } from './clutchRelease.ts';
import { coolantHose } from './coolantHose.ts';
import { crankTrigger } from './crankTrigger.ts';
import { engineMounts } from './engineMounts.ts';
import { exhaust } from './exhaust.ts';
import { flywheel } from './flywheel.ts';
import { frontEnd } from './frontEnd.ts';
import { fuelReturn } from './fuelReturn.ts';
import { fuelSupply } from './fuelSupply.ts';
import { gearboxMount } from './gearboxMount.ts';
import { halfShaft } from './halfShaft.ts';
import { heaterHose } from './heaterHose.ts';
import { hub } from './hub.ts';
import { immobiliser } from './immobiliser.ts';
import { inputShaft } from './inputShaft.ts';
import { intakeTract } from './intakeTract.ts';
import { loadSignal } from './loadSignal.ts';
import { pedals } from './pedals.ts';
import { pilot } from './pilot.ts';
import { propshaftFlange } from './propshaftFlange.ts';
import { sender } from './sender.ts';
import { servoVacuum } from './servoVacuum.ts';
import { shifter } from './shifter.ts';
import { speedDrive } from './speedDrive.ts';
import { starter } from './starter.ts';
import { starterSide } from './starterSide.ts';
import { steeringAssist } from './steeringAssist.ts';
import { switchedSystem } from './switchedSystem.ts';
import { tachometer } from './tachometer.ts';
import { throttle } from './throttle.ts';
import { torqueTube } from './torqueTube.ts';
import { warningLamp } from './warningLamp.ts';

/** Every kind of joint, by its name. */
export const KINDS = {
  accessories,
  bellhousing,
  brakeHydraulics,
  camTrigger,
  chain,
  chargeTract,
  clutch,
  clutchRelease,
  coolantHose,
  crankTrigger,
  engineMounts,
  exhaust,
  flywheel,
  frontEnd,
  fuelReturn,
  fuelSupply,
  gearboxMount,
  halfShaft,
  heaterHose,
  hub,
  immobiliser,
  inputShaft,
  intakeTract,
  loadSignal,
  pedals,
  pilot,
  propshaftFlange,
  sender,
  servoVacuum,
  shifter,
  speedDrive,
  starter,
  starterSide,
  steeringAssist,
  switchedSystem,
  tachometer,
  throttle,
  torqueTube,
  warningLamp,
} as const;
