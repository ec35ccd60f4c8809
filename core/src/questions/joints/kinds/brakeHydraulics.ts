import { Type } from 'typebox';
import { defineJoint, lengthMiss } from '../kind.ts';

/** Between one size of master cylinder and the next, mm. */
const STEP_MM = 1.6;

/** Other callipers ask another master cylinder; the anti-lock unit and bias valve are those of its car. */
export const brakeHydraulics = defineJoint({
  kind: 'brake-hydraulics',
  order: 82,
  group: 'controls',
  title: 'Brake hydraulics',
  sides: { a: 'master cylinder of the car', b: 'master cylinder required by the callipers' },
  home: { a: 'car', b: 'car' },
  look: 'Master bore against the pistons, bias valve, anti-lock unit and its car, pedal ratio.',
  spec: {
    a: Type.Object({ masterMm: Type.Number({ title: 'master cylinder, mm' }) }),
    b: Type.Object({ masterMm: Type.Number({ title: 'master cylinder, mm' }) }),
  },
  at: { a: '/chassis/brakes/pedal' },
  derived: ({ chassis }) => {
    const bore = chassis?.brakes?.pedal?.masterMm;
    return bore === undefined ? {} : { a: { spec: { masterMm: bore }, from: chassis!.name } };
  },
  changedBy: ['brakes'],
  neededFor: () => true,
  miss: (a, b, known) => lengthMiss(a.masterMm, b.masterMm, STEP_MM, 'on the master cylinder', known),
  whenOpen: 'tight',
  openTitle: (by) => `Brake hydraulics do not match: ${by}`,
});
