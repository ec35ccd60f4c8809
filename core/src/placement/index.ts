export * from './evaluate.ts';
export * from './problem.ts';
export * from './recipe.ts';
export * from './refine.ts';
export * from './search.ts';
export * from './sums.ts';
export * from './forCandidate.ts';
export * from './fitRecipe.ts';
