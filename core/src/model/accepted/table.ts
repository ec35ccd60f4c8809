// Written by scripts/tables.mjs from the files beside it; npm test says when it is not current.
import { bracket, bracketSchema } from './bracket.ts';
import { calculation, calculationSchema } from './calculation.ts';
import { cure, cureSchema } from './cure.ts';
import { differential, differentialSchema } from './differential.ts';
import { dressing, dressingSchema } from './dressing.ts';
import { fabrication, fabricationSchema } from './fabrication.ts';
import { gearPair, gearPairSchema } from './gearPair.ts';
import { jointCheck, jointCheckSchema } from './jointCheck.ts';
import { mount, mountSchema } from './mount.ts';
import { movedLump, movedLumpSchema } from './movedLump.ts';
import { obstacleChange, obstacleChangeSchema } from './obstacleChange.ts';
import { part, partSchema } from './part.ts';
import { pickUpCheck, pickUpCheckSchema } from './pickUpCheck.ts';
import { shield, shieldSchema } from './shield.ts';
import { springs, springsSchema } from './springs.ts';
import { swap, swapSchema } from './swap.ts';
import { torqueLimit, torqueLimitSchema } from './torqueLimit.ts';
import { trim, trimSchema } from './trim.ts';
import { tyre, tyreSchema } from './tyre.ts';
import { withoutPart, withoutPartSchema } from './withoutPart.ts';

/** Every kind of accepted work, by its name. */
export const ACCEPTED = {
  bracket,
  calculation,
  cure,
  differential,
  dressing,
  fabrication,
  gearPair,
  jointCheck,
  mount,
  movedLump,
  obstacleChange,
  part,
  pickUpCheck,
  shield,
  springs,
  swap,
  torqueLimit,
  trim,
  tyre,
  withoutPart,
} as const;

export const ACCEPTED_SCHEMAS = [
  bracketSchema,
  calculationSchema,
  cureSchema,
  differentialSchema,
  dressingSchema,
  fabricationSchema,
  gearPairSchema,
  jointCheckSchema,
  mountSchema,
  movedLumpSchema,
  obstacleChangeSchema,
  partSchema,
  pickUpCheckSchema,
  shieldSchema,
  springsSchema,
  swapSchema,
  torqueLimitSchema,
  trimSchema,
  tyreSchema,
  withoutPartSchema,
] as const;
