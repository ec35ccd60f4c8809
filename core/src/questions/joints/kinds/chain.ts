import { Type } from 'typebox';
import { defineJoint, lengthMiss, otherMiss } from '../kind.ts';

const face = Type.Object({
  pitchMm: Type.Number({ title: 'chain pitch', exclusiveMinimum: 0 }),
  rows: Type.Number({ title: 'rows of the chain', minimum: 1 }),
});
/** Two sprockets of one chain have one pitch; caliper and rounding of an inch pitch, mm. */
const PITCH_PLAY_MM = 0.1;

/** One chain runs on both sprockets: same pitch, same rows. Whether they stand in one plane is judged by where they are. */
export const chain = defineJoint({
  kind: 'chain',
  order: 57,
  group: 'crank to road',
  title: 'Chain to the axle',
  sides: { a: 'sprocket of the gearbox', b: 'sprocket on the axle' },
  home: { a: 'gearbox', b: 'car' },
  look: 'The pitch stamped into the chain or sprocket, over ten links by caliper; single or double row.',
  spec: { a: face, b: face },
  neededFor: (chassis) => chassis?.drivenBy === 'chain',
  miss: (a, b, known) =>
    otherMiss(a.rows, b.rows, `${a.rows} rows on the gearbox, ${b.rows} on the axle`) ??
    lengthMiss(a.pitchMm, b.pitchMm, PITCH_PLAY_MM, 'on the pitch', known),
  whenOpen: 'blocked',
  openTitle: (by) => `Chain does not match both sprockets: ${by}`,
});
