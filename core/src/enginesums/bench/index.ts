import type { BenchSum } from './bench.ts';
import { boost } from './boost.ts';
import { bottomEnd } from './bottomEnd.ts';
import { breathing } from './breathing.ts';
import { fuel } from './fuel.ts';
import { heat } from './heat.ts';

export * from './bench.ts';
export { DUTY_LIMIT_PCT } from './fuel.ts';
export { bsfcOf, fuelOf, peakPower, peakTorque, targetPower } from './from.ts';

/** The workbench: every sum, in the order in which an engine is thought through. */
export const BENCH: readonly BenchSum[] = [...bottomEnd, ...breathing, ...fuel, ...boost, ...heat];

export const benchSum = (id: string): BenchSum | undefined => BENCH.find((s) => s.id === id);
