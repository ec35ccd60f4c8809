export * from './convex.ts';
export * from './distance.ts';
export * from './pose.ts';
export * from './shape.ts';
export * from './sums.ts';
export * from './vec.ts';
