export * from './assessBrakes.ts';
export * from './heat.ts';
export * from './hydraulics.ts';
export * from './sums.ts';
