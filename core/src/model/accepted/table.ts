// Written by scripts/tables.mjs from the files beside it; npm test says when it is not current.
import { calculation } from './calculation.ts';
import { differential } from './differential.ts';
import { dressing } from './dressing.ts';
import { gearPair } from './gearPair.ts';
import { obstacleChange } from './obstacleChange.ts';
import { part } from './part.ts';
import { shield } from './shield.ts';
import { springs } from './springs.ts';
import { torqueLimit } from './torqueLimit.ts';
import { trim } from './trim.ts';
import { tyre } from './tyre.ts';
import { withoutPart } from './withoutPart.ts';

/** Every kind of accepted work, by its name. */
export const ACCEPTED = {
  calculation,
  differential,
  dressing,
  gearPair,
  obstacleChange,
  part,
  shield,
  springs,
  torqueLimit,
  trim,
  tyre,
  withoutPart,
} as const;
