import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ pattern: Type.String({ title: 'bolt pattern' }) });

export const bellhousing = defineJoint({
  kind: 'bell',
  order: 10,
  group: 'crank to road',
  title: 'Bellhousing bolt pattern',
  sides: { a: 'block face', b: 'bellhousing' },
  home: { a: 'engine', b: 'gearbox' },
  look: 'The bolt holes and both dowels of block and bellhousing, laid over each other.',
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.pattern, b.pattern, `block pattern ${a.pattern}, bellhousing pattern ${b.pattern}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Bellhousing does not match the engine: ${by}`,
});
