import { Type } from 'typebox';
import type { Gearbox } from '../../../model/index.ts';
import { defineJoint } from '../kind.ts';

const face = Type.Object({ pedals: Type.Integer({ title: 'number of pedals' }) });
const pedalsOf = (kind: Gearbox['kind']) => (kind === 'manual' || kind === 'sequential' ? 3 : 2);

/** A gearbox with a clutch asks a third pedal, with its bracket, its bias and its room. */
export const pedals = defineJoint({
  kind: 'pedals',
  order: 86,
  group: 'controls',
  title: 'Pedals',
  sides: { a: 'pedals required by the gearbox', b: 'pedals of the car' },
  home: { a: 'gearbox', b: 'car' },
  look: 'Position, angle and travel of each pedal, and clearance in the footwell and next to the tunnel.',
  spec: { a: face, b: face },
  at: { b: '/chassis/originalGearboxId' },
  derived: ({ chassis, gearbox, originalGearbox: own }) => ({
    a: { spec: { pedals: pedalsOf(gearbox.kind) }, from: gearbox.name },
    ...(own ? { b: { spec: { pedals: pedalsOf(own.kind) }, from: chassis!.name } } : {}),
  }),
  neededFor: () => true,
  miss: (a, b) =>
    b.pedals >= a.pedals ? undefined : { words: `gearbox requires ${a.pedals} pedals, the car has ${b.pedals}` },
  whenOpen: 'blocked',
  openTitle: (by) => `A pedal is missing: ${by}`,
});
