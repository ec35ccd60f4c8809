export * from './engineByTape.ts';
export * from './gearboxByTape.ts';
export * from './places.ts';
