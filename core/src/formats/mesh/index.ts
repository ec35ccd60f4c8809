export * from './readMesh.ts';
export * from './scanUnit.ts';
