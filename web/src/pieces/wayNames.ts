import type { Listing } from '@sable/core';

/** The ways to buy an engine, by name. */
export const WAY_NAMES: Readonly<Record<Listing['kind'], string>> = {
  engine: 'Engine only',
  set: 'Engine and gearbox',
  car: 'Whole car, rest sold',
  swap: 'Begun swap, taken over',
};

/** The same in a word or two. */
export const KIND_WORDS: Readonly<Record<Listing['kind'], string>> = {
  engine: 'engine',
  set: 'with gearbox',
  car: 'whole car',
  swap: 'begun swap',
};
