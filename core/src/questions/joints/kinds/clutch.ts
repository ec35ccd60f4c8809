import { Type } from 'typebox';
import { defineJoint, lengthMiss, otherMiss } from '../kind.ts';

const SPLINE_PLAY_MM = 0.15;

const face = Type.Object({
  splineTeeth: Type.Integer({ title: 'spline teeth' }),
  splineMm: Type.Number({ title: 'spline diameter, mm' }),
});

export const clutch = defineJoint({
  kind: 'clutch',
  order: 30,
  group: 'crank to road',
  title: 'Clutch disc spline',
  sides: { a: 'clutch disc', b: 'input shaft' },
  home: { a: 'gearbox', b: 'gearbox' },
  look: 'Teeth and diameter of the spline, in the plate and on the shaft.',
  spec: { a: face, b: face },
  neededFor: (_, gearbox) => gearbox.kind !== 'automatic',
  miss: (a, b, known) =>
    otherMiss(a.splineTeeth, b.splineTeeth, `disc ${a.splineTeeth} teeth, input shaft ${b.splineTeeth} teeth`) ??
    lengthMiss(a.splineMm, b.splineMm, SPLINE_PLAY_MM, 'on the spline diameter', known),
  whenOpen: 'blocked',
  openTitle: (by) => `Clutch disc does not fit the input shaft: ${by}`,
});
