export * from './bundle.ts';
export * from './csv.ts';
export * from './problems.ts';
export * from './columns.ts';
export * from './libraryCsv.ts';
export * from './libraryTables.ts';
export * from './libraryFile.ts';
