export * from './assessJoints.ts';
export * from './closeJoint.ts';
export * from './kind.ts';
export * from './kinds/index.ts';
