import { Type } from 'typebox';
import { layoutOf } from '../../../model/index.ts';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ flange: Type.String({ title: 'flange or spline' }) });

/** Length and angles of the shafts are judged by where the gearbox sits. */
export const halfShaft = defineJoint({
  kind: 'half-shaft',
  order: 56,
  group: 'crank to road',
  title: 'Gearbox output to half shaft',
  sides: { a: 'output of the gearbox', b: 'half shaft' },
  home: { a: 'gearbox', b: 'car' },
  places: ['left', 'right'],
  look: 'Flange or spline at the gearbox, each side by itself; length and plunge at full droop and bump.',
  spec: { a: face, b: face },
  neededFor: (chassis, gearbox) => chassis !== null && layoutOf(chassis, gearbox).halfShafts,
  miss: (a, b) => otherMiss(a.flange, b.flange, `output ${a.flange}, shaft ${b.flange}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Half shaft does not fit the gearbox: ${by}`,
});
