export * from './bundle.ts';
export * from './csv.ts';
export * from './problems.ts';
