export * from './clutch.ts';
export * from './load.ts';
export * from './sums.ts';
export * from './assessStress.ts';
export * from './propshaft.ts';
