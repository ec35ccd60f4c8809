export * from './assessPlate.ts';
export * from './pattern.ts';
export * from './release.ts';
export * from './slot.ts';
export * from './sums.ts';
export * from './window.ts';
export * from './threeDistances.ts';
