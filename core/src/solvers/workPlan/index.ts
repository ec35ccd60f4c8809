export * from './cash.ts';
export { criticalPath } from './path.ts';
export * from './schedule.ts';
export * from './sums.ts';
export * from './tasks.ts';
