export * from './assessAcceleration.ts';
export * from './plant.ts';
export * from './plantOf.ts';
export * from './runResult.ts';
export * from './simulate.ts';
export * from './sums.ts';
