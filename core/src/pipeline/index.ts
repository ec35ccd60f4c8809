export * from './judging.ts';
export * from './stages.ts';
export { READ_BY, unmoved } from './unmoved.ts';
