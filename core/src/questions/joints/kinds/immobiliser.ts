import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({
  key: Type.Optional(Type.String({ title: 'key and code of' })),
  none: Type.Optional(Type.Boolean({ title: 'has none' })),
});

export const immobiliser = defineJoint({
  kind: 'immobiliser',
  order: 88,
  group: 'signals',
  title: 'Computer to key and immobiliser',
  sides: { a: 'computer of the engine', b: 'key and lock of the car' },
  home: { a: 'engine', b: 'car' },
  look: 'Immobiliser of the ECU: key, antenna, lock and code from its car, or deactivated where permitted.',
  spec: { a: face, b: face },
  neededFor: () => true,
  asksNothing: (a) => a.none === true,
  alsoAsks: (_, b) => (b.none === true ? { a: ['key'] } : { a: ['key'], b: ['key'] }),
  miss: (a, b) =>
    b.none === true
      ? { words: `ECU requires the key of ${a.key!}; the car has no such lock` }
      : otherMiss(a.key, b.key, `ECU requires the key of ${a.key!}; available: ${b.key!}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Immobiliser prevents starting: ${by}`,
});
