export { loadHighs } from './highs.ts';
export * from './forCandidate.ts';
export * from './resolve.ts';
export * from './sums.ts';
