export * from './assessNoise.ts';
