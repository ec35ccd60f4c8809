import type { Wiring } from '@sable/core';

/** Changes of the wiring as functions of the newest content; what is emptied is not there any more. */
export type ChangeWiring = (change: (was: Wiring) => Wiring) => void;
