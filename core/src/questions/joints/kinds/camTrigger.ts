import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({
  teeth: Type.Integer({ title: 'teeth' }),
  end: Type.String({ title: 'end of the engine' }),
  none: Type.Optional(Type.Boolean({ title: 'no wheel' })),
});

export const camTrigger = defineJoint({
  kind: 'cam-trigger',
  order: 80,
  group: 'signals',
  title: 'Camshaft position sensor to ECU',
  sides: { a: 'cam wheel and sensor', b: 'ECU input' },
  home: { a: 'engine', b: 'engine' },
  look: 'Position of the cam sensor (front or rear) and number of teeth.',
  spec: { a: face, b: face },
  neededFor: () => true,
  asksNothing: (_, b) => b.none === true,
  miss: (a, b) =>
    otherMiss(a.end, b.end, `sensor at the ${a.end}, computer expects it at the ${b.end}`) ??
    otherMiss(a.teeth, b.teeth, `${a.teeth} cam teeth, computer expects ${b.teeth}`),
  whenOpen: 'blocked',
  openTitle: (by) => `ECU does not support this cam signal: ${by}`,
});
