import { InputError, requireAllPositive } from '../../units/index.ts';

/** Copper at 20 °C, Ω·mm²/m, and what it gains each K. */
const COPPER = { resistivityOhmMm2PerM: 0.017241, perK: 0.00393, atC: 20 } as const;
/** Cross sections that wire is sold in, mm² (ISO 6722), and what one of each carries alone in still air of 30 °C, A. */
export const WIRE_MM2: readonly number[] = [0.35, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95];
const WIRE_A: readonly number[] = [5, 8, 11, 14, 18, 26, 36, 46, 65, 88, 117, 145, 182, 232, 280];
export const FUSES_A: readonly number[] = [2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100];
/** A fuse stands this far above its load. */
const FUSE_OVER_LOAD = 1.25;
/** Insulation may become so hot; the list is for so much around the wire, °C. */
const INSULATION_C = 105;
const LISTED_AT_C = 30;
/** Of several loaded wires side by side each carries less, in the manner of VDE 0298-4: from so many on. */
const BUNDLED: readonly (readonly [from: number, share: number])[] = [
  [9, 0.5],
  [5, 0.6],
  [3, 0.7],
  [2, 0.8],
];

/** What is left of a listed ampacity around a temperature and among so many loaded wires: √((105 − T)/75) × the share of its bundle. */
export function ampacityShare(aroundC: number, loadedWires: number): number {
  if (!(aroundC < INSULATION_C))
    throw new InputError(
      '/aroundC',
      `Around the bundle it may not be ${INSULATION_C} °C or more: its insulation ends there.`,
    );
  const beside = BUNDLED.find(([from]) => loadedWires >= from)?.[1] ?? 1;
  return Math.sqrt((INSULATION_C - aroundC) / (INSULATION_C - LISTED_AT_C)) * beside;
}

/** Voltage lost over a wire, V: I·ρ·(1 + α·(T − 20))·L/A; the length is the whole path, out and back where the return is a wire. */
export function voltageDrop(
  { currentA, pathLengthM, sizeMm2, conductorTemperatureC }: WirePath & { readonly sizeMm2: number },
  copper: Copper = {},
): number {
  const { resistivityOhmMm2PerM = COPPER.resistivityOhmMm2PerM, resistivityTempCoefficientPerK = COPPER.perK } = copper;
  const rho = resistivityOhmMm2PerM * (1 + resistivityTempCoefficientPerK * (conductorTemperatureC - COPPER.atC));
  return (currentA * rho * pathLengthM) / sizeMm2;
}

export interface WirePath {
  readonly currentA: number;
  readonly pathLengthM: number;
  readonly conductorTemperatureC: number;
}
export interface Copper {
  readonly resistivityOhmMm2PerM?: number | undefined;
  readonly resistivityTempCoefficientPerK?: number | undefined;
}
/** What is on sale; the usual lists where nobody says. */
export interface WireStock {
  readonly standardSizesMm2?: readonly number[] | undefined;
  readonly ampacityA?: readonly number[] | undefined;
  readonly standardFusesA?: readonly number[] | undefined;
}
export interface WireAsked extends WirePath, Copper, WireStock {
  readonly allowedDropV: number;
  /** A starter’s cable has none. */
  readonly fused?: boolean | undefined;
  /** Of the listed ampacity, what heat and bundle leave. */
  readonly ampacityShare?: number | undefined;
}
export interface SizedWire {
  readonly fuseA?: number;
  readonly sizeByDropMm2: number;
  readonly sizeByAmpacityMm2?: number;
  readonly chosenSizeMm2: number;
  /** Over the chosen one. */
  readonly dropV: number;
}

/** The smallest standard fuse of at least 1.25 × the load; undefined where none is that large. */
export const fuseFor = (currentA: number, fuses: readonly number[] = FUSES_A): number | undefined =>
  fuses.find((f) => f >= FUSE_OVER_LOAD * currentA - 1e-9);

/** What a wire of a listed size carries, A; undefined of a size that is not listed. */
export const ampacityOf = (sizeMm2: number, share = 1): number | undefined => {
  const i = WIRE_MM2.indexOf(sizeMm2);
  return i < 0 ? undefined : WIRE_A[i]! * share;
};

/**
 * The wire of a circuit: the larger of what its ampacity asks, which may not be below its fuse, and of what its drop allows.
 * @throws InputError naming a figure that is not above nought, or a current too great for all that is listed.
 */
export function sizeWire(asked: WireAsked): SizedWire {
  const { currentA, pathLengthM, allowedDropV, fused = true, ampacityShare: share = 1 } = asked;
  requireAllPositive({ currentA, pathLengthM, allowedDropV, ampacityShare: share });
  const sizes = asked.standardSizesMm2 ?? WIRE_MM2;
  const carries = asked.ampacityA ?? WIRE_A;
  const tooMuch = (what: string) =>
    new InputError(
      '/currentA',
      `${currentA} A over ${pathLengthM} m is more than any ${what} of the list is for: split the circuit, or shorten it.`,
    );
  const dropOver = (sizeMm2: number) => voltageDrop({ ...asked, sizeMm2 }, asked);
  const byDrop = sizes.find((s) => dropOver(s) <= allowedDropV);
  if (byDrop === undefined) throw tooMuch('wire');
  if (!fused) return { sizeByDropMm2: byDrop, chosenSizeMm2: byDrop, dropV: dropOver(byDrop) };
  const fuseA = fuseFor(currentA, asked.standardFusesA);
  if (fuseA === undefined) throw tooMuch('fuse');
  const byAmpacity = sizes.find((_, i) => (carries[i] ?? 0) * share >= fuseA);
  if (byAmpacity === undefined) throw tooMuch('wire');
  const chosen = Math.max(byDrop, byAmpacity);
  return {
    fuseA,
    sizeByDropMm2: byDrop,
    sizeByAmpacityMm2: byAmpacity,
    chosenSizeMm2: chosen,
    dropV: dropOver(chosen),
  };
}

/** Cross section of an American wire gauge, mm²: d = 0.127 mm × 92^((36 − n)/39). */
export const awgAreaMm2 = (awg: number): number => (Math.PI / 4) * (0.127 * 92 ** ((36 - awg) / 39)) ** 2;
