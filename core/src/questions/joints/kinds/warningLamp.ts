import { Type } from 'typebox';
import { choice, defineJoint, otherMiss } from '../kind.ts';

/** What the switch does when all is not well, and what the lamp waits for. */
const WAYS = ['to ground', 'from the battery', 'as a message'] as const;
const WORDS: Readonly<Record<(typeof WAYS)[number], string>> = {
  'to ground': 'switches to ground',
  'from the battery': 'switches from the battery',
  'as a message': 'by bus message',
};

export const warningLamp = defineJoint({
  kind: 'lamp',
  order: 95,
  group: 'signals',
  title: 'Warning lamp',
  sides: { a: 'switch on the engine', b: 'lamp of the car' },
  home: { a: 'engine', b: 'car' },
  places: ['charge', 'oil-pressure'],
  look: 'Every lamp lights at key-on and goes out once the engine runs; an oil lamp that stays dark is no proof. The charge lamp also wakes most alternators: without it they may not charge.',
  spec: {
    a: Type.Object({ switched: choice('switches the lamp', WAYS) }),
    b: Type.Object({ lit: choice('is lit', WAYS) }),
  },
  neededFor: () => true,
  miss: (a, b) =>
    otherMiss<string>(a.switched, b.lit, `the engine’s side ${WORDS[a.switched]}, the car’s lamp ${WORDS[b.lit]}`),
  whenOpen: 'tight',
  openTitle: (by) => `Warning lamp without correct signal: ${by}`,
});
