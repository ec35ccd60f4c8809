export * from './combos.ts';
export * from './rank.ts';
export * from './sweep.ts';
