import { Type } from 'typebox';
import { layoutOf } from '../../../model/index.ts';
import { defineJoint, otherMiss } from '../kind.ts';

const face = Type.Object({ flange: Type.String({ title: 'flange' }) });

/** Flange against flange; the shaft's length is measured at mock-up. */
export const propshaftFlange = defineJoint({
  kind: 'output',
  order: 60,
  group: 'crank to road',
  title: 'Gearbox output to propshaft',
  sides: { a: 'gearbox flange', b: 'propshaft' },
  home: { a: 'gearbox', b: 'car' },
  offers: ['front', 'rear'],
  look: 'The flange of the gearbox and that of the shaft: bolts, circle, register.',
  spec: { a: face, b: face },
  neededFor: (chassis, gearbox) => chassis === null || layoutOf(chassis, gearbox).propshaftsTo.length > 0,
  placesIn: (chassis, gearbox) => {
    const to = chassis === null ? [] : layoutOf(chassis, gearbox).propshaftsTo;
    return to.length > 1 ? to : [];
  },
  miss: (a, b) => otherMiss(a.flange, b.flange, `flange ${a.flange}, shaft ${b.flange}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Propshaft flange does not match: ${by}`,
});
