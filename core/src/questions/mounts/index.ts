export * from './movement.ts';
export * from './sums.ts';
