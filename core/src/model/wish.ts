import { Type } from 'typebox';

/** How an engine breathes. */
export const INDUCTIONS = ['naturally aspirated', 'turbocharged', 'supercharged'] as const;
export type Induction = (typeof INDUCTIONS)[number];
export const InductionSchema = Type.Unsafe<Induction>({ type: 'string', enum: [...INDUCTIONS] });

/** How the teeth of a gearbox stand. */
export const GEAR_CUTS = ['helical', 'straight cut'] as const;
export const GearCutSchema = Type.Unsafe<(typeof GEAR_CUTS)[number]>({ type: 'string', enum: [...GEAR_CUTS] });
