export * from './place.ts';
export * from './readMesh.ts';
export * from './wrap.ts';
