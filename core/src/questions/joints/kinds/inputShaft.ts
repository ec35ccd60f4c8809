import { Type } from 'typebox';
import { hasTransaxle } from '../../../model/index.ts';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ coupling: Type.String({ title: 'spline or flange' }) });

/** What carries the engine's torque to a gearbox that sits away from it; it turns with the crank. */
export const inputShaft = defineJoint({
  kind: 'input-shaft',
  order: 55,
  group: 'crank to road',
  title: 'Shaft from engine to transaxle',
  sides: { a: 'rear end of the shaft', b: 'input of the transaxle' },
  home: { a: 'car', b: 'gearbox' },
  look: 'Spline or flange at the rear of the shaft, and that of the transaxle’s input.',
  spec: { a: face, b: face },
  neededFor: (chassis) => chassis !== null && hasTransaxle(chassis),
  miss: (a, b) => otherMiss(a.coupling, b.coupling, `shaft ${a.coupling}, input ${b.coupling}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Shaft does not fit the transaxle: ${by}`,
});
