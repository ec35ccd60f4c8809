import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

/** Each carries what stands before it too. */
const CARRIED = ['alternator', 'alternator and pump', 'alternator, pump and A/C'] as const;

export const accessories = defineJoint({
  kind: 'accessories',
  order: 45,
  group: 'mounting and drive',
  title: 'Accessories on the belt',
  sides: { a: 'what the belt drive carries', b: 'accessories kept' },
  home: { a: 'engine', b: 'car' },
  look: 'Which accessories stay, which are left off, and whether belt, tensioner and brackets are there for exactly those: a pump left off removes a pulley and changes the belt length.',
  spec: {
    a: Type.Object({ carries: choice('carries', CARRIED) }),
    b: Type.Object({ keeps: choice('keeps', CARRIED) }),
  },
  neededFor: () => true,
  miss: (a, b) =>
    CARRIED.indexOf(a.carries) >= CARRIED.indexOf(b.keeps)
      ? undefined
      : { words: `the belt drive carries ${a.carries}, the car requires ${b.keeps}` },
  whenOpen: 'tight',
  openTitle: (by) => `An accessory is not driven: ${by}`,
});
