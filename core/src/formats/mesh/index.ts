export * from './readMesh.ts';
