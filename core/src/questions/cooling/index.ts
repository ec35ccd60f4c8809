export * from './assessCooling.ts';
export * from './balance.ts';
export * from './sums.ts';
export * from './system.ts';
