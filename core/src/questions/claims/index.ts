export * from './claims.ts';
