/** The calculators of the bench, for a thread that judges a sum of it: they open it as they load. */
export { CALCULATORS } from '@sable/core/questions/engine';
