export * from './ancillaries.ts';
export * from './axles.ts';
export * from './bridge.ts';
export * from './powerToWeight.ts';
export * from './sums.ts';
export * from './assessMass.ts';
export * from './assessRide.ts';
export * from './ride.ts';
