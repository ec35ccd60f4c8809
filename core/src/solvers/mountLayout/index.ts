export * from './forCandidate.ts';
export * from './layouts.ts';
