import { KELVIN_AT_ZERO_C } from '../../units/index.ts';

/** Exponent of the adiabatic temperature rise of air, (κ − 1)/κ. */
const ADIABATIC = 0.286;
/** Specific heat of air, kJ/(kg·K), and latent heats, kJ/kg, at 25 °C. Heywood, app. D. */
const CP_AIR = 1.006;
const LATENT = { water: 2440, methanol: 1170 } as const;
const DENSITY = { water: 0.997, methanol: 0.787 } as const;

/** Temperature out of a compressor, °C: T₁·(1 + (PR^0.286 − 1)/η) in kelvin. */
export function compressorOutC(inletC: number, pressureRatio: number, efficiency: number): number {
  const t1 = inletC + KELVIN_AT_ZERO_C;
  return t1 * (1 + (pressureRatio ** ADIABATIC - 1) / efficiency) - KELVIN_AT_ZERO_C;
}

/** Temperature after a cooler, °C: T₂ − ε·(T₂ − T_cool). */
export const afterCoolerC = (hotC: number, effectiveness: number, coolC: number) =>
  hotC - effectiveness * (hotC - coolC);

/**
 * Pressure ratio that a positive-displacement blower gives: its swept volume against the engine's, warmed by
 * compression. Solved by iteration, because the charge's warmth lowers what the engine takes.
 */
export function blowerPressureRatio(i: {
  readonly blowerCcPerRev: number;
  readonly driveRatio: number;
  readonly blowerVolumetricEfficiency: number;
  readonly displacementCc: number;
  readonly engineVolumetricEfficiency: number;
  readonly inletC: number;
  readonly blowerEfficiency: number;
  readonly coolerEffectiveness: number;
  readonly coolingAirC: number;
}): number {
  const volumes =
    (i.blowerCcPerRev * i.driveRatio * i.blowerVolumetricEfficiency) /
    ((i.displacementCc / 2) * i.engineVolumetricEfficiency);
  let ratio = Math.max(1, volumes);
  for (let n = 0; n < 60; n++) {
    const out = compressorOutC(i.inletC, Math.max(1, ratio), i.blowerEfficiency);
    const charge = afterCoolerC(out, i.coolerEffectiveness, i.coolingAirC);
    const next = (volumes * (charge + KELVIN_AT_ZERO_C)) / (i.inletC + KELVIN_AT_ZERO_C);
    // Damped: the warmer the charge the higher the ratio, which warms it again.
    const step = ratio + 0.5 * (next - ratio);
    if (Math.abs(step - ratio) < 1e-9) return step;
    ratio = step;
  }
  return ratio;
}

export interface CoolingWay {
  readonly id: 'none' | 'air in front' | 'air above' | 'water circuit' | 'injection';
  readonly name: string;
  readonly effectiveness: number;
  /** Its cooling medium above the outside air, K. */
  readonly warmerK: number;
  readonly dropKpa: number;
  readonly kg: number;
  readonly room: string;
  readonly soak: string;
}

/** Ways to cool a charge, with figures usual for a road engine of 100 to 200 kW; every one editable at the bench. */
export const COOLING_WAYS: readonly CoolingWay[] = [
  {
    id: 'none',
    name: 'No cooler',
    effectiveness: 0,
    warmerK: 0,
    dropKpa: 0,
    kg: 0,
    room: 'none',
    soak: 'Charge temperature = compressor outlet temperature.',
  },
  {
    id: 'air in front',
    name: 'Air-to-air intercooler, front mounted',
    effectiveness: 0.72,
    warmerK: 3,
    dropKpa: 8,
    kg: 7,
    room: 'core in front of the radiator, two pipes; raises radiator inlet air temperature',
    soak: 'Recovers within a minute of moving.',
  },
  {
    id: 'air above',
    name: 'Air-to-air intercooler, top mounted',
    effectiveness: 0.55,
    warmerK: 18,
    dropKpa: 5,
    kg: 5,
    room: 'height under the bonnet and a scoop in it',
    soak: 'Heat-soaks at every stop; fully effective only above {{60|speedKph}}.',
  },
  {
    id: 'water circuit',
    name: 'Air-to-water intercooler with separate radiator',
    effectiveness: 0.78,
    warmerK: 12,
    dropKpa: 4,
    kg: 12,
    room: 'a small core anywhere, a second radiator, a pump and 3 to 5 litres',
    soak: 'Very effective for short loads; the water heats up on long climbs, then no better than air-to-air.',
  },
  {
    id: 'injection',
    name: 'Water–methanol injection',
    effectiveness: 0,
    warmerK: 0,
    dropKpa: 0,
    kg: 8,
    room: 'a tank, a pump and nozzles; methanol is toxic and burns with an invisible flame',
    soak: 'Effective until the tank is empty, then no cooling.',
  },
];

