export * from './grip.ts';
export * from './resistance.ts';
export * from './speeds.ts';
export * from './converter.ts';
export * from './sums.ts';
export * from './topSpeed.ts';
export * from './tyre.ts';
export * from './assessGearing.ts';
