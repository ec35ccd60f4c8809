export { AWG_MM2 } from './awg.ts';
export * from './attempt.ts';
export * from './constants.ts';
export { currencySign, signLeads, withSign } from './currency.ts';
export * from './display.ts';
export * from './distribution.ts';
export * from './entry.ts';
export * from './errors.ts';
export * from './evidence.ts';
export * from './figure.ts';
export * from './random.ts';
export {
  QUANTITIES,
  systemOf,
  UNIT_CHOICES,
  UNIT_SYSTEMS,
  type ChosenUnits,
  type Quantity,
  type UnitKind,
  type UnitSystem,
} from './scales.ts';
export { unitIn } from './unitWords.ts';
export * from './valueTokens.ts';
export * from './normal.ts';
