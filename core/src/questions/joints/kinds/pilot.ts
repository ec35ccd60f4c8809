import { Type } from 'typebox';
import { defineJoint, lengthMiss } from '../kind.ts';

/** The tip turns in its bearing by a slide fit, mm. */
const PLAY_MM = 0.1;

export const pilot = defineJoint({
  kind: 'pilot',
  order: 25,
  group: 'crank to road',
  title: 'Input shaft to pilot',
  sides: { a: 'pilot bearing in the crank', b: 'tip of the input shaft' },
  home: { a: 'engine', b: 'gearbox' },
  look: 'Bore of the pilot bearing and diameter of the shaft’s tip, and whether it reaches in.',
  spec: {
    a: Type.Object({ pilotMm: Type.Number({ title: 'bore of the pilot, mm' }) }),
    b: Type.Object({ tipMm: Type.Number({ title: 'tip of the shaft, mm' }) }),
  },
  neededFor: (_, gearbox) => gearbox.kind === 'manual' || gearbox.kind === 'sequential',
  miss: (a, b, known) => lengthMiss(a.pilotMm, b.tipMm, PLAY_MM, 'in the pilot', known),
  whenOpen: 'blocked',
  openTitle: (by) => `Input shaft does not fit the pilot bearing: ${by}`,
});
