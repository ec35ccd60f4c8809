import type { Coolant } from '../../model/index.ts';
import { keyWords, InputError, KELVIN_AT_ZERO_C, requirePositive } from '../../units/index.ts';
import { afterCoolerC, compressorOutC } from './chargeCooling.ts';

/** Specific heats of air at constant pressure, J/(kg·K): through a core, and of a charge. */
const CP_CORE = 1006;
const CP_CHARGE = 1005;
/** Boiling of half glycol over that of water at the same pressure, in kelvin: 107.2 against 100.0 °C. ASHRAE Fundamentals, ch. 31. */
const GLYCOL = 1.0193;

/** Water boils at, °C, of an absolute pressure in kPa: IAPWS-IF97, region 4, backward equation. */
export function waterBoilsC(pressureKpa: number): number {
  requirePositive('/pressureKpa', pressureKpa, 'kPa');
  const b = (pressureKpa / 1000) ** 0.25;
  const e = b * b - 17.073846940092 * b + 14.91510861353;
  const f = 1167.0521452767 * b * b + 12020.82470247 * b - 4823.2657361591;
  const g = -724213.16703206 * b * b - 3232555.0322333 * b + 405113.40542057;
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g));
  const n10 = 650.17534844798;
  return (n10 + d - Math.sqrt((n10 + d) ** 2 - 4 * (-0.23855557567849 + n10 * d))) / 2 - KELVIN_AT_ZERO_C;
}

export const boilsC = (coolant: Coolant, pressureKpa: number): number => {
  const water = waterBoilsC(pressureKpa);
  return coolant === 'water' ? water : (water + KELVIN_AT_ZERO_C) * GLYCOL - KELVIN_AT_ZERO_C;
};

/** The top hose may be as hot as its limit, or with a cap as the coolant boils under it; both less a margin. °C. */
export function topHoseC(p: {
  readonly limitC: number;
  readonly marginK: number;
  readonly capGaugeKpa?: number | null | undefined;
  readonly coolant: Coolant;
  readonly ambientPressureKpa: number;
}): number {
  const limit = p.capGaugeKpa == null ? p.limitC : boilsC(p.coolant, p.ambientPressureKpa + p.capGaugeKpa);
  return limit - p.marginK;
}

/** Air that meets a core, m/s: the share of the road speed that comes through, or what the fans draw, whichever is more. */
export const faceSpeedMPerS = (share: number, roadKph: number, fanM3PerS: number, areaM2: number): number =>
  Math.max((share * roadKph) / 3.6, fanM3PerS / areaM2);

export interface CoreAir {
  /** What the air through the core takes for each kelvin, W/K. */
  readonly capacityWPerK: number;
  readonly ntu: number;
  readonly effectiveness: number;
}

/** A core in the air: C = ρ·v·A·c_p, NTU = 0.60·(thickness/25 mm)·(6 m/s / v)^0.4, ε = 1 − e^(−NTU). */
export function coreAir(areaM2: number, thicknessMm: number, faceMPerS: number, airDensityKgPerM3: number): CoreAir {
  const ntu = 0.6 * (thicknessMm / 25) * (6 / faceMPerS) ** 0.4;
  return {
    capacityWPerK: airDensityKgPerM3 * faceMPerS * areaM2 * CP_CORE,
    ntu,
    effectiveness: 1 - Math.exp(-ntu),
  };
}

/** Air at a core behind others of the same face, °C: what those before it give off has warmed it. */
export const airAtCoreC = (ambientC: number, beforeKw: number, capacityWPerK: number): number =>
  beforeKw === 0 ? ambientC : ambientC + (1000 * beforeKw) / capacityWPerK;

/** What a charge cooler gives off, kW, of an air mass compressed and cooled towards the outside air. */
export function chargeHeat(p: {
  readonly airKgPerS: number;
  readonly inletC: number;
  readonly pressureRatio: number;
  readonly compressorEfficiency: number;
  readonly coolerEffectiveness: number;
  readonly ambientC: number;
}): { readonly outC: number; readonly chargeC: number; readonly kw: number } {
  const outC = compressorOutC(p.inletC, p.pressureRatio, p.compressorEfficiency);
  const chargeC = afterCoolerC(outC, p.coolerEffectiveness, p.ambientC);
  return { outC, chargeC, kw: (p.airKgPerS * CP_CHARGE * (outC - chargeC)) / 1000 };
}

/** @throws InputError naming the length that leaves a core without a face. */
export function faceM2(core: { readonly coreWidthMm: number; readonly coreHeightMm: number }): number {
  for (const key of ['coreWidthMm', 'coreHeightMm'] as const)
    if (!(core[key] > 0)) throw new InputError(`/${key}`, `${keyWords(key)} must be greater than 0.`);
  return (core.coreWidthMm * core.coreHeightMm) / 1e6;
}
