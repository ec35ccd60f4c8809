import { airAtCoreC, coreAir, faceSpeedMPerS } from '../engine/index.ts';
import { resistanceN, type Road } from '../gearing/index.ts';

/** Share of the fuel’s energy that goes into the coolant, and more of it where a water-to-oil exchanger hands it over. */
export const COOLANT_SHARE = { petrol: 0.3, diesel: 0.25, exchanger: 0.04 } as const;
/** Share of it that an oil cooler in the air gives off. */
export const OIL_COOLER_SHARE = 0.06;
/** Crawling in traffic: speed, km/h, and share of full power. */
export const CRAWL = { speedKph: 8, share: 0.15 } as const;
/** Speed at which the use asks for its share of full power, km/h. */
export const USE_KPH = 100;

/** The cores in their air, and what an engine gives to them for each kW that it makes. */
export interface CoolingSystem {
  readonly ambientC: number;
  readonly topHoseC: number;
  readonly airDensityKgPerM3: number;
  readonly areaM2: number;
  readonly thicknessMm: number;
  /** Share of the road speed that comes through the core. */
  readonly airShare: number;
  readonly fanM3PerS: number;
  readonly condenserKw: number;
  /** kW for each kW of engine power. */
  readonly toCoolant: number;
  readonly toOilCooler: number;
  readonly toChargeCooler: number;
  /** Into the air that the core draws from a closed bay. */
  readonly toBay: number;
}

export interface Balance {
  readonly powerKw: number;
  readonly heatKw: number;
  readonly capacityKw: number;
  /** Power that it can hold for ever at this speed. */
  readonly sustainedKw: number;
  readonly faceMPerS: number;
  readonly airAtCoreC: number;
}

/**
 * Heat into the coolant at a power and a speed against what the core then gives off, kW: ε·C·(top hose − air at the core). What
 * the cores before it give off grows with the power too, so the continuous power is where both lines meet.
 */
export function balance(s: CoolingSystem, powerKw: number, speedKph: number): Balance {
  const faceMPerS = faceSpeedMPerS(s.airShare, speedKph, s.fanM3PerS, s.areaM2);
  const heatKw = s.toCoolant * powerKw;
  if (faceMPerS <= 0) return { powerKw, heatKw, capacityKw: 0, sustainedKw: 0, faceMPerS, airAtCoreC: s.ambientC };
  const { capacityWPerK, effectiveness } = coreAir(s.areaM2, s.thicknessMm, faceMPerS, s.airDensityKgPerM3);
  const before = s.toOilCooler + s.toChargeCooler + s.toBay;
  const air = airAtCoreC(s.ambientC, s.condenserKw + before * powerKw, capacityWPerK);
  const capacityKw = (effectiveness * capacityWPerK * (s.topHoseC - air)) / 1000;
  const idle = (effectiveness * (capacityWPerK * (s.topHoseC - s.ambientC) - 1000 * s.condenserKw)) / 1000;
  return {
    powerKw,
    heatKw,
    capacityKw: Math.max(0, capacityKw),
    sustainedKw: Math.max(0, idle / (s.toCoolant + effectiveness * before)),
    faceMPerS,
    airAtCoreC: air,
  };
}

/** Engine power that holds a speed against the road, kW. */
export const heldBy = (road: Road, speedKph: number, efficiency: number): number =>
  (resistanceN(road, speedKph / 3.6) * (speedKph / 3.6)) / efficiency / 1000;
