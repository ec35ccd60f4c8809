import type { Listing } from '@sable/core';

/** The ways to buy an engine, by name. */
export const WAY_NAMES: Readonly<Record<Listing['kind'], string>> = {
  engine: 'Engine only',
  set: 'Engine and gearbox',
  car: 'Complete car, remaining parts sold',
  swap: 'Abandoned swap',
};

/** The same in a word or two. */
export const KIND_WORDS: Readonly<Record<Listing['kind'], string>> = {
  engine: 'engine',
  set: 'with gearbox',
  car: 'whole car',
  swap: 'abandoned swap',
};
