import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

const LINES = ['with a return', 'without'] as const;

export const fuelReturn = defineJoint({
  kind: 'fuel-return',
  order: 75,
  group: 'air, fuel and water',
  title: 'Fuel return',
  sides: { a: 'rail or injection pump', b: 'line back to the tank' },
  home: { a: 'engine', b: 'car' },
  look: 'Whether the rail sends fuel back, and the line and stub for it at the tank.',
  spec: { a: Type.Object({ line: choice('line', LINES) }), b: Type.Object({ line: choice('line', LINES) }) },
  derived: ({ chassis }) => {
    const line = chassis?.fuelSystem?.returnLine;
    return line === undefined ? {} : { b: { spec: { line: line ? 'with a return' : 'without' }, from: chassis!.name } };
  },
  neededFor: () => true,
  asksNothing: (a) => a.line === 'without',
  miss: (_, b) =>
    b.line === 'without' ? { words: 'the rail sends fuel back, the car has no line for it' } : undefined,
  whenOpen: 'blocked',
  openTitle: (by) => `Fuel return missing: ${by}`,
});
