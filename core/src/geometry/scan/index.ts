export * from './mesh.ts';
export * from './place.ts';
export * from './wrap.ts';
