export * from './readAdvert.ts';
