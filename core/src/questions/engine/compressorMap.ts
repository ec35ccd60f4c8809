import { polygonContains, polygonHull } from 'd3-polygon';
import { InputError } from '../../units/index.ts';
import { dryAirDensity, correctedFlow } from './air.ts';
import { afterCoolerC, compressorOutC } from './chargeCooling.ts';

/** One measured point of a compressor: corrected flow, pressure ratio, efficiency, and the wheel speed where known. */
interface MapPoint {
  readonly flowKgPerS: number;
  readonly pressureRatio: number;
  readonly efficiency: number;
  readonly wheelRpm?: number | undefined;
}

export interface CompressorMap {
  readonly points: readonly MapPoint[];
  /** Temperature and pressure that the flows are corrected to. */
  readonly referenceC: number;
  readonly referenceKpa: number;
}

/** The map's outline as flow and pressure ratio, or undefined where its points lie on a line. */
export function mapOutline(map: CompressorMap): readonly [number, number][] | undefined {
  return polygonHull(map.points.map((p) => [p.flowKgPerS, p.pressureRatio])) ?? undefined;
}

/** @throws InputError where there are too few points, or one is not a compressor's. */
export function checkMap(map: CompressorMap, pointer = '/map'): void {
  map.points.forEach((p, i) => {
    if (!(p.flowKgPerS > 0))
      throw new InputError(`${pointer}/${i}/flowKgPerS`, `Point ${i + 1}: the flow must be above 0.`);
    if (!(p.pressureRatio >= 1))
      throw new InputError(
        `${pointer}/${i}/pressureRatio`,
        `Point ${i + 1}: a pressure ratio is 1 or more; it is ${p.pressureRatio}.`,
      );
    if (!(p.efficiency > 0 && p.efficiency < 1))
      throw new InputError(
        `${pointer}/${i}/efficiency`,
        `Point ${i + 1}: efficiency must be between 0 and 1, not ${p.efficiency}. Write 72 % as 0.72.`,
      );
  });
  if (map.points.length < 5 || !mapOutline(map))
    throw new InputError(pointer, 'A map needs five points or more that do not lie on one line.');
}

/** Efficiency inside the map: the nearest points weighed by distance in shares of the map's extent (Shepard, power 3). */
export function efficiencyAt(map: CompressorMap, flowKgPerS: number, pressureRatio: number): number {
  const span = (values: number[]) => Math.max(...values) - Math.min(...values) || 1;
  const flowSpan = span(map.points.map((p) => p.flowKgPerS));
  const ratioSpan = span(map.points.map((p) => p.pressureRatio));
  let weights = 0;
  let sum = 0;
  for (const p of map.points) {
    const d = Math.hypot((p.flowKgPerS - flowKgPerS) / flowSpan, (p.pressureRatio - pressureRatio) / ratioSpan);
    if (d < 1e-9) return p.efficiency;
    const w = d ** -3;
    weights += w;
    sum += w * p.efficiency;
  }
  return sum / weights;
}

type MapPlace = 'on the map' | 'surge' | 'choke' | 'off the map';

export interface LinePoint {
  readonly rpm: number;
  readonly flowKgPerS: number;
  readonly pressureRatio: number;
  readonly efficiency: number;
  readonly chargeC: number;
  readonly place: MapPlace;
}

/**
 * The engine's line on the map at a held boost: at each speed what the cylinders take at the density behind the cooler.
 * Efficiency and charge temperature hang on one another, so each point is settled by iteration.
 */
export function engineLine(
  map: CompressorMap,
  i: {
    readonly rpm: readonly number[];
    readonly boostBar: readonly number[];
    readonly displacementCc: number;
    readonly volumetricEfficiency: number;
    readonly inletC: number;
    readonly inletKpa: number;
    readonly coolerEffectiveness: number;
    readonly coolerDropKpa: number;
    readonly coolingAirC: number;
  },
): LinePoint[] {
  checkMap(map);
  const outline = mapOutline(map)!;
  return i.rpm.map((rpm, k) => {
    const manifoldKpa = i.inletKpa + 100 * i.boostBar[k]!;
    const pressureRatio = Math.max(1, (manifoldKpa + i.coolerDropKpa) / i.inletKpa);
    let efficiency = 0.7;
    let flow = 0;
    let chargeC = i.inletC;
    for (let n = 0; n < 12; n++) {
      chargeC = afterCoolerC(compressorOutC(i.inletC, pressureRatio, efficiency), i.coolerEffectiveness, i.coolingAirC);
      const kgPerS =
        dryAirDensity(chargeC, manifoldKpa) * i.displacementCc * 1e-6 * i.volumetricEfficiency * (rpm / 120);
      flow = correctedFlow(kgPerS, i.inletC, i.inletKpa, map.referenceC, map.referenceKpa);
      efficiency = efficiencyAt(map, flow, pressureRatio);
    }
    return {
      rpm,
      flowKgPerS: flow,
      pressureRatio,
      efficiency,
      chargeC,
      place: placeOn(map, outline, flow, pressureRatio),
    };
  });
}

function placeOn(map: CompressorMap, outline: readonly [number, number][], flow: number, ratio: number): MapPlace {
  if (polygonContains(outline as [number, number][], [flow, ratio])) return 'on the map';
  const highest = Math.max(...map.points.map((p) => p.pressureRatio));
  const lowest = Math.min(...map.points.map((p) => p.pressureRatio));
  if (ratio > highest || ratio < lowest) return 'off the map';
  const middle = map.points.reduce((s, p) => s + p.flowKgPerS, 0) / map.points.length;
  return flow < middle ? 'surge' : 'choke';
}
