export * from './clip.ts';
export * from './convex.ts';
export * from './distance.ts';
export * from './pose.ts';
export * from './shape.ts';
export * from './tube.ts';
export type { V3 } from './vec.ts';
export { aboutX, aboutY, aboutZ, add, cross, dot, length, multiply, sub, times, turn, unit } from './vec.ts';
