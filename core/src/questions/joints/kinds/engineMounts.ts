import { sameWord, type JointKind } from '../kind.ts';

export const engineMounts: JointKind = {
  kind: 'engine-mounts',
  title: 'Engine mounts, left and right',
  sides: { a: 'bosses on the block', b: 'pads on the car' },
  neededFor: () => true,
  match: sameWord('pattern', (a, b) => `bosses ${a}, pads ${b}`),
  whenOpen: 'blocked',
  openTitle: (by) => `Nothing carries the engine: ${by}`,
};
