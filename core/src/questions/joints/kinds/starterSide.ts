import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

export const starterSide = defineJoint({
  kind: 'starter-side',
  order: 28,
  group: 'what carries and turns it',
  title: 'Side of the starter',
  sides: { a: 'side that the starter sits on', b: 'side of the bay with room for it' },
  home: { a: 'engine', b: 'car' },
  look: 'The starter against steering box, column and chassis rail, with the engine where it will sit.',
  spec: {
    a: Type.Object({ side: choice('starter on the', ['left', 'right']) }),
    b: Type.Object({
      side: choice('room on the', ['left', 'right', 'either side']),
      takenBy: Type.Optional(Type.String({ title: 'what takes the other side' })),
    }),
  },
  byPlace: true,
  neededFor: () => true,
  miss: (a, b) =>
    b.side === 'either side' || a.side === b.side
      ? undefined
      : {
          words: `it sits on the ${a.side}, where ${b.takenBy === undefined ? 'the car has no room' : `the ${b.takenBy} is`}`,
        },
  whenOpen: 'blocked',
  openTitle: (by) => `The starter is on the wrong side: ${by}`,
});
