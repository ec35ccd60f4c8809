import { Type } from 'typebox';
import { defineJoint } from '../kind.ts';

const SHARES: readonly [number, string][] = [
  [0.25, 'a quarter'],
  [1 / 3, 'a third'],
  [0.5, 'half'],
  [2 / 3, 'two thirds'],
  [0.75, 'three quarters'],
  [1.5, 'half as much again'],
  [2, 'double'],
  [3, 'three times'],
  [4, 'four times'],
];
/** A needle that is out by no more than this is right. */
const TOLERANCE = 0.02;

const pulses = { pulsesPerRev: Type.Number({ title: 'pulses per crank turn', exclusiveMinimum: 0 }) };

export const tachometer = defineJoint({
  kind: 'tacho',
  order: 90,
  group: 'signals',
  title: 'Rev counter signal',
  sides: { a: 'signal of the engine, pulses per crank turn', b: 'what the gauge expects' },
  home: { a: 'engine', b: 'car' },
  look: 'What drives the rev counter now, and what it would be driven by.',
  spec: {
    a: Type.Object({ ...pulses, source: Type.Optional(Type.String({ title: 'what feeds it' })) }),
    b: Type.Object(pulses),
  },
  neededFor: () => true,
  miss: (a, b) => {
    const share = a.pulsesPerRev / b.pulsesPerRev;
    if (Math.abs(share - 1) < TOLERANCE) return undefined;
    const reads = SHARES.find(([s]) => Math.abs(share / s - 1) < TOLERANCE)?.[1] ?? `${Math.round(share * 100)} %`;
    const from = a.source === undefined ? '' : `: ${a.source} feeds it`;
    return { words: `${reads}${from}`, quantity: 'percent', value: 100 * share, limit: 100 };
  },
  whenOpen: 'tight',
  openTitle: (by) => `Rev counter would read ${by}`,
});
