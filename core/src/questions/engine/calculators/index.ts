import type { Calculator } from './calculator.ts';
import { boost } from './boost.ts';
import { bottomEnd } from './shortBlock.ts';
import { openBench } from './landed.ts';
import { breathing } from './airflow.ts';
import { fuel } from './fuel.ts';
import { heat } from './exhaustAndCooling.ts';

export * from './calculator.ts';
export { asksBench, landedCalculator } from './landed.ts';
export { DUTY_LIMIT_PCT } from './fuel.ts';
export { bsfcOf, fuelOf, injectorsOf, octaneOf, peakPower, targetPower, throttleOf } from './from.ts';

/** The workbench: every sum, in the order in which an engine is thought through. */
export const CALCULATORS: readonly Calculator[] = [...bottomEnd, ...breathing, ...fuel, ...boost, ...heat];

export const calculatorNamed = (id: string): Calculator | undefined => CALCULATORS.find((s) => s.id === id);
openBench(calculatorNamed);
