export * from './judging.ts';
export * from './stages.ts';
