/** Gauges that wire is sold in, largest first, as they are written; 1/0 to 4/0 count downwards from 0. */
const GAUGES = [-3, -2, -1, 0, 2, 4, 6, 8, 10, 12, 14, 16, 18, 20, 22] as const;
/** So near to the section of a gauge, a wire is that gauge. */
const SAME = 0.01;

/** Section of an American wire gauge, mm²: a diameter of 0.127 mm × 92^((36 − n)/39) (ASTM B258). */
const sectionOf = (n: number): number => (Math.PI / 4) * (0.127 * 92 ** ((36 - n) / 39)) ** 2;
const nameOf = (n: number): string => (n < 1 ? `${1 - n}/0` : String(n));

/** Sections of the gauges that wire is sold in, mm², thinnest first. */
export const AWG_MM2: readonly number[] = GAUGES.map(sectionOf).reverse();

/** How a section is said where wire is sold by gauge: the gauge itself, or the section with the least gauge that has it. */
export function awgWords(mm2: number, shown: string): string {
  const itself = GAUGES.find((n) => Math.abs(sectionOf(n) / mm2 - 1) <= SAME);
  if (itself !== undefined) return `${nameOf(itself)} AWG`;
  const least = GAUGES.findLast((n) => sectionOf(n) >= mm2);
  return least === undefined ? shown : `${shown} (${nameOf(least)} AWG)`;
}
