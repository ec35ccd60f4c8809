import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ pattern: Type.String({ title: 'bolt pattern' }) });

export const engineMounts = defineJoint({
  kind: 'engine-mounts',
  order: 40,
  group: 'mounting and drive',
  title: 'Engine mounts, left and right',
  sides: { a: 'bosses on the block', b: 'chassis mounts' },
  home: { a: 'engine', b: 'car' },
  look: 'Mount bosses of the block and chassis mounts, with the engine in position.',
  byPlace: true,
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.pattern, b.pattern, `block bosses ${a.pattern}, chassis mounts ${b.pattern}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Engine mounts do not match: ${by}`,
});
