export * from './assessPlausible.ts';
