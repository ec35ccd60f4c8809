/** Pressure at which a wastegate begins to open, bar: its spring over its diaphragm, the boost it can't go below. */
export function boostFloorBar(springN: number, diaphragmMm: number): number {
  return springN / ((Math.PI / 4) * (diaphragmMm / 1000) ** 2) / 1e5;
}
