import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ sender: Type.String({ title: 'sender of' }) });

export const sender = defineJoint({
  kind: 'sender',
  order: 94,
  group: 'signals',
  title: 'Gauge sender',
  sides: { a: 'sender on the engine', b: 'gauge of the car' },
  home: { a: 'engine', b: 'car' },
  places: ['coolant', 'oil'],
  look: 'Thread and kind of the sender; a gauge reads right only with the sender it was made for. Lamps light at key-on and go out.',
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) => otherMiss(a.sender, b.sender, `sender of ${a.sender}, gauge of ${b.sender}`),
  whenOpen: 'tight',
  openTitle: (by) => `Gauge reading wrong: ${by}`,
});
