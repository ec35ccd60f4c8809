import { Type } from 'typebox';
import { defineJoint, lengthMiss } from '../kind.ts';

/** What a hose stretches over and a clip closes, mm. */
const PLAY_MM = 2;
const face = Type.Object({ stubMm: Type.Number({ title: 'outer diameter of the stub, mm' }) });

export const intakeTract = defineJoint({
  kind: 'intake',
  order: 64,
  group: 'air, fuel and water',
  title: 'Intake tract',
  sides: { a: 'throttle or compressor', b: 'filter and its pipe' },
  home: { a: 'engine', b: 'car' },
  look: 'Diameter of the stub and of the pipe, the bends between them, and source of the air.',
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b, known) => lengthMiss(a.stubMm, b.stubMm, PLAY_MM, 'on the intake pipe', known),
  whenOpen: 'tight',
  openTitle: (by) => `Filter does not fit the intake: ${by}`,
});
