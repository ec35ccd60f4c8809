export * from './changes.ts';
export * from './gates.ts';
export * from './lineup.ts';
export * from './asFound.ts';
export * from './engines.ts';
