import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ front: Type.String({ title: 'front end of' }) });

/** Water pump, timing cover, pulleys and what the belt drives come from one front end, or their belts don't line up. */
export const frontEnd = defineJoint({
  kind: 'front-end',
  order: 15,
  group: 'mounting and drive',
  title: 'Front of the engine and what its belts drive',
  sides: { a: 'block front and timing cover', b: 'water pump, pulleys and brackets' },
  home: { a: 'engine', b: 'engine' },
  look: 'Water pump, cover, pulleys and brackets from one front end, on the side where the car has room.',
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.front, b.front, `the block takes that of ${a.front}, the set is that of ${b.front}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Belt drive not aligned: ${by}`,
});
