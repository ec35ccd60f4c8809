export * from './bundle.ts';
export * from './csv.ts';
