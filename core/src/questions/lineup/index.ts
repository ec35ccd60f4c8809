export * from './baseline.ts';
export * from './changes.ts';
export * from './engines.ts';
export * from './gearboxOffers.ts';
export * from './hardLimits.ts';
export * from './lineup.ts';
export * from './measureNext.ts';
export * from './wishes.ts';
