import { exactly, madeFrom, ORIGIN, scatterOf, type Derived, type Figure } from '../../units/index.ts';
import type { MountInUse } from './fittedMounts.ts';
import type { DriveReaction } from './loads.ts';
import type { Powertrain } from './powertrain.ts';

/** What the answers rest on, each with its own doubt; in the linear range a movement goes with load over stiffness. */
export interface Doubts {
  /** Of each mount, by its id: the figure that its stiffness is known by, what that is called, and what it does. */
  readonly mounts: Readonly<Record<string, Figure>>;
  readonly names: Readonly<Record<string, string>>;
  readonly times: Readonly<Record<string, (value: number) => number>>;
  readonly mass: Figure;
  readonly drive: Figure;
}
/** Beside the mounts, which go by their ids. */
export const LOAD_KEY = ' load';
export const MASS = 'mass of engine and gearbox';
export const DRIVE = 'drive torque';

export function doubtsOf(
  mounts: readonly MountInUse[],
  powertrain: Powertrain,
  drive: DriveReaction | undefined,
): Doubts {
  const about = (f: Figure | Derived): Figure => ({
    value: 1,
    plusMinus: f.value > 0 ? scatterOf(f) / f.value : 0,
    evidence: f.evidence,
  });
  return {
    mounts: Object.fromEntries(mounts.map((m) => [m.fitted.id, m.doubt.figure])),
    names: Object.fromEntries(mounts.map((m) => [m.fitted.id, `${m.doubt.of} of the ${m.fitted.name}`])),
    times: Object.fromEntries(mounts.map((m) => [m.fitted.id, m.doubt.times])),
    mass: madeFrom(about(powertrain.massKg), powertrain.massKg[ORIGIN] ?? powertrain.massKg),
    drive: drive ? madeFrom(about(drive.forward), drive.from) : exactly(1),
  };
}

/** How much stiffer or softer all of them are together, each by its share of the work: to first order. */
export function together(
  { times }: Doubts,
  values: Readonly<Record<string, number>>,
  decidedBy: Readonly<Record<string, number>>,
): number {
  let sum = 0;
  for (const id in decidedBy) sum += decidedBy[id]! * times[id]!(values[id]!);
  return Math.max(0.05, sum);
}
