import { Type } from 'typebox';
import { layoutOf } from '../../../model/index.ts';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ spline: Type.String({ title: 'spline' }) });

export const hub = defineJoint({
  kind: 'hub',
  order: 58,
  group: 'crank to road',
  title: 'Half shaft to hub',
  sides: { a: 'outer end of the half shaft', b: 'hub' },
  home: { a: 'car', b: 'car' },
  places: ['left', 'right'],
  look: 'Spline, bearing and the ring of the wheel speed sensor, where there is one.',
  spec: { a: face, b: face },
  neededFor: (chassis, gearbox) => chassis !== null && layoutOf(chassis, gearbox).halfShafts,
  miss: (a, b) => otherMiss(a.spline, b.spline, `shaft ${a.spline}, hub ${b.spline}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Half shaft does not fit the hub: ${by}`,
});
