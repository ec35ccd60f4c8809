import { curveSums } from './curve/index.ts';
import { fitSums } from './fit/index.ts';
import { gearingSums } from './gearing/index.ts';
import { massSums } from './mass/index.ts';
import type { Sum } from './model/index.ts';
import { stressSums } from './stress/index.ts';

/** The registry of sums: one table, from which come the endpoints, the worker's calls and the reference runner. */
export const SUMS: readonly Sum[] = [
  ...curveSums,
  ...massSums,
  ...gearingSums,
  ...stressSums,
  ...fitSums,
] as unknown as readonly Sum[];

export function sumNamed(name: string): Sum | undefined {
  return SUMS.find((s) => s.name === name);
}
