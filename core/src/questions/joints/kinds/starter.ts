import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ ringTeeth: Type.Integer({ title: 'teeth of the ring' }) });

export const starter = defineJoint({
  kind: 'starter',
  order: 27,
  group: 'mounting and drive',
  title: 'Starter to ring gear',
  sides: { a: 'ring that the starter is made for', b: 'ring on the flywheel or flexplate' },
  home: { a: 'engine', b: 'gearbox' },
  look: 'Teeth of the ring gear and depth of engagement.',
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) =>
    otherMiss(a.ringTeeth, b.ringTeeth, `the starter is made for ${a.ringTeeth} teeth, the ring has ${b.ringTeeth}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Starter does not mesh: ${by}`,
});
