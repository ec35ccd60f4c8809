export * from './plant.ts';
export * from './simulate.ts';
export * from './sums.ts';
