import type { JointKind } from '../kind.ts';
import { bell } from './bellhousing.ts';
import { camTrigger } from './camTrigger.ts';
import { clutch } from './clutch.ts';
import { crankTrigger } from './crankTrigger.ts';
import { engineMounts } from './engineMounts.ts';
import { flywheel } from './flywheel.ts';
import { gearboxMount } from './gearboxMount.ts';
import { output } from './propshaftFlange.ts';
import { tacho } from './tachometer.ts';

/** Every joint that Sable knows, in the order a powertrain goes together. */
export const JOINT_KINDS: readonly JointKind[] = [
  bell,
  flywheel,
  clutch,
  engineMounts,
  gearboxMount,
  output,
  crankTrigger,
  camTrigger,
  tacho,
];
