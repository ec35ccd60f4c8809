import { Type } from 'typebox';
import { say } from '../../../units/index.ts';
import { choice, defineJoint } from '../kind.ts';

const bar = (v: number) => say(v, 'pressureBar', { digits: 0 });

export const steeringAssist = defineJoint({
  kind: 'steering',
  order: 84,
  group: 'controls',
  title: 'Steering pump to steering',
  sides: { a: 'pump on the engine', b: 'steering rack or steering box of the car' },
  home: { a: 'engine', b: 'car' },
  look: 'Pump requirement of the steering rack or steering box, its pressure and flow, and line routing past exhaust and fan.',
  spec: {
    a: Type.Object({
      assist: choice('pump', ['hydraulic', 'none']),
      pressureBar: Type.Optional(Type.Number({ title: 'its pressure', minimum: 0 })),
    }),
    b: Type.Object({
      assist: choice('steering', ['hydraulic', 'without a pump']),
      pressureBar: Type.Optional(Type.Number({ title: 'required pressure', minimum: 0 })),
    }),
  },
  neededFor: () => true,
  asksNothing: (_, b) => b.assist === 'without a pump',
  alsoAsks: (a) => (a.assist === 'none' ? {} : { a: ['pressureBar'], b: ['pressureBar'] }),
  miss(a, b) {
    if (a.assist === 'none') return { words: 'the engine has no pump for it' };
    return a.pressureBar! >= b.pressureBar!
      ? undefined
      : {
          words: `pump delivers ${bar(a.pressureBar!)}, steering requires ${bar(b.pressureBar!)}`,
          quantity: 'pressureBar',
          value: a.pressureBar!,
          limit: b.pressureBar!,
        };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `Power steering does not match: ${by}`,
});
