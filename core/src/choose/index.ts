export * from './combos.ts';
export * from './sweep.ts';
export * from './rank.ts';
export * from './boxes.ts';
export * from './runOf.ts';
export * from './csv.ts';
