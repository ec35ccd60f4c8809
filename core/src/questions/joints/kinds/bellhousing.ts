import { sameWord, type JointKind } from '../kind.ts';

export const bell: JointKind = {
  kind: 'bell',
  title: 'Engine to gearbox',
  sides: { a: 'block face', b: 'bellhousing' },
  neededFor: () => true,
  match: sameWord('pattern', (a, b) => `block pattern ${a}, bell pattern ${b}`),
  whenOpen: 'blocked',
  openTitle: (by) => `The gearbox does not bolt to the engine: ${by}`,
};
