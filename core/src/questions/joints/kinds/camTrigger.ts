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
  title: 'Cam trigger to computer',
  sides: { a: 'cam wheel and sensor', b: 'what the computer reads' },
  home: { a: 'engine', b: 'engine' },
  look: 'Which end of the engine the cam sensor sits at, and the teeth it sees.',
  spec: { a: face, b: face },
  neededFor: () => true,
  asksNothing: (_, b) => b.none === true,
  miss: (a, b) =>
    otherMiss(a.end, b.end, `sensor at the ${a.end}, computer expects it at the ${b.end}`) ??
    otherMiss(a.teeth, b.teeth, `${a.teeth} cam teeth, computer expects ${b.teeth}`),
  whenOpen: 'blocked',
  openTitle: (by) => `The computer can’t find the cam: ${by}`,
});
