import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

const LINKAGES = [
  'lever on the gearbox',
  'rods on the left',
  'rods on the right',
  'cables',
  'buttons or by itself',
] as const;
const face = Type.Object({ linkage: choice('shifted by', LINKAGES) });

/** Where the lever comes up is judged by where the gearbox sits. */
export const shifter = defineJoint({
  kind: 'shifter',
  order: 52,
  group: 'controls',
  title: 'Shifter and its linkage',
  sides: { a: 'gearbox', b: 'lever of the car' },
  home: { a: 'gearbox', b: 'car' },
  look: 'Lever on the gearbox, rods and their side, or cables; their length with the engine in position; a related gearbox may have them on the other side.',
  spec: { a: face, b: face },
  byPlace: true,
  neededFor: () => true,
  // What carries its own lever, or is told by wire, asks nothing of the car's.
  asksNothing: (a) => a.linkage === 'lever on the gearbox' || a.linkage === 'buttons or by itself',
  miss: (a, b) =>
    a.linkage === b.linkage ? undefined : { words: `it is shifted by ${a.linkage}, the car has ${b.linkage}` },
  whenOpen: 'blocked',
  openTitle: (by) => `Shifter does not match the gearbox: ${by}`,
});
