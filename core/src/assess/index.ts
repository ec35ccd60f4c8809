export * from './assess.ts';
export * from './assessAll.ts';
export * from './checkTable.ts';
export * from './chosen.ts';
export * from './compareGearboxes.ts';
export * from './mountTypes.ts';
export * from './runOf.ts';
