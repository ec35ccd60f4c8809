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
    a: Type.Object({ pressureBar: Type.Number({ title: 'required pressure', minimum: 0 }) }),
    b: Type.Object({ pressureBar: Type.Number({ title: 'pump pressure', minimum: 0 }) }),
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
      return { words: `required ${bar(a.pressureBar)}, pump delivers ${bar(b.pressureBar)}`, ...figure };
    // A rail has its regulator; what asks next to nothing is flooded.
    if (a.pressureBar < 1 && b.pressureBar > HELD_BACK * a.pressureBar + 0.1)
      return { words: `maximum ${bar(a.pressureBar)}, pump ${bar(b.pressureBar)}: it floods`, ...figure };
    return undefined;
  },
  whenOpen: 'blocked',
  openTitle: (by) => `Fuel supply does not match the engine: ${by}`,
});
