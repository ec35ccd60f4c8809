import { Type } from 'typebox';
import { say } from '../../../units/index.ts';
import { defineJoint } from '../kind.ts';

const bar = (v: number) => say(v, 'pressureBar', { digits: 1 });
/** What a regulator or a needle valve holds back, of the pressure that is asked. */
const HELD_BACK = 1.5;

export const fuelSupply = defineJoint({
  kind: 'fuel-supply',
  order: 74,
  group: 'air, fuel and water',
  title: 'Fuel supply',
  sides: { a: 'rail, carburettor or injection pump', b: 'pump and line of the car' },
  home: { a: 'engine', b: 'car' },
  look: 'Pressure and flow at the end of the line; a mechanical pump on the engine with its eccentric, or blanked.',
  spec: {
    a: Type.Object({ pressureBar: Type.Number({ title: 'pressure that it asks', minimum: 0 }) }),
    b: Type.Object({ pressureBar: Type.Number({ title: 'pressure that the pump gives', minimum: 0 }) }),
  },
  derived: ({ chassis }) => {
    const pressure = chassis?.fuelSystem?.pressureBar;
    return pressure
      ? { b: { spec: { pressureBar: pressure.value }, evidence: pressure.evidence, from: chassis.name } }
      : {};
  },
  neededFor: () => true,
  miss(a, b) {
    const figure = { quantity: 'pressureBar' as const, value: b.pressureBar, limit: a.pressureBar };
    if (b.pressureBar < a.pressureBar)
      return { words: `it asks ${bar(a.pressureBar)}, the pump gives ${bar(b.pressureBar)}`, ...figure };
    // A rail has its regulator; what asks next to nothing is flooded.
    if (a.pressureBar < 1 && b.pressureBar > HELD_BACK * a.pressureBar + 0.1)
      return { words: `it takes ${bar(a.pressureBar)}, the pump gives ${bar(b.pressureBar)}: it floods`, ...figure };
    return undefined;
  },
  whenOpen: 'blocked',
  openTitle: (by) => `The fuel supply does not suit: ${by}`,
});
