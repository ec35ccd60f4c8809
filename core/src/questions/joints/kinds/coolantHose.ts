import { Type } from 'typebox';
import { defineJoint, lengthMiss } from '../kind.ts';

/** What a hose stretches over and a clip closes, mm. */
const PLAY_MM = 1.5;
const face = Type.Object({ stubMm: Type.Number({ title: 'outer diameter of the stub, mm' }) });

export const coolantHose = defineJoint({
  kind: 'coolant',
  order: 70,
  group: 'air, fuel and water',
  title: 'Coolant hose',
  sides: { a: 'stub on the engine', b: 'stub on the radiator' },
  home: { a: 'engine', b: 'car' },
  places: ['bottom', 'top'],
  look: 'Diameter of both stubs, length and bends between them, clips, and what the hose passes.',
  spec: { a: face, b: face },
  byPlace: true,
  changedBy: ['radiator'],
  neededFor: () => true,
  miss: (a, b, known) => lengthMiss(a.stubMm, b.stubMm, PLAY_MM, 'between the stubs', known),
  whenOpen: 'blocked',
  openTitle: (by) => `Coolant hose does not fit: ${by}`,
});
