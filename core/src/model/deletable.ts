import type { Distribution } from '../units/index.ts';

/** A system of an engine that can be left out: what is plugged then, what the computer must be told, what rules may say. */
export interface DeletionGuide {
  /** What is plugged or locked in its place. */
  readonly what: string;
  readonly price: Distribution;
  readonly hours: Distribution;
  readonly tell: string;
  readonly rules: string;
  /** Nobody but a person with the inspector’s word decides it: no search proposes it. */
  readonly byRule: boolean;
}

const guide = (
  what: string,
  tell: string,
  [low, likely, high]: readonly [number, number, number],
  [least, usual, most]: readonly [number, number, number],
  rules?: string,
): DeletionGuide => ({
  what,
  tell,
  price: { low, likely, high },
  hours: { low: least, likely: usual, high: most },
  rules: rules ?? 'It may change what the car was approved with, in noise and fuel: the local inspector has the word.',
  byRule: rules !== undefined,
});

const EMISSION =
  'Part of the type approval: in most places it must stay and work, and the car fails inspection without it. Check with the local inspector before cutting.';

/** By the place that its ports name; prices and hours are guides, as shops ask them. */
export const DELETABLE: Readonly<Record<string, DeletionGuide>> = {
  'cylinder-cut-out': guide(
    'plain lifters in the cylinders that switch off, its oil passages plugged',
    'Never to switch cylinders off, and to look for no fault of its valves',
    [150, 350, 700],
    [6, 12, 20],
  ),
  'cam-phasing': guide(
    'phaser locked in its base position, oil feed blanked',
    'Set the cam angle as fixed and its valve as absent; recalibrate fuel and ignition for that angle',
    [40, 90, 200],
    [3, 6, 12],
  ),
  'intake-flaps': guide(
    'flaps pinned open or taken out, the holes of their spindles closed',
    'Remove the actuator and its position sensor; recalibrate fuel below the switching speed',
    [10, 25, 60],
    [1, 2, 5],
  ),
  'exhaust-recirculation': guide(
    'plates over both ports, the water of its cooler led past',
    'No valve, and the air flow as it is without it',
    [10, 25, 50],
    [1, 2, 4],
    EMISSION,
  ),
  'secondary-air': guide(
    'pump left out, its ports in the head plugged',
    'No pump, no valve, and no probe test that waits for them',
    [8, 20, 50],
    [0.7, 1.5, 3],
    EMISSION,
  ),
  'vapour-canister': guide(
    'purge port plugged, the tank vented through a valve that closes when rolled over',
    'No purge valve, and no leak test of the tank',
    [10, 30, 60],
    [1, 2, 4],
    `${EMISSION} Fuel vapour burns: the vent ends outside of the body, never in it.`,
  ),
  'catalyst-and-probes': guide(
    'pipe in place of the catalyst, the holes of its probes plugged',
    'No second probe, and no test of the catalyst',
    [20, 60, 150],
    [1, 3, 6],
    EMISSION,
  ),
};

/** What leaving out the system of a joint means: "system:cam-phasing"; undefined for every other joint. */
export const deletionOf = (joint: string): DeletionGuide | undefined =>
  joint.startsWith('system:') ? DELETABLE[joint.slice('system:'.length)] : undefined;
