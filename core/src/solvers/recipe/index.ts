export * from './fitRecipe.ts';
export * from './modificationSearch.ts';
export * from './sums.ts';
