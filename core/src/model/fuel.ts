import { Type } from 'typebox';

/** What can be filled: the pump’s petrols by their octane, with a tenth or with 85 % of ethanol, and diesel. */
export const FUELS = ['petrol 91', 'petrol 95', 'petrol 98', 'E10', 'E85', 'diesel'] as const;
export type FuelName = (typeof FUELS)[number];
export const FuelSchema = Type.Unsafe<FuelName>({ type: 'string', enum: [...FUELS] });
