export * from './draws.ts';
export * from './sums.ts';
