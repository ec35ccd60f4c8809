export * from './forCandidate.ts';
