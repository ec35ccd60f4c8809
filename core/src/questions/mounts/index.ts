export * from './movement.ts';
