import { Type } from 'typebox';
import { hasTransaxle } from '../../../model/index.ts';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ flange: Type.String({ title: 'flange' }) });

/** A tube between engine and transaxle makes one body of them; its front end is the bell. */
export const torqueTube = defineJoint({
  kind: 'torque-tube',
  order: 54,
  group: 'crank to road',
  title: 'Torque tube to transaxle',
  sides: { a: 'rear end of the tube', b: 'front of the transaxle' },
  home: { a: 'car', b: 'gearbox' },
  look: 'Bolts, circle and register of the tube, and those of the case that it bolts to.',
  spec: { a: face, b: face },
  neededFor: (chassis) => chassis !== null && hasTransaxle(chassis) && chassis.torqueTube === true,
  miss: (a, b) => otherMiss(a.flange, b.flange, `tube ${a.flange}, case ${b.flange}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Torque tube does not fit the transaxle: ${by}`,
});
