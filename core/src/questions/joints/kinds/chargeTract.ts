import { Type } from 'typebox';
import { defineJoint, lengthMiss } from '../kind.ts';

/** What a hose stretches over and a clip holds under pressure, mm. */
const PLAY_MM = 1.5;
const face = Type.Object({ stubMm: Type.Number({ title: 'outer diameter of the stub, mm' }) });

export const chargeTract = defineJoint({
  kind: 'charge-tract',
  order: 65,
  group: 'air, fuel and water',
  title: 'Charge tract',
  sides: { a: 'outlet of the compressor', b: 'charge cooler or throttle' },
  home: { a: 'engine', b: 'engine' },
  look: 'Diameter of the stubs and their beads, the pipe past crossmember, fan and lamps, hoses rated for pressure and temperature, and secure clamps.',
  spec: { a: face, b: face },
  neededFor: (_, __, engine) => engine.induction === 'turbocharged' || engine.induction === 'supercharged',
  miss: (a, b, known) => lengthMiss(a.stubMm, b.stubMm, PLAY_MM, 'on the charge pipe', known),
  whenOpen: 'tight',
  openTitle: (by) => `Compressor and intercooler do not match: ${by}`,
});
