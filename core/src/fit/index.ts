export * from './convex.ts';
export * from './distance.ts';
export * from './pose.ts';
export * from './shape.ts';
export * from './sums.ts';
export type { V3 } from './vec.ts';
export * from './assessFit.ts';
export * from './clearances.ts';
export * from './requiredGap.ts';
