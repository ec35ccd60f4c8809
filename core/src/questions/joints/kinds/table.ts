// Written by scripts/tables.mjs from the files beside it; npm test says when it is not current.
import { bellhousing } from './bellhousing.ts';
import { camTrigger } from './camTrigger.ts';
import { clutch } from './clutch.ts';
import { crankTrigger } from './crankTrigger.ts';
import { engineMounts } from './engineMounts.ts';
import { flywheel } from './flywheel.ts';
import { gearboxMount } from './gearboxMount.ts';
import { propshaftFlange } from './propshaftFlange.ts';
import { tachometer } from './tachometer.ts';

/** Every kind of joint, by its name. */
export const KINDS = {
  bellhousing,
  camTrigger,
  clutch,
  crankTrigger,
  engineMounts,
  flywheel,
  gearboxMount,
  propshaftFlange,
  tachometer,
} as const;
