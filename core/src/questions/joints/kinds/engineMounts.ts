import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ pattern: Type.String({ title: 'bolt pattern' }) });

export const engineMounts = defineJoint({
  kind: 'engine-mounts',
  order: 40,
  group: 'what carries and turns it',
  title: 'Engine mounts, left and right',
  sides: { a: 'bosses on the block', b: 'pads on the car' },
  home: { a: 'engine', b: 'car' },
  look: 'The bosses of the block and the pads of the car, with the engine where it will sit.',
  byPlace: true,
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.pattern, b.pattern, `bosses ${a.pattern}, pads ${b.pattern}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Nothing carries the engine: ${by}`,
});
