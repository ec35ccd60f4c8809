import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

export const starterSide = defineJoint({
  kind: 'starter-side',
  order: 28,
  group: 'mounting and drive',
  title: 'Side of the starter',
  sides: { a: 'starter side', b: 'side of the bay with room for it' },
  home: { a: 'engine', b: 'car' },
  look: 'Starter clearance to steering box, column and chassis rail, with the engine in position.',
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
          words: `starter on the ${a.side}: ${b.takenBy === undefined ? 'no room in the car' : `occupied by the ${b.takenBy}`}`,
        },
  whenOpen: 'blocked',
  openTitle: (by) => `Starter on the wrong side: ${by}`,
});
