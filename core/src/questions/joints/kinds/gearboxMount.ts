import { sameWord, type JointKind } from '../kind.ts';

export const gearboxMount: JointKind = {
  kind: 'gearbox-mount',
  title: 'Gearbox mount',
  sides: { a: 'gearbox tail', b: 'crossmember on the car' },
  neededFor: () => true,
  match: sameWord('pattern', (a, b) => `tail ${a}, crossmember ${b}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Nothing carries the gearbox: ${by}`,
};
