import { Type } from 'typebox';
import { say } from '../../../units/index.ts';
import { choice, defineJoint } from '../kind.ts';

const kpa = (v: number) => say(v, 'pressureKpa', { digits: 0 });

/** What cam, throttles and boost leave of the vacuum at idle, against what the servo asks. */
export const servoVacuum = defineJoint({
  kind: 'servo',
  order: 80,
  group: 'controls',
  title: 'Vacuum for the brake servo',
  sides: { a: 'vacuum of the engine at idle', b: 'brake servo' },
  home: { a: 'engine', b: 'car' },
  look: 'A gauge on the plenum at idle, warm; a check valve in the line; an electric pump where it falls short.',
  spec: {
    a: Type.Object({ vacuumKpa: Type.Number({ title: 'vacuum at idle', minimum: 0 }) }),
    b: Type.Object({
      vacuumKpa: Type.Optional(Type.Number({ title: 'required vacuum', minimum: 0 })),
      servo: choice('servo', ['by vacuum', 'none or not by vacuum']),
    }),
  },
  derived: ({ chassis }) =>
    chassis?.brakes?.pedal?.servoRatio === 1
      ? { b: { spec: { servo: 'none or not by vacuum' }, from: chassis.name } }
      : {},
  neededFor: () => true,
  asksNothing: (_, b) => b.servo === 'none or not by vacuum',
  alsoAsks: () => ({ b: ['vacuumKpa'] }),
  miss: (a, b) =>
    a.vacuumKpa >= b.vacuumKpa!
      ? undefined
      : {
          words: `${kpa(a.vacuumKpa)} at idle, brake servo requires ${kpa(b.vacuumKpa!)}`,
          quantity: 'pressureKpa',
          value: a.vacuumKpa,
          limit: b.vacuumKpa!,
        },
  whenOpen: 'blocked',
  openTitle: (by) => `Brake servo vacuum too low: ${by}`,
});
