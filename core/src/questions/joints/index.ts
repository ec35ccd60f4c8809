export * from './assessJoints.ts';
export * from './chain.ts';
export * from './kind.ts';
export * from './kinds/index.ts';
export * from './ports.ts';
export * from './faceSpec.ts';
export * from './conditions.ts';
