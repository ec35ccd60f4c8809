import { Type } from 'typebox';
import { defineJoint } from '../kind.ts';

/** A needle that is out by no more than this is right. */
const TOLERANCE = 0.02;

const pulses = { pulsesPerRev: Type.Number({ title: 'pulses per crank turn', exclusiveMinimum: 0 }) };

export const tachometer = defineJoint({
  kind: 'tacho',
  order: 90,
  group: 'signals',
  title: 'Tachometer signal',
  sides: { a: 'engine signal, pulses per crankshaft revolution', b: 'tachometer input, pulses per revolution' },
  home: { a: 'engine', b: 'car' },
  look: 'Present tachometer signal, and the signal of the new engine.',
  spec: {
    a: Type.Object({ ...pulses, source: Type.Optional(Type.String({ title: 'what feeds it' })) }),
    b: Type.Object(pulses),
  },
  neededFor: () => true,
  miss: (a, b) => {
    const share = a.pulsesPerRev / b.pulsesPerRev;
    if (Math.abs(share - 1) < TOLERANCE) return undefined;
    const reads = `${Math.round(share * 100)} % of actual rpm`;
    const from = a.source === undefined ? '' : `: signal from ${a.source}`;
    return { words: `${reads}${from}`, quantity: 'percent', value: 100 * share, limit: 100 };
  },
  whenOpen: 'tight',
  openTitle: (by) => `Tachometer would read ${by}`,
});
