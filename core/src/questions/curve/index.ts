export * from './atmosphere.ts';
export * from './basis.ts';
export * from './inUse.ts';
export * from './monotone.ts';
export * from './sums.ts';
export * from './torque.ts';
