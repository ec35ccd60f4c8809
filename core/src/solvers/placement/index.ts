export * from './evaluate.ts';
export * from './forCandidate.ts';
export * from './given.ts';
export * from './installationPath.ts';
export * from './problem.ts';
export * from './refine.ts';
export * from './search.ts';
export * from './sums.ts';
