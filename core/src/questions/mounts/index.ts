export * from './assessMounts.ts';
export * from './fittedMounts.ts';
export * from './hanging.ts';
export * from './loads.ts';
export * from './mountsFigures.ts';
export * from './movement.ts';
export * from './powertrain.ts';
export * from './sums.ts';
