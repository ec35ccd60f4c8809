import { Type } from 'typebox';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({
  teeth: Type.Integer({ title: 'teeth' }),
  gap: Type.Integer({ title: 'teeth left out' }),
  none: Type.Optional(Type.Boolean({ title: 'no wheel' })),
});

/** A wheel by its teeth: "36−1". */
const wheel = (teeth: number, gap: number) => (gap === 0 ? `${teeth}` : `${teeth}−${gap}`);

export const crankTrigger = defineJoint({
  kind: 'crank-trigger',
  order: 70,
  group: 'signals',
  title: 'Crankshaft position sensor to ECU',
  sides: { a: 'crank trigger wheel (tone wheel)', b: 'ECU input' },
  home: { a: 'engine', b: 'engine' },
  look: 'Teeth of the crank wheel, and how many are left out.',
  spec: { a: face, b: face },
  neededFor: () => true,
  // A carburettor and points ask for no wheel, and any engine can do without one being read.
  asksNothing: (_, b) => b.none === true,
  miss: (a, b) => {
    const [has, wants] = [wheel(a.teeth, a.gap), wheel(b.teeth, b.gap)];
    return otherMiss(has, wants, `wheel ${has}, computer expects ${wants}`);
  },
  whenOpen: 'blocked',
  openTitle: (by) => `ECU does not support this trigger pattern: ${by}`,
});