/** One way of cooling: charge temperature, what is left of the pressure, and density against no cooling at all. */
export function cooledBy(
  way: Pick<CoolingWay, 'effectiveness' | 'warmerK' | 'dropKpa'>,
  at: {
    readonly outsideC: number;
    readonly pressureRatio: number;
    readonly compressorEfficiency: number;
    readonly barometerKpa: number;
    /** What is taken off by evaporation, K. */
    readonly sprayedK?: number;
  },
): { chargeC: number; pressureKpa: number; densityAgainstNone: number } {
  const out = compressorOutC(at.outsideC, at.pressureRatio, at.compressorEfficiency);
  const chargeC = afterCoolerC(out, way.effectiveness, at.outsideC + way.warmerK) - (at.sprayedK ?? 0);
  const boosted = at.barometerKpa * at.pressureRatio;
  const pressureKpa = boosted - way.dropKpa;
  const densityAgainstNone = (pressureKpa / boosted) * ((out + KELVIN_AT_ZERO_C) / (chargeC + KELVIN_AT_ZERO_C));
  return { chargeC, pressureKpa, densityAgainstNone };
}

/**
 * Water and methanol sprayed into the charge.
 * @param shareOfFuel mass of the mix to mass of the fuel, 0 to 1
 * @param methanolShare of the mix, by volume or by mass
 * @param evaporated share that evaporates before the valve: about a third to a half
 */
export function sprayed(i: {
  readonly fuelGramPerS: number;
  readonly airFuelRatio: number;
  readonly shareOfFuel: number;
  readonly methanolShare: number;
  readonly by: 'volume' | 'mass';
  readonly evaporated: number;
  readonly tankL: number;
}): {
  massShareMethanol: number;
  mixDensityKgPerL: number;
  flowCcPerMin: number;
  coolingK: number;
  enduranceMin: number;
} {
  const methanol = i.by === 'volume' ? i.methanolShare * DENSITY.methanol : i.methanolShare;
  const water = i.by === 'volume' ? (1 - i.methanolShare) * DENSITY.water : 1 - i.methanolShare;
  const massShareMethanol = methanol / (methanol + water);
  const mixDensityKgPerL = 1 / (massShareMethanol / DENSITY.methanol + (1 - massShareMethanol) / DENSITY.water);
  const mixGramPerS = i.fuelGramPerS * i.shareOfFuel;
  const flowCcPerMin = (mixGramPerS * 60) / mixDensityKgPerL;
  const latent = massShareMethanol * LATENT.methanol + (1 - massShareMethanol) * LATENT.water;
  const airGramPerS = i.fuelGramPerS * i.airFuelRatio;
  const coolingK = (mixGramPerS * i.evaporated * latent) / (airGramPerS * CP_AIR);
  const enduranceMin = flowCcPerMin > 0 ? (i.tankL * 1000) / flowCcPerMin : 0;
  return { massShareMethanol, mixDensityKgPerL, flowCcPerMin, coolingK, enduranceMin };
}
