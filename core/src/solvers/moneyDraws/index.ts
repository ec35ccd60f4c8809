export * from './draws.ts';
export * from './sums.ts';
export { drawInto } from './table.ts';
