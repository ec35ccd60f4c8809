export * from './assess.ts';
export * from './compareGearboxes.ts';
export * from './runOf.ts';
