import { Type } from 'typebox';
import { defineJoint, lengthMiss } from '../kind.ts';

/** What a hose stretches over and a clip closes, mm. */
const PLAY_MM = 1;
const face = Type.Object({ stubMm: Type.Number({ title: 'outer diameter of the stub, mm' }) });

export const heaterHose = defineJoint({
  kind: 'heater',
  order: 72,
  group: 'air, fuel and water',
  title: 'Heater hose',
  sides: { a: 'neck on the engine', b: 'stub on the heater' },
  home: { a: 'engine', b: 'car' },
  places: ['feed', 'return'],
  look: 'That the engine has a neck for it, its diameter, and which of the two flows when cold.',
  spec: { a: face, b: face },
  byPlace: true,
  neededFor: () => true,
  miss: (a, b, known) => lengthMiss(a.stubMm, b.stubMm, PLAY_MM, 'between neck and heater', known),
  whenOpen: 'tight',
  openTitle: (by) => `Heater not connected: ${by}`,
});
