export * from './engineByTape.ts';
export * from './gearboxByTape.ts';
