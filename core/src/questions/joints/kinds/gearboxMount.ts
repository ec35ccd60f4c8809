import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ pattern: Type.String({ title: 'bolt pattern' }) });

export const gearboxMount = defineJoint({
  kind: 'gearbox-mount',
  order: 50,
  group: 'mounting and drive',
  title: 'Gearbox mount',
  sides: { a: 'gearbox mount face', b: 'crossmember on the car' },
  home: { a: 'gearbox', b: 'car' },
  look: 'What hangs the gearbox, over the crossmember or bracket of the car.',
  byPlace: true,
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.pattern, b.pattern, `tail ${a.pattern}, crossmember ${b.pattern}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Gearbox mount does not match: ${by}`,
});
