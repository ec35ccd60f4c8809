export * from './assessJoints.ts';
export * from './close.ts';
export * from './kind.ts';
export * from './kinds/index.ts';
