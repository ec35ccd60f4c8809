export * from './fitRecipe.ts';
export * from './modificationSearch.ts';
