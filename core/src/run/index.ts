export * from './plant.ts';
export * from './simulate.ts';
export * from './forSubject.ts';
export * from './assessRun.ts';
export * from './sums.ts';
