import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ flange: Type.String({ title: 'flange' }) });

export const exhaust = defineJoint({
  kind: 'exhaust',
  order: 66,
  group: 'air, fuel and water',
  title: 'Manifold to exhaust system',
  sides: { a: 'outlet of the manifold', b: 'front pipe of the system' },
  home: { a: 'engine', b: 'car' },
  look: 'Flange and bore at the manifold, how many pipes, the run to the tail, hangers and gaps to what burns.',
  spec: { a: face, b: face },
  byPlace: true,
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.flange, b.flange, `outlet ${a.flange}, front pipe ${b.flange}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Exhaust does not fit the manifold: ${by}`,
});
