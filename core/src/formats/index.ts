export * from './bundle.ts';
export * from './csv.ts';
export * from './problems.ts';
export * from './libraryCsv.ts';
export * from './libraryFile.ts';
