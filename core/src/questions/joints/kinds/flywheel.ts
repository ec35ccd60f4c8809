import { Type } from 'typebox';
import { defineJoint, lengthMiss, otherMiss } from '../kind.ts';

/** Bolt circles that differ by no more than this drop on, mm: half the play of a flywheel bolt in its hole. */
const CIRCLE_PLAY_MM = 0.2;
const REGISTER_PLAY_MM = 0.1;

const face = Type.Object({
  bolts: Type.Integer({ title: 'number of bolts' }),
  circleMm: Type.Number({ title: 'bolt circle, mm' }),
  registerMm: Type.Number({ title: 'register, mm' }),
});

export const flywheel = defineJoint({
  kind: 'flywheel',
  order: 20,
  group: 'crank to road',
  title: 'Crankshaft flange to flywheel',
  sides: { a: 'crank flange', b: 'flywheel or flexplate' },
  home: { a: 'engine', b: 'gearbox' },
  look: 'Bolts, bolt circle and register of the crank flange and of what bolts to it.',
  spec: { a: face, b: face },
  // Before a converter it is a flexplate, and bolts to the same flange.
  neededFor: () => true,
  miss: (a, b, known) =>
    otherMiss(a.bolts, b.bolts, `crankshaft ${a.bolts} bolts, flywheel ${b.bolts} bolts`) ??
    lengthMiss(a.circleMm, b.circleMm, CIRCLE_PLAY_MM, 'on the bolt circle', known) ??
    lengthMiss(a.registerMm, b.registerMm, REGISTER_PLAY_MM, 'on the register', known),
  whenOpen: 'blocked',
  openTitle: (by) => `Flywheel does not fit the crankshaft: ${by}`,
});
